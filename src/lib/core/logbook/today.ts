import type { Reading } from '../design';
import { trueReading, type SystemModel, type TrueReading } from '../model';
import { topUp, type TopUp, type TopUpInput } from '../nutrients';
import { act, amount, water, type ChangeCost, type Step } from '../procedure';
import { NoSolution } from '../quantity';
import { doubtsOf, type Doubt } from './plausible';
import { changeCost, LEAST_L, stockOf, topUpSteps } from './top-up';
import { towardsPh } from './towards-ph';

/** What comes of a reading. */
export type Outcome =
	/** The steps are to be done. */
	| { kind: 'do' }
	/** It is full and at its strength, mS/cm. */
	| { kind: 'nothing'; msCm: number }
	/** Something does not fit: it is read again before anything is done. */
	| { kind: 'doubt' }
	/** Nothing of what there is leads there, as the operation said. */
	| { kind: 'no-way'; reason: string }
	/** Fish live in the loop: water alone, or nothing where it is full. */
	| { kind: 'fish'; full: boolean };

export interface TodayPlan {
	doubts: Doubt[];
	/** The operation behind it; null: no meter was read, or nothing can be done. */
	topUp: { input: TopUpInput; result: TopUp } | null;
	steps: Step[];
	outcome: Outcome;
	/** So much would have to go that all of it may as well be changed. */
	change: boolean;
	/** What a change of all of it costs. */
	changeCost: ChangeCost;
	/** Why it is too strong: plants drank more than they ate, or so much more that water alone does not bring it back. */
	because: 'drank-more' | 'drank-much-more' | null;
	/** The pH it comes to by itself, and what is aimed at. */
	phAfter: number | null;
	/** The bottle of this is to be named before an amount of it can be told. */
	asks: 'acid' | 'base' | 'secondAcid' | null;
}

/**
 * From what is in the tank to where it should be, in order. Nothing is dosed on a
 * reading that is in doubt until the grower says it is right.
 *
 * @param read as the meters showed it; what nobody read is as it was last known
 * @param last what was known before
 * @param sure the grower looked again: doubts are said and the plan is made all the same
 */
export function todayPlan(
	model: SystemModel,
	read: Reading,
	last: Reading | null = null,
	sure = false
): TodayPlan {
	const { meters } = model.record;
	const now = trueReading(read, meters);
	const doubts = doubtsOf(model, now, last && trueReading(last, meters));
	const none = {
		...{ doubts, topUp: null, steps: [], change: false, because: null, phAfter: null, asks: null },
		changeCost: changeCost(model)
	};
	if (model.operation.mix.fish) return { ...none, ...withFish(model, now.litres) };
	if (doubts.length > 0 && !sure) return { ...none, outcome: { kind: 'doubt' } };
	const nowL = Math.min(now.litres ?? model.nowL, model.filled.tank);
	const made = entryOf(model, nowL, now.msCm);
	if (typeof made === 'string') return { ...none, outcome: { kind: 'no-way', reason: made } };
	return { ...none, ...planned(model, made, nowL, now) };
}

/** With fish in the loop only water is topped up, and of that not much at once. */
function withFish(
	{ filled, nowL, parameters }: SystemModel,
	readL: number | null
): Pick<TodayPlan, 'steps' | 'outcome'> {
	const litres = Math.min(readL ?? nowL, filled.tank);
	const most = parameters.supply.fishTopUpShare.value * filled.tank;
	const wanted = filled.tank - litres;
	const pour = Math.min(wanted, most);
	if (pour < LEAST_L) return { steps: [], outcome: { kind: 'fish', full: true } };
	return {
		steps: [
			act('add-water', 'water', {
				...{ what: water('without-chlorine'), amount: amount('volume', pour), changes: 'water' },
				caution: wanted > most ? { code: 'no-more', amount: amount('volume', most) } : null
			})
		],
		outcome: { kind: 'fish', full: false }
	};
}

/** What is done about it, in order. */
function planned(
	model: SystemModel,
	made: NonNullable<TodayPlan['topUp']>,
	nowL: number,
	{ msCm, ph }: TrueReading
): Omit<TodayPlan, 'doubts' | 'changeCost'> {
	const { dumpL, waterL } = made.result;
	const { steps: forPh, phAfter, asks } = towardsPh(model, nowL - dumpL, waterL, ph);
	const steps = [...topUpSteps(model, made.result), ...forPh];
	const { strengthMsCm } = model.mix;
	return {
		...{ topUp: made, steps, phAfter, asks },
		outcome: steps.length > 0 ? { kind: 'do' } : { kind: 'nothing', msCm: strengthMsCm },
		change: dumpL > model.parameters.reading.changeShare.value * nowL,
		because: becauseOf(model, made, msCm)
	};
}

/** After a hot week plants have drunk more than they ate. */
function becauseOf(
	{ mix, parameters }: SystemModel,
	{ result }: NonNullable<TodayPlan['topUp']>,
	msCm: number | null
): TodayPlan['because'] {
	// within the meter's own error nothing is to be mended
	const strong = msCm !== null && msCm > mix.strengthMsCm + parameters.reading.mendFromMsCm.value;
	if (!strong || result.stockMl > 0) return null;
	return result.dumpL > 0 ? 'drank-much-more' : 'drank-more';
}

function entryOf(
	model: SystemModel,
	nowL: number,
	read: number | null
): { input: TopUpInput; result: TopUp } | string {
	const target = model.mix.strengthMsCm;
	// without a meter it is taken to be as it was mixed
	const near = model.parameters.reading.mendFromMsCm.value;
	const nowMsCm = read === null || Math.abs(read - target) <= near ? target : read;
	const input: TopUpInput = {
		nowL,
		nowMsCm: nowL > 0 ? nowMsCm : 0,
		fullL: Math.max(model.filled.tank, nowL),
		targetMsCm: target,
		waterMsCm: model.sourceWater.ecMsCm,
		stockMsCmLPerMl: Math.min(100, stockOf(model))
	};
	try {
		return { input, result: topUp(input) };
	} catch (problem) {
		if (problem instanceof NoSolution) return problem.message;
		throw problem;
	}
}
