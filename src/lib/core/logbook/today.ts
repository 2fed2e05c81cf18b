import type { Reading } from '../design';
import { trueReading, type SystemModel, type TrueReading } from '../model';
import { topUp, type TopUp, type TopUpInput } from '../nutrients';
import { capital, names, NoSolution } from '../quantity';
import { changeWords, dosed, LEAST_L, poured, stockOf, type Act } from './acts';
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
	/** The bottle of this is to be named before an amount of it can be told. */
	asks: 'acid' | 'base' | 'secondAcid' | null;
}

/** Throwing away more of a tank than this to thin it, one may as well change it. */
const CHANGE_SHARE = 0.6;
/** Within the meter's own error nothing is to be mended. */
const NEAR_MSCM = 0.1;

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
	const { meters } = model.record;
	const now = trueReading(read, meters);
	const doubts = doubtsOf(model, now, last && trueReading(last, meters));
	const changeCost = changeWords(model);
	const none = {
		doubts,
		topUp: null,
		acts: [],
		change: null,
		changeCost,
		because: null,
		phAfter: null,
		asks: null
	};
	if (model.operation.mix.fish) return { ...none, ...withFish(model, now.litres) };
	if (doubts.length > 0 && !sure)
		return { ...none, sentence: 'Something does not fit: look again before anything is done.' };
	const nowL = Math.min(now.litres ?? model.nowL, model.filled.tank);
	const made = entryOf(model, nowL, now.msCm);
	if (typeof made === 'string') return { ...none, sentence: made };
	return { ...none, ...planned(model, made, nowL, now) };
}

/** With fish in the loop only water is topped up, and of that not much at once. */
function withFish(
	{ filled, nowL, parameters, say }: SystemModel,
	readL: number | null
): Pick<TodayPlan, 'acts' | 'sentence'> {
	const litres = Math.min(readL ?? nowL, filled.tank);
	const most = parameters.supply.fishTopUpShare.value * filled.tank;
	const wanted = filled.tank - litres;
	const pour = Math.min(wanted, most);
	const notJudged = 'Nothing is dosed, and what the fish themselves need is not judged here.';
	if (pour < LEAST_L) return { acts: [], sentence: `It is full. ${notJudged}` };
	const amount = say(pour, 'volume');
	return {
		acts: [
			{
				kind: 'water',
				text: 'Top up with water freed of chlorine, as warm as the loop or close to it',
				amount,
				caution:
					wanted > most ? `No more in a day than ${say(most, 'volume')}: the rest tomorrow.` : null,
				phrase: null
			}
		],
		sentence: `Top up with ${amount} of water freed of chlorine. ${notJudged}`
	};
}

/** What is done about it, in order, and in one sentence. */
function planned(
	model: SystemModel,
	made: NonNullable<TodayPlan['topUp']>,
	nowL: number,
	{ msCm, ph }: TrueReading
): Omit<TodayPlan, 'doubts' | 'changeCost'> {
	const { dumpL, waterL } = made.result;
	const acts = [...poured(model, made.result), ...dosed(model, made.result)];
	const { acts: forPh, phAfter, asks } = towardsPh(model, nowL - dumpL, waterL, ph);
	acts.push(...forPh);
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
		phAfter,
		asks
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

/** How it is said in one breath: of a long list of salts the first. */
function sentenceOf({ mix, say, bottles }: SystemModel, acts: readonly Act[]): string {
	const of = (...kinds: Act['kind'][]) =>
		acts.filter(({ kind }) => kinds.includes(kind)).flatMap(({ phrase }) => phrase ?? []);
	const salts = of('add');
	const most = bottles.made ? salts : salts.slice(0, 3);
	const rest = salts.length - most.length;
	const added = rest > 0 ? [...most, `${rest} more`] : most;
	const words = [
		...of('dump', 'water'),
		...(bottles.made || added.length === 0 ? added : [`stir in ${names(added, 8)}`]),
		...of('acid', 'base')
	];
	if (words.length === 0)
		return `It is full and at its strength, ${say(mix.strengthMsCm, 'strength')}: nothing to do today.`;
	return `${capital(names(words, 12))}.`;
}
