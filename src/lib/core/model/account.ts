import { comesBack, kindOf, type Design } from '../design';
import type { Layout } from '../layout';
import { feed, pumpMinutes } from './feed';
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
		const minutes = pumpMinutes({ feed });
		const wants = drinksOf(layout, waterUse.bySite);
		const pumped = pumpedOf(layout, flows);
		const stands = design.stands.map((stand): StandAccount => {
			const wantsL = wants.get(stand.id) ?? 0;
			const valve = kindOf(stand).feeding === 'valve';
			const suppliedL = valve ? wantsL : ((pumped.get(stand.id) ?? 0) * minutes) / 60;
			const drunkL = feed || valve ? Math.min(wantsL, suppliedL) : wantsL;
			const drainedL = Math.max(0, suppliedL - drunkL);
			return { standId: stand.id, way: wayOf(stand), suppliedL, drunkL, drainedL };
		});
		return totals(stands);
	}
);

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

function drinksOf({ sites }: Layout, bySite: ReadonlyMap<string, number>): Map<string, number> {
	const wants = new Map<string, number>();
	for (const { id, standId } of sites)
		wants.set(standId, (wants.get(standId) ?? 0) + (bySite.get(id) ?? 0));
	return wants;
}

function pumpedOf({ outlets }: Layout, flows: Flows): Map<string, number> {
	const pumped = new Map<string, number>();
	for (const { standId, nodeId } of outlets)
		pumped.set(standId, (pumped.get(standId) ?? 0) + (flows.outletLph.get(nodeId) ?? 0));
	return pumped;
}
