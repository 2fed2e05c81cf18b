import type { Reading } from '../design';
import { costOf, type SystemModel } from '../model';
import {
	acid as acidOf,
	at25C,
	base as baseOf,
	topUp,
	trueMsCm,
	truePh,
	type AcidInput,
	type BaseInput,
	type TopUp,
	type TopUpInput
} from '../nutrients';
import { clamp, lowerFirst, names, NoSolution } from '../quantity';
import { ATOMIC_WEIGHT } from '../shelf';
import { ACID_CAUTION, ACID_NAMES, BASE_CAUTION, BASE_NAMES, weighedAs } from '../review';
import { acidForAll, phOfAll, type Part } from './ph-of-parts';
import { doubtsOf, type Doubt } from './plausible';

/** One thing to do, with its amount, in order. */
export interface Act {
	kind: 'dump' | 'water' | 'add' | 'acid' | 'base';
	text: string;
	amount: string;
	caution: string | null;
}
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
/** Less than this is no step: nobody pours it. */
const LEAST_L = 0.2;
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

/** Litres of the mix that one unit of what is dosed makes, and its strength over the water's. */
export function stockOf({ bottles, mix, sourceWater }: SystemModel): number {
	const adds = Math.max(0.01, mix.expectedMsCm - sourceWater.ecMsCm);
	return bottles.made && bottles.stock ? adds / bottles.stock.input.doseMlPerL : adds;
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

/** Out and in, in words. */
export function poured({ say }: SystemModel, { dumpL, waterL }: TopUp): Act[] {
	const acts: Act[] = [];
	if (dumpL >= LEAST_L)
		acts.push({
			kind: 'dump',
			text: 'Throw away',
			amount: say(dumpL, 'volume'),
			caution: 'On beds or lawn in small parts, or as local rules say; never into a stream.'
		});
	if (waterL >= LEAST_L)
		acts.push({
			kind: 'water',
			text: 'Fill up with plain water',
			amount: say(waterL, 'volume'),
			caution: null
		});
	return acts;
}

/** Of bottles so many millilitres each; of bags what so many litres of the mix take. */
export function dosed(model: SystemModel, { stockMl }: TopUp): Act[] {
	if (stockMl <= 0) return [];
	const { bottles, mix, say } = model;
	const add = (text: string, amount: string, caution: string | null = null): Act => ({
		...{ kind: 'add', text, amount, caution }
	});
	if (bottles.made && bottles.stock) {
		const { A, B } = bottles.stock.result.bottles;
		const amount = say(stockMl, 'liquid');
		return [
			...(A.length > 0 ? [add('Stir in of bottle A', amount)] : []),
			...(B.length > 0
				? [add('And when it is stirred, of bottle B', amount, 'Never both in one jug.')]
				: [])
		];
	}
	return ofBags(model, stockMl / mix.litres);
}

/** What a part of the fill takes of each bag; what is too little to weigh, of the jug it is made up in. */
const JUGS = { calcium: 'calcium', iron: 'iron chelate', other: 'trace salts' };
function ofBags({ weighing, say }: SystemModel, share: number): Act[] {
	const taken = new Set<string>();
	return weighing.items.flatMap((item): Act[] => {
		const amount = item.amount * share;
		const weighed = say(amount, weighedAs({ ...item, amount }));
		if (!item.jug)
			return [
				{ kind: 'add', text: `Stir in ${lowerFirst(item.name)}`, amount: weighed, caution: null }
			];
		const what = JUGS[item.jug.kind];
		const jug = `${what} ${item.jug.times}`;
		if (taken.has(jug)) return [];
		taken.add(jug);
		const ml = say(item.jug.takeMl * share, 'liquid');
		return [{ kind: 'add', text: `Stir in ${what}, of their jug`, amount: ml, caution: null }];
	});
}

/** What is left in the tank and what is poured in, as acid and base read them. */
function partsOf(model: SystemModel, leftL: number, waterL: number, ph: number): Part[] {
	const { mix, sourceWater } = model;
	const phosphateMmolL = Math.min(50, mix.salts.result.elementsMgL.P / ATOMIC_WEIGHT.P);
	return [
		{
			volumeL: leftL,
			alkalinityMeqL: alkalinityAt(ph, sourceWater, phosphateMmolL),
			ph,
			phosphateMmolL
		},
		{
			volumeL: waterL,
			alkalinityMeqL: sourceWater.alkalinityMeqL,
			ph: sourceWater.ph,
			phosphateMmolL: 0
		}
	];
}

/** Alkalinity of the mix where it stands at a pH: what carbon its water brought is in it still. */
function alkalinityAt(
	ph: number,
	{ alkalinityMeqL, ph: startPh }: SystemModel['sourceWater'],
	phosphateMmolL: number
): number {
	const from = { volumeL: 1, alkalinityMeqL, startPh, targetPh: ph, phosphateMmolL };
	try {
		const left =
			ph <= startPh
				? acidOf({ ...from, acid: { kind: 'nitric', molarity: 1 } }).remainingAlkalinityMeqL
				: baseOf({ ...from, base: { kind: 'koh', molarity: 1 } }).resultingAlkalinityMeqL;
		return clamp(left, -50, 50);
	} catch (problem) {
		if (problem instanceof NoSolution) return alkalinityMeqL;
		throw problem;
	}
}

/** Acid or base for both, where they do not come right by themselves. */
function towardsPh(
	model: SystemModel,
	leftL: number,
	waterL: number,
	ph: number | null
): { act: Act | null; phAfter: number | null } {
	if (ph === null) return { act: null, phAfter: null };
	const parts = partsOf(model, leftL, waterL, ph);
	const phAfter = phOfAll(parts);
	const { low, high, aim } = model.mix.ph;
	if (phAfter >= low && phAfter <= high) return { act: null, phAfter };
	const meq = acidForAll(parts, aim);
	return { act: meq > 0 ? acidAct(model, meq, aim) : baseAct(model, -meq, aim), phAfter };
}

/** Any water shows how much of an acid stands for a strong one at a pH. */
const ONE = { volumeL: 1, alkalinityMeqL: 1 };
const HALF = 'half of it first, stir, wait ten minutes, read, then the rest';

function acidAct({ operation, parameters, say }: SystemModel, meq: number, aim: number): Act {
	const usual = { kind: 'phosphoric' as const, molarity: parameters.mixing.acidMolL.value };
	const bought: AcidInput['acid'] = operation.mix.acid ?? usual;
	const mmol = (acid: typeof bought) =>
		acidOf({ ...ONE, startPh: 8, targetPh: aim, acid }).acidMmolL;
	const ml = (meq * mmol(bought)) / mmol({ kind: 'nitric', molarity: 1 }) / bought.molarity;
	return {
		kind: 'acid',
		text: `Then ${ACID_NAMES[bought.kind]}, ${HALF}:`,
		amount: say(ml, 'liquid'),
		caution: ACID_CAUTION
	};
}

function baseAct({ operation, parameters, say }: SystemModel, meq: number, aim: number): Act {
	const usual = { kind: 'k2co3' as const, molarity: parameters.mixing.baseMolL.value };
	const bought: BaseInput['base'] = operation.mix.base ?? usual;
	const mmol = (base: typeof bought) =>
		baseOf({ ...ONE, startPh: 4.5, targetPh: aim, base }).baseMmolL;
	const ml = (meq * mmol(bought)) / mmol({ kind: 'koh', molarity: 1 }) / bought.molarity;
	return {
		kind: 'base',
		text: `Then ${BASE_NAMES[bought.kind]}, ${HALF}:`,
		amount: say(ml, 'liquid'),
		caution: BASE_CAUTION
	};
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

/** Water and salts of a change of all of it. */
export function changeWords({ mix, filled, shelf, say }: SystemModel): string {
	const share = filled.tank / mix.litres;
	const { cost, unpriced } = costOf(mix.items, mix.ingredients, shelf.kept);
	const grams = mix.salts.result.gramsPerL * filled.tank;
	const money = unpriced.length === 0 ? `, ${(cost * share).toFixed(2)} of your money` : '';
	return `${say(filled.tank, 'volume')} of water and ${say(grams, 'salt')} of what is dissolved in it${money}`;
}
