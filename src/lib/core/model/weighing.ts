import { NUTRIENTS, salts, type Nutrient, type SaltsInput, type Solution } from '../nutrients';
import type { ParameterSet } from '../parameters';
import type { JugKind } from '../procedure';
import { factsOf, scoopOf, solubilityGL, type Amounts } from '../shelf';
import { bottles } from './bottles';
import type { Ingredient } from './helpers/ingredients';
import { mix, solutionOf, type MixItem, type MixState } from './mix';
import { sourceWater } from './source-water';
import { stage } from './stage';

/** Which jug an ingredient may stand in. */
export const jugKind = ({ fractions }: Pick<Ingredient, 'fractions'>): JugKind =>
	factsOf(fractions).calcium ? 'calcium' : fractions.Fe > 0 ? 'iron' : 'other';

/** What is too little to weigh is dissolved many times over in a litre, and a part of that goes in. */
export interface Jug {
	kind: JugKind;
	/** So many times what the mix takes. */
	times: number;
	/** Of the litre. */
	takeMl: number;
}
export interface Weighed extends MixItem {
	/** The least its measure tells apart, in its unit. */
	step: number;
	/** What is put on the scale, into the jug where there is one. */
	weigh: number;
	jug: Jug | null;
	/** Level scoops of that; null: it is not measured so. */
	scoops: number | null;
	/** What rounding makes of it, percent of what was asked. */
	errorPercent: number;
}
export interface Weighing {
	/** Ready solution it is weighed for: the fill, or all that two bottles make. */
	litres: number;
	items: Weighed[];
	/** The one that rounding changes most, by its place in `items`; null: there is nothing to weigh. */
	worst: number | null;
	/** Least batch for which every ingredient can be weighed straight to within a tenth, L. */
	smallestL: number;
	/** What rounding makes of each element, percent. */
	elementsPercent: Partial<Record<Nutrient, number>>;
	salts: { input: SaltsInput; result: Solution };
}

/** Of a litre, 100, 50, 20 or 10 mL are taken: less no syringe measures well. */
const TIMES = [10, 20, 50, 100];

/** How each ingredient is measured out with what the grower has, and what rounding makes of the mix. */
export const weighing = stage(
	'weighing',
	{ operation: ['mix'], shelf: ['kept'], parameters: ['mixing'] },
	{ mix, bottles, sourceWater },
	({ operation, shelf, parameters, mix, bottles, sourceWater }): Weighing => {
		const litres = bottles.made && bottles.stock ? bottles.stock.result.readyL : mix.litres;
		const wanted = mix.items.map((item) => ({
			...item,
			amount: (item.amount * litres) / mix.litres
		}));
		const { by, stepG } = operation.mix.measure;
		const { syringeMl, roundingShare, scoopShare } = parameters.mixing;
		const scoopG = ({ of }: Ingredient) => scoopOf(shelf.kept, of);
		const steps = mix.ingredients.map((one) =>
			one.unit === 'mL' ? syringeMl.value : by === 'scale' ? stepG : scoopG(one) / 2
		);
		const jugs = jugsFor(
			wanted,
			mix.ingredients,
			steps,
			by === 'scoops' ? null : roundingShare.value,
			parameters.mixing
		);
		const items = wanted.map((item) => {
			const one = mix.ingredients[item.index]!;
			const scoop = by === 'scoops' && one.unit === 'g' ? scoopG(one) : null;
			const times = jugs.get(item.index);
			const jug = times ? { kind: jugKind(one), times, takeMl: 1000 / times } : null;
			return measuredOut(item, steps[item.index]!, jug, scoop);
		});
		const off = new Map(items.map(({ index, errorPercent }) => [index, errorPercent]));
		const perL = mix.gramsPerL.map((grams, i) => grams * (1 + (off.get(i) ?? -100) / 100));
		const { input } = solutionOf(mix, perL, litres, sourceWater);
		const result = salts(input);
		return {
			litres,
			items,
			worst: furthest(items),
			smallestL: smallest(wanted, steps, scoopShare.value) * litres,
			elementsPercent: percentOff(mix.salts.result.elementsMgL, result.elementsMgL),
			salts: { input, result }
		};
	}
);

/** One ingredient as it comes off the scale, out of the scoop or by way of a jug. */
function measuredOut(item: MixItem, step: number, jug: Jug | null, scoopG: number | null): Weighed {
	const times = jug?.times ?? 1;
	const weigh = Math.round((item.amount * times) / step) * step;
	const put = weigh / times;
	return {
		...item,
		step,
		weigh,
		jug,
		scoops: scoopG === null ? null : weigh / scoopG,
		errorPercent: item.amount > 0 ? (100 * (put - item.amount)) / item.amount : 0
	};
}

/** So many times a batch has to be for everything to be weighed straight to within such a share. */
const smallest = (items: readonly MixItem[], steps: readonly number[], share: number): number =>
	Math.max(
		0,
		...items.map(({ amount, index }) => steps[index]! / 2 / share / Math.max(amount, 1e-9))
	);

const percentOff = (asked: Amounts, got: Amounts): Weighing['elementsPercent'] =>
	Object.fromEntries(
		NUTRIENTS.flatMap((e) => (asked[e] > 0 ? [[e, (100 * (got[e] - asked[e])) / asked[e]]] : []))
	);

const furthest = (items: readonly Weighed[]): number | null => {
	const [first] = items
		.map(({ errorPercent }, i) => ({ i, off: Math.abs(errorPercent) }))
		.sort((a, b) => b.off - a.off);
	return first?.i ?? null;
};

/**
 * Which powders go by way of a jug, and how many times over; those of one jug as many times as they can.
 *
 * @param share what half a step may be of an amount; null: level scoops and halves of them, straight in where
 * they come within a tenth
 */
function jugsFor(
	items: readonly MixItem[],
	ingredients: readonly Ingredient[],
	steps: readonly number[],
	share: number | null,
	mixing: ParameterSet['mixing']
): Map<number, number> {
	const clear = ({ saltId }: Ingredient, grams: number): boolean =>
		grams <= mixing.jugShare.value * (saltId ? solubilityGL(saltId, mixing.jugC.value) : 100);
	const straight = (amount: number, step: number): boolean =>
		share === null
			? Math.abs(Math.round(amount / step) * step - amount) <= mixing.scoopShare.value * amount
			: step / 2 <= share * amount;
	const least = new Map<number, number>();
	for (const { amount, unit, index } of items) {
		const half = steps[index]! / 2;
		if (unit === 'mL' || amount <= 0 || straight(amount, 2 * half)) continue;
		const fine = (times: number) => clear(ingredients[index]!, amount * times);
		const wanted = TIMES.find((times) => straight(amount * times, 2 * half) && fine(times));
		const most = TIMES.filter(fine).at(-1);
		const times = wanted ?? most;
		if (times) least.set(index, times);
	}
	// what may stand in one jug is made up as strong as its weakest asks for
	for (const kind of ['calcium', 'iron', 'other'] as const) {
		const group = [...least].filter(([index]) => jugKind(ingredients[index]!) === kind);
		const common = Math.max(0, ...group.map(([, times]) => times));
		for (const [index] of group) {
			const amount = items.find((item) => item.index === index)!.amount;
			if (clear(ingredients[index]!, amount * common)) least.set(index, common);
		}
	}
	return least;
}

/** What the mix costs for so many litres, of the grower's own money; the names of what has no price yet. */
export function costOf(
	items: readonly MixItem[],
	ingredients: readonly Ingredient[],
	kept: Readonly<Record<string, { price: number | null }>>
): { cost: number; unpriced: string[] } {
	let cost = 0;
	const unpriced: string[] = [];
	for (const { index, amount, name } of items) {
		const price = kept[ingredients[index]!.of]?.price ?? null;
		if (price === null) unpriced.push(name);
		else cost += (price * amount) / 1000;
	}
	return { cost, unpriced };
}

/** What one source brings of an element, mg/L. */
export interface Brought {
	/** Which ingredient, the source water, or the acid or base that brings it to its pH. */
	by: number | 'water' | 'acid' | 'base';
	mgL: number;
}

/**
 * The element that stands furthest over what was asked of the mix, and what brings most of it; null: none does so
 * far that it is worth a word.
 */
export function mostOverAsked(
	mix: MixState,
	{ overAsked }: ParameterSet['mixing']
): { element: Nutrient; share: number; by: Brought['by'] } | null {
	const holds = mix.salts.result.elementsMgL;
	const [most] = NUTRIENTS.map((element) => ({
		element,
		share: holds[element] / mix.targetsMgL[element]
	})).sort((a, b) => b.share - a.share);
	if (!most || most.share < overAsked.value) return null;
	const [by] = broughtBy(mix, most.element).sort((a, b) => b.mgL - a.mgL);
	return { ...most, by: by?.by ?? 'water' };
}

/** What brings how much of each element: the water first, then acid or base, then ingredient by ingredient. */
export function broughtBy(
	{
		ingredients,
		gramsPerL,
		salts: mixed,
		phDose
	}: Pick<MixState, 'ingredients' | 'gramsPerL' | 'salts' | 'phDose'>,
	element: Nutrient
): Brought[] {
	const { water: told = {} } = mixed.input;
	const all = told[element] ?? (element === 'N' ? (told.NO3N ?? 0) : 0);
	const adds: Partial<Record<Nutrient, number>> = phDose?.addsMgL ?? {};
	const dosed = adds[element] ?? 0;
	const rest = ingredients.map(({ fractions }, index) => ({
		by: index,
		mgL: gramsPerL[index]! * fractions[element] * 1000
	}));
	const first: Brought[] = [
		{ by: 'water', mgL: all - dosed },
		{ by: phDose?.way ?? 'acid', mgL: dosed }
	];
	return [...first, ...rest].filter(({ mgL }) => mgL > 1e-9);
}
