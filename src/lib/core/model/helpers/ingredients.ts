import { itemsOf, type MixSourceItem, type NutrientSource } from '../../design';
import {
	ELEMENTS,
	labelFractions,
	noAmounts,
	saltFractions,
	SALTS,
	scoopOf,
	type Amounts,
	type Kept,
	type Label,
	type SaltId
} from '../../shelf';

/** One thing that goes into a mix, whatever it is sold as. */
export interface Ingredient {
	/** What the shelf knows it by: a salt's id, a product's name. */
	of: string;
	name: string;
	saltId: SaltId | null;
	label: Label | null;
	/** Grams of one unit it is measured in: a gram, or a millilitre of a liquid. */
	gramsPerUnit: number;
	unit: 'g' | 'mL';
	/** What of it plants find at once. */
	available: number;
	availableDays: number;
	/** The label's full dose, units a litre; null: a salt has none. */
	labelDosePerL: number | null;
	/** Held by the grower at so many grams a litre; null: it is fitted. */
	heldGPerL: number | null;
	/** Its grams in a ratio to the others that have some; null: free. */
	ratioG: number | null;
	/** Mass fraction of each element that plants find. */
	fractions: Readonly<Amounts>;
}

/** What a recipe chooses an amount of: one ingredient, or several held in a ratio. */
export interface Dose {
	/** As an ingredient of the operation `recipe`. */
	as: SaltId | { label: Label };
	/** Which ingredients it is, and the part of its mass each makes. */
	of: readonly { index: number; share: number }[];
}

type KeptBy = Readonly<Record<string, Kept>>;

/** Every source on one model: what it holds, how it is measured, and whether it is held in a ratio. */
export function ingredientsOf(
	source: NutrientSource,
	kept: KeptBy,
	held: Readonly<Record<string, number>>
): Ingredient[] {
	const scoops = source.kind === 'several' && source.partsAre === 'scoops';
	return itemsOf(source).map((item) => {
		const one = ingredientOf(item, scoops, kept);
		return { ...one, heldGPerL: held[one.of] ?? null };
	});
}

type Fitted = Omit<Ingredient, 'heldGPerL'>;
type SaltItem = Extract<MixSourceItem, { kind: 'salt' }>;
type ProductItem = Extract<MixSourceItem, { kind: 'product' }>;

const ingredientOf = (item: MixSourceItem, scoops: boolean, kept: KeptBy): Fitted =>
	item.kind === 'salt' ? ofSalt(item, scoops, kept) : ofProduct(item, scoops, kept);

function ofSalt({ saltId, parts }: SaltItem, scoops: boolean, kept: KeptBy): Fitted {
	const partG = scoops ? scoopOf(kept, saltId) : 1;
	return {
		of: saltId,
		name: SALTS[saltId].name,
		saltId,
		label: null,
		gramsPerUnit: 1,
		unit: 'g',
		available: 1,
		availableDays: 0,
		labelDosePerL: null,
		ratioG: parts === null ? null : parts * partG,
		fractions: saltFractions(saltId)
	};
}

function ofProduct(item: ProductItem, scoops: boolean, kept: KeptBy): Fitted {
	const { name, form, label, densityKgL, labelDosePerL, parts } = item;
	const { available = 1, availableDays = 0 } = item;
	const liquid = form === 'liquid';
	const partG = liquid ? densityKgL : scoops ? scoopOf(kept, name) : 1;
	const fractions = labelFractions(label);
	for (const element of ELEMENTS) fractions[element] *= available;
	return {
		of: name,
		name,
		saltId: null,
		label,
		gramsPerUnit: liquid ? densityKgL : 1,
		unit: liquid ? 'mL' : 'g',
		available,
		availableDays,
		labelDosePerL,
		ratioG: parts === null ? null : parts * partG,
		fractions
	};
}

/** What is held brings before anything is fitted, mg/L. */
export function heldMgL(ingredients: readonly Ingredient[]): Partial<Amounts> {
	const sum = noAmounts();
	let any = false;
	for (const { heldGPerL, fractions } of ingredients) {
		if (heldGPerL === null) continue;
		any = true;
		for (const e of ELEMENTS) sum[e] += 1000 * heldGPerL * fractions[e];
	}
	return any ? sum : {};
}

/** As a label in percent, for what no salt is. */
function asLabel(fractions: Readonly<Amounts>): Label {
	// nitrogen keeps its split, be one form of it none: without, a label's is all nitrate
	const told = ELEMENTS.filter((e) => fractions[e] > 0 || (FORMS.has(e) && fractions.N > 0));
	if (told.length === 0) return { N: 0 };
	return Object.fromEntries(told.map((e) => [e, 100 * fractions[e]]));
}
const FORMS: ReadonlySet<string> = new Set(['NO3N', 'NH4N']);

/** What the fit may choose: every free ingredient by itself, and all that are held in a ratio as one. */
export function dosesOf(ingredients: readonly Ingredient[]): Dose[] {
	const held = ingredients.flatMap(({ ratioG, heldGPerL }, index) =>
		ratioG === null || heldGPerL !== null ? [] : [index]
	);
	const whole = held.reduce((sum, index) => sum + ingredients[index]!.ratioG!, 0);
	const free = ingredients.flatMap((one, index): Dose[] =>
		one.ratioG === null && one.heldGPerL === null
			? [{ as: one.saltId ?? { label: asLabel(one.fractions) }, of: [{ index, share: 1 }] }]
			: []
	);
	if (held.length === 0) return free;
	const shares = held.map((index) => ({ index, share: ingredients[index]!.ratioG! / whole }));
	const mixed = asLabel(together(ingredients, shares));
	return [{ as: { label: mixed }, of: shares }, ...free];
}

function together(ingredients: readonly Ingredient[], shares: Dose['of']): Amounts {
	const sum = noAmounts();
	for (const { index, share } of shares)
		for (const e of ELEMENTS) sum[e] += share * ingredients[index]!.fractions[e];
	return sum;
}
