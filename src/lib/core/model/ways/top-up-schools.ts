import { TOP_UPS, usualReserve, type Change, type Operation } from '../../design';
import type { Steps } from '../../quantity';
import { reservoirRun } from '../../water';
import { aheadOf, type Ahead } from '../ahead/ahead';
import type { SystemModel } from '../model';

/** Who tops up, from where. */
export const SUPPLIES = ['hand', 'barrels', 'mains'] as const;
export type Supply = (typeof SUPPLIES)[number];

/** What one way of topping up does to the same tank over the same weeks. */
export interface TopUpRun {
	supply: Supply;
	with: Operation['topUp']['with'];
	/** Days between two fillings by hand, as rarely as the tank bears; null: not by hand. */
	everyDays: number | null;
	/** What is set for it. */
	changes: Change[];
	/** Days of the run on which the strength is past what the crops bear, and the furthest it is from there, mS/cm. */
	daysOff: number;
	furthestMsCm: number;
	/** First day on which the pump draws air, and on which the reserve is empty; null: none. */
	dryDay: number | null;
	reserveEmptyDay: number | null;
	/** What is carried to it by hand in a week, L. */
	handLPerWeek: number;
	/** Strength at the end of each day, mS/cm, as long as there is water. */
	course: number[];
	levels: number[];
	/** The one that suits, and why; null: another does. */
	because: string | null;
}

/** No meter at home reads closer, mS/cm. */
const READ_MSCM = 0.1;

/** Litres of a barrel somebody would set up who has none. */
const BARREL_L = 120;

/** Days between two fillings that are tried, the longest first. */
const TRIED_DAYS = [14, 10, 7, 5, 4, 3, 2, 1];

/** As rarely by hand as the tank bears: never dry, and no longer out of the band than if it were filled daily. */
function rarest(model: SystemModel, ofWhat: TopUpRun['with'], from: string, days: number): number {
	const value = { kind: 'hand', everyDays: 1, with: ofWhat } as const;
	const ahead = aheadOf(model.with([{ path: 'operation.topUp', value }]), from, days);
	const { topUp } = ahead.input;
	if (topUp.kind !== 'refill') return 1;
	const off = (everyDays: number) => {
		const result = reservoirRun({ ...ahead.input, topUp: { ...topUp, everyDays } });
		return result.firstDayBelowPump === null ? offOf({ ...ahead, result }).days : Infinity;
	};
	const daily = off(1);
	// too small a tank runs dry even so
	if (daily === Infinity) return 1;
	return TRIED_DAYS.find((every) => off(every) <= daily) ?? 1;
}

/** Days on which the strength is past what the crops bear, and the furthest it is from there. */
function offOf({ days, input, result }: Pick<Ahead, 'days' | 'input' | 'result'>) {
	const off = result.days.map(({ ecMsCm, volumeL }, i) => {
		const { band } = days[i]!;
		if (!band || volumeL <= input.pumpMinimumL) return 0;
		return Math.max(0, ecMsCm - band.high, band.low - ecMsCm);
	});
	return { days: off.filter((by) => by > READ_MSCM).length, furthestMsCm: Math.max(0, ...off) };
}

function changesFor(
	model: SystemModel,
	supply: Supply,
	ofWhat: TopUpRun['with'],
	everyDays: number
): Change[] {
	if (supply === 'hand')
		return [{ path: 'operation.topUp', value: { kind: 'hand', everyDays, with: ofWhat } }];
	const reserve = supply === 'mains' ? null : (model.design.reserve ?? usualReserve(BARREL_L));
	return [
		{ path: 'operation.topUp', value: { kind: 'float', with: ofWhat } },
		...(reserve === model.design.reserve ? [] : [{ path: 'design.reserve', value: reserve }])
	];
}

/** The mains bring plain water and nothing else. */
const POSSIBLE: readonly (readonly [Supply, TopUpRun['with']])[] = SUPPLIES.flatMap((supply) =>
	TOP_UPS.filter((ofWhat) => supply !== 'mains' || ofWhat === 'water').map(
		(ofWhat) => [supply, ofWhat] as const
	)
);

/**
 * The ways of topping up side by side, each run over the same days with the weather of their dates. A step a way.
 *
 * @param from the first day, as 2026-04-02
 */
export function* topUpSteps(model: SystemModel, from: string, days: number): Steps<TopUpRun[]> {
	const runs: TopUpRun[] = [];
	for (const [supply, ofWhat] of POSSIBLE) {
		const everyDays = supply === 'hand' ? rarest(model, ofWhat, from, days) : 1;
		const changes = changesFor(model, supply, ofWhat, everyDays);
		runs.push({
			supply,
			with: ofWhat,
			everyDays: supply === 'hand' ? everyDays : null,
			changes,
			...figures(aheadOf(model.with(changes), from, days), supply)
		});
		yield runs.length / POSSIBLE.length;
	}
	const { topUp } = model.operation;
	const onMains = topUp.kind === 'float' && model.design.reserve === null;
	return advised(runs, onMains || model.area.points.some(({ what }) => what === 'tap'));
}

function figures(
	ahead: Ahead,
	supply: Supply
): Omit<TopUpRun, 'supply' | 'with' | 'changes' | 'everyDays'> {
	const { days, input, result, outsideL, tankShare } = ahead;
	const off = offOf(ahead);
	const wet = result.days.findIndex(({ volumeL }) => volumeL <= input.pumpMinimumL);
	const fed = wet < 0 ? result.days : result.days.slice(0, wet);
	// a barrel is filled by hand as well, by as much as runs out of it
	const carriedL = supply === 'mains' ? 0 : result.totals.addedL;
	return {
		daysOff: off.days,
		furthestMsCm: off.furthestMsCm,
		dryDay: result.firstDayBelowPump,
		reserveEmptyDay: result.reserveEmptyDay,
		handLPerWeek: (7 * carriedL) / days.length,
		course: fed.map(({ ecMsCm }) => ecMsCm),
		levels: result.days.map(({ volumeL }) => Math.max(0, volumeL - outsideL) * tankShare),
		because: null
	};
}

/** Never dry, then in the band, then nearest to it, then least to carry. */
function advised(runs: readonly TopUpRun[], tap: boolean): TopUpRun[] {
	const lasts = (run: TopUpRun) => run.dryDay ?? Infinity;
	// without a tap nearby there are no mains to speak of
	const [best] = runs
		.filter(({ supply }) => tap || supply !== 'mains')
		.sort(
			(a, b) =>
				(lasts(a) === lasts(b) ? 0 : lasts(b) - lasts(a)) ||
				a.daysOff - b.daysOff ||
				Math.round(10 * (a.furthestMsCm - b.furthestMsCm)) ||
				a.handLPerWeek - b.handLPerWeek
		);
	return runs.map((run) => (run === best ? { ...run, because: reason(run) } : run));
}

function reason({ dryDay, daysOff }: TopUpRun): string {
	if (dryDay !== null) return 'it lasts longest';
	return daysOff === 0
		? 'the tank never runs low and its strength stays in the band'
		: 'the tank never runs low and its strength stays nearest to the band';
}
