import { comesBack, kindOf, type Design } from '../design';
import type { Layout } from '../layout';
import { feed, pumpMinutes, type FeedState } from './feed';
import { layout } from './layout';
import { stage } from './stage';
import { flows, type Flows } from './water-path';
import { waterUse } from './water-use';

/** Where a stand's water goes in a day, L. */
export interface StandAccount {
	standId: string;
	way: 'returns' | 'waste' | 'stays' | 'valve';
	/** What it is given, what its plants drink of that, and what runs out at its foot. */
	suppliedL: number;
	drunkL: number;
	drainedL: number;
}

export interface WaterAccount {
	stands: StandAccount[];
	/** What leaves the tank for good: drunk where the rest returns; and all that nothing comes back of. */
	loopUseL: number;
	oneWayL: number;
	/** Of it, what runs to waste undrunk. */
	wastedL: number;
	leavesLPerDay: number;
	/** Nothing comes back from any stand. */
	oneWay: boolean;
}

/** What a day takes out of the tank, stand by stand: drunk in a loop, let in by valves, or run to waste. */
export const account = stage(
	'water account',
	{ design: ['stands'] },
	{ layout, flows, waterUse, feed },
	({ design, layout, flows, waterUse, feed }): WaterAccount => {
		return accountOf({
			stands: design.stands,
			wantsL: drinksOf(layout, waterUse.bySite),
			pumpedL: pumpedDaily({ feed, flows }),
			timed: feed !== null
		});
	}
);

/** What plants would drink of each stand in a day and what a pump brings there, L by stand id. */
interface Day {
	stands: Design['stands'];
	wantsL: ReadonlyMap<string, number>;
	pumpedL: ReadonlyMap<string, number>;
	/** A feed is planned; else nobody knows what is pumped, and all is drunk that is wanted. */
	timed: boolean;
}

/** What a day takes out of the tank: no plant drinks more than is brought to it. */
export function accountOf({ stands, wantsL, pumpedL, timed }: Day): WaterAccount {
	return totals(
		stands.map((stand): StandAccount => {
			const wants = wantsL.get(stand.id) ?? 0;
			const valve = kindOf(stand).feeding === 'valve';
			const suppliedL = valve ? wants : (pumpedL.get(stand.id) ?? 0);
			const drunkL = timed || valve ? Math.min(wants, suppliedL) : wants;
			const drainedL = Math.max(0, suppliedL - drunkL);
			return { standId: stand.id, way: wayOf(stand), suppliedL, drunkL, drainedL };
		})
	);
}

const wayOf = (stand: Design['stands'][number]): StandAccount['way'] =>
	kindOf(stand).feeding === 'valve'
		? 'valve'
		: comesBack(stand)
			? 'returns'
			: (stand.drainsTo as 'waste' | 'stays');

function totals(stands: StandAccount[]): WaterAccount {
	let [loopUseL, oneWayL, wastedL] = [0, 0, 0];
	for (const { way, suppliedL, drunkL, drainedL } of stands) {
		if (way === 'returns') loopUseL += drunkL;
		// what stands in saucers is drunk later: no more leaves than is drunk
		else oneWayL += way === 'waste' ? Math.max(suppliedL, drunkL) : drunkL;
		if (way === 'waste') wastedL += drainedL;
	}
	return {
		stands,
		loopUseL,
		oneWayL,
		wastedL,
		leavesLPerDay: loopUseL + oneWayL,
		oneWay: stands.every(({ way }) => way !== 'returns')
	};
}

/** What a pump brings to each stand in a day as the timer is set, L by stand id. */
export function pumpedDaily({
	feed,
	flows
}: {
	feed: FeedState | null;
	flows: Flows;
}): Map<string, number> {
	const minutes = pumpMinutes({ feed });
	return new Map(
		[...flows.standLph].map(([id, lph]): [string, number] => [id, (lph * minutes) / 60])
	);
}

/** What is drunk at the sites of each stand, L a day by stand id. */
function drinksOf({ sites }: Layout, bySite: ReadonlyMap<string, number>): Map<string, number> {
	const wants = new Map<string, number>();
	for (const { id, standId } of sites)
		wants.set(standId, (wants.get(standId) ?? 0) + (bySite.get(id) ?? 0));
	return wants;
}
