import type { Reading } from '../design';
import type { SystemModel } from '../model';
import { at25C, topUp, trueMsCm, truePh, type TopUp, type TopUpInput } from '../nutrients';
import { names, NoSolution } from '../quantity';
import { changeWords, dosed, poured, stockOf, type Act } from './acts';
import { doubtsOf, type Doubt } from './plausible';
import { towardsPh } from './towards-ph';

export interface TodayPlan {
	doubts: Doubt[];
	/** The operation behind it; null: no meter was read, or nothing can be done. */
	topUp: { input: TopUpInput; result: TopUp } | null;
	acts: Act[];
	/** All of it, in one sentence. */
	sentence: string;
	/** Better thrown away and mixed anew, and why. */
	change: string | null;
	/** What a change of all of it costs. */
	changeCost: string;
	/** Why plain water alone does, where it does. */
	because: string | null;
	/** The pH it comes to by itself, and what is aimed at. */
	phAfter: number | null;
}

/** Throwing away more of a tank than this to thin it, one may as well change it. */
const CHANGE_SHARE = 0.6;
/** Within the meter's own error nothing is to be mended. */
const NEAR_MSCM = 0.1;

/** What the readings would be of meters that show right. */
function corrected(model: SystemModel, reading: Reading): Reading {
	const { strength, ph, compensates } = model.record.meters;
	const { waterC } = reading;
	const warm = (msCm: number) => (compensates || waterC === null ? msCm : at25C(msCm, waterC));
	const checked = (msCm: number) => (strength ? trueMsCm(msCm, strength) : msCm);
	return {
		...reading,
		msCm: reading.msCm === null ? null : checked(warm(reading.msCm)),
		ph: reading.ph === null || !ph ? reading.ph : truePh(reading.ph, ph)
	};
}

/**
 * From what is in the tank to where it should be: amounts in order, and one sentence. Nothing is dosed on a
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
	const now = corrected(model, read);
	const doubts = doubtsOf(model, now, last);
	const changeCost = changeWords(model);
	const none = {
		doubts,
		topUp: null,
		acts: [],
		change: null,
		changeCost,
		because: null,
		phAfter: null
	};
	if (model.operation.mix.fish)
		return { ...none, sentence: 'Fish live in this loop: nothing is dosed into it.' };
	if (doubts.length > 0 && !sure)
		return { ...none, sentence: 'Something does not fit: look again before anything is done.' };
	const nowL = Math.min(now.litres ?? model.nowL, model.filled.tank);
	const made = entryOf(model, nowL, now.msCm);
	if (typeof made === 'string') return { ...none, sentence: made };
	return { ...none, ...planned(model, made, nowL, now) };
}

/** What is done about it, in order, and in one sentence. */
function planned(
	model: SystemModel,
	made: NonNullable<TodayPlan['topUp']>,
	nowL: number,
	{ msCm, ph }: Reading
): Omit<TodayPlan, 'doubts' | 'changeCost'> {
	const { dumpL, waterL } = made.result;
	const acts = [...poured(model, made.result), ...dosed(model, made.result)];
	const { act, phAfter } = towardsPh(model, nowL - dumpL, waterL, ph);
	if (act) acts.push(act);
	const change =
		dumpL > CHANGE_SHARE * nowL
			? `So much would have to go that all of it may as well be changed: ${changeWords(model)}.`
			: null;
	return {
		topUp: made,
		acts,
		sentence: sentenceOf(model, acts),
		change,
		because: becauseOf(made, msCm, model.mix.strengthMsCm),
		phAfter
	};
}

/** After a hot week plants have drunk more than they ate. */
function becauseOf(
	{ result }: NonNullable<TodayPlan['topUp']>,
	msCm: number | null,
	aimMsCm: number
): string | null {
	const strong = msCm !== null && msCm > aimMsCm + NEAR_MSCM;
	if (!strong || result.stockMl > 0) return null;
	return result.dumpL > 0
		? 'Plants drank much more than they ate, as in a hot week: water alone no longer brings it back. A weaker fill in hot weeks does.'
		: 'Plants drank more than they ate, as in warm weather: plain water brings it back.';
}

function entryOf(
	model: SystemModel,
	nowL: number,
	read: number | null
): { input: TopUpInput; result: TopUp } | string {
	const target = model.mix.strengthMsCm;
	// without a meter it is taken to be as it was mixed
	const nowMsCm = read === null || Math.abs(read - target) <= NEAR_MSCM ? target : read;
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

/** How it is said in one breath: a long list of salts as litres of the mix. */
function sentenceOf({ mix, say, bottles }: SystemModel, acts: readonly Act[]): string {
	const words = acts
		.filter(({ kind }) => kind !== 'add' || bottles.made)
		.map(({ text, amount, kind }) =>
			kind === 'dump'
				? `throw away ${amount}`
				: kind === 'water'
					? `fill up with ${amount} of plain water`
					: kind === 'add'
						? `${amount} of bottle ${/bottle (.)/.exec(text)![1]!}`
						: `${amount} of ${/^Then (.*?),/.exec(text)![1]!}`
		);
	const salts = acts.filter(({ kind }) => kind === 'add');
	if (salts.length > 0 && !bottles.made) {
		const most = salts
			.slice(0, 3)
			.map(({ text, amount }) => `${amount} of ${text.replace('Stir in ', '')}`);
		const rest = salts.length - most.length;
		words.splice(
			acts.filter(({ kind }) => kind === 'dump' || kind === 'water').length,
			0,
			`stir in ${names(rest > 0 ? [...most, `${rest} more`] : most, 8)}`
		);
	}
	if (words.length === 0)
		return `It is full and at its strength, ${say(mix.strengthMsCm, 'strength')}: nothing to do today.`;
	const said = names(words, 12);
	return `${said[0]!.toUpperCase()}${said.slice(1)}.`;
}
