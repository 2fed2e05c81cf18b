import {
	salts,
	type Nutrient,
	type Recipe,
	type RecipeInput,
	type SaltsInput,
	type Solution
} from '../nutrients';
import { USUAL_TUB_L } from '../design';
import type { ParameterSet } from '../parameters';
import { clamp, rootOf } from '../quantity';
import { ATOMIC_WEIGHT, factsOf, type SaltId } from '../shelf';
import type { Dose, Ingredient } from './helpers/ingredients';
import { loopWater } from './loop-water';
import { contradictory, phDose, withDose, type Dosing, type PhDose } from './helpers/ph-dose';
import { reserve } from './reserve';
import { drainBackState } from './returns';
import { sourceWater } from './source-water';
import { stage, type Stage } from './stage';
import { ionsOf, strength, type Overlap, type Water } from './strength';
import { tank } from './tank';

type Strength = typeof strength extends Stage<infer T> ? T : never;

export interface MixItem {
	name: string;
	/** Grams of a salt or powder, millilitres of a liquid. */
	amount: number;
	unit: 'g' | 'mL';
	saltId: SaltId | null;
	/** Which of the ingredients it is. */
	index: number;
}

export interface MixState {
	/** Strength it comes to, the one aimed at, and the one the crops on this loop would like. */
	strengthMsCm: number;
	aimMsCm: number;
	recommendedMsCm: number;
	/** Where the crops' ranges at their stages overlap; where they do not, what lies between them. */
	range: Overlap;
	/** The same of pH, and the middle to aim for. */
	ph: Overlap & { aim: number };
	litres: number;
	/** Fruit asks for other shares than leaf. */
	fruiting: boolean;
	/** What there is to mix from, and what the fit may choose. */
	ingredients: readonly Ingredient[];
	doses: readonly Dose[];
	/** Dosed by what is printed, with no meter. */
	byLabel: boolean;
	/** Of each ingredient. */
	gramsPerL: readonly number[];
	items: MixItem[];
	expectedMsCm: number;
	/** What the twelve elements should be at the strength aimed at, mg/L. */
	targetsMgL: Record<Nutrient, number>;
	/** Between what and what each may lie. */
	bandsMgL: Record<Nutrient, { low: number; high: number }>;
	/** Strength of the source water by what is dissolved in it, mS/cm. */
	waterMsCm: number;
	/** Half width of what to expect, mS/cm. */
	uncertaintyMsCm: number;
	recipe: { input: RecipeInput; result: Recipe } | null;
	/** What is in it after acid or base. */
	salts: { input: SaltsInput; result: Solution };
	/** The bottles of acid and base there are, and what a litre takes of them; null: it needs none. */
	bottles: Dosing['bottles'];
	phDose: PhDose | null;
	/** The water's pH and alkalinity do not agree, so that no dose is known. */
	phUnknown: boolean;
	/** Fish live in it: nothing is dosed. */
	fish: boolean;
	/** What a meter shows of the water over what its ions explain, mS/cm. */
	unexplainedMsCm: number;
}

/** A mix this near is what was aimed at: no meter reads closer. */
const OFF_MSCM = 0.05;
/** Less of a salt than this, g/L, is rounding and not an ingredient. */
const NO_GRAMS = 1e-9;

/** Litres of what may be mixed for: the tank, the reserve behind it, all of the loop when it is first filled. */
export const filled = stage(
	'what is filled',
	{ operation: ['fillL'] },
	{ tank, loopWater, drainBackState, reserve },
	({ operation, tank, loopWater, drainBackState, reserve }) => {
		const tankL = Math.min(operation.fillL, tank.fullL);
		const { heldL, levelL } = loopWater;
		return {
			tank: tankL,
			reserve: reserve?.fullL ?? tankL,
			loop: tankL + heldL + levelL + drainBackState.result.returnsL
		};
	}
);

/** The mix for what is to be filled. */
export const mix = stage(
	'mix',
	{ operation: ['mix'], parameters: ['mixing'] },
	{ strength, filled, sourceWater },
	({ operation, sourceWater: water, strength, filled, parameters }): MixState => {
		const { fills, tubL } = operation.mix;
		const litres = Math.max(0.1, fills === 'tub' ? (tubL ?? USUAL_TUB_L) : filled[fills]);
		const gramsPerL = dosed(strength, water, operation.mix.labelShare);
		const { input, dose } = solutionOf(strength, gramsPerL, litres, water);
		const result = salts(input);
		const expectedMsCm = result.ecMsCm + strength.unexplainedMsCm;
		// what cannot be reached, or the water alone passes, is not what will be in the tank
		const reached = Math.abs(expectedMsCm - strength.aimMsCm) <= OFF_MSCM;
		const { byLabel } = strength;
		return {
			...strength,
			phDose: dose,
			phUnknown: !strength.fish && contradictory(water),
			strengthMsCm: byLabel || !reached ? Math.max(0.05, expectedMsCm) : strength.aimMsCm,
			waterMsCm: salts({ volumeL: 1, additions: [], water: ionsOf(water) }).ecMsCm,
			litres,
			gramsPerL,
			items: inMixingOrder(itemsOf(strength.ingredients, gramsPerL, litres), strength.ingredients),
			expectedMsCm,
			salts: { input, result },
			uncertaintyMsCm: byLabel
				? ofLabel(expectedMsCm, water.ecMsCm, parameters.mixing)
				: ofMeter(expectedMsCm, parameters.mixing)
		};
	}
);

/** More of a product than this, g or mL a litre, is no dose. */
const MOST_PER_L = 100;

/** Grams a litre of every ingredient: as the recipe says, as the label does, or to the strength. */
function dosed(
	{ ingredients, doses, recipe, byLabel, aimMsCm, unexplainedMsCm }: Strength,
	water: Water,
	labelShare: number
): number[] {
	if (byLabel)
		return ingredients.map(
			({ labelDosePerL, gramsPerUnit, heldGPerL }) =>
				heldGPerL ?? (labelDosePerL ?? 0) * labelShare * gramsPerUnit
		);
	const spread = (amounts: readonly number[]): number[] => {
		const grams = ingredients.map(({ heldGPerL }) => heldGPerL ?? 0);
		doses.forEach(({ of }, i) => {
			for (const { index, share } of of) grams[index]! += share * amounts[i]!;
		});
		return grams;
	};
	if (doses.length === 0) return spread([]);
	if (recipe) return spread(recipe.result.additions.map(({ gramsPerL }) => gramsPerL));
	const most = MOST_PER_L * Math.max(...ingredients.map(({ gramsPerUnit }) => gramsPerUnit));
	const ecAt = (grams: number) => salts(additionsOf(ingredients, spread([grams]), 1, water)).ecMsCm;
	return spread([rootOf((grams) => ecAt(grams) - aimMsCm + unexplainedMsCm, 0, most, 1e-9)]);
}

/** So many litres of it, as the operation `salts` reads it. */
export function additionsOf(
	ingredients: readonly Ingredient[],
	gramsPerL: readonly number[],
	litres: number,
	water: Water
): SaltsInput {
	const poured = ingredients.flatMap(({ saltId, label, available }, i): SaltsInput['additions'] => {
		const grams = Math.min(1e6, gramsPerL[i]! * litres);
		if (saltId) return gramsPerL[i]! > NO_GRAMS ? [{ salt: saltId, grams, purity: 1 }] : [];
		return [{ label: label!, grams, purity: available }];
	});
	return {
		volumeL: litres,
		additions: poured,
		water: { ...ionsOf(water), alkalinityMeqL: water.alkalinityMeqL }
	};
}

/**
 * So many litres of it with the acid or the base they take: what the plants find.
 *
 * @returns as the operation `salts` reads it, and what a litre takes; null: it needs none
 */
export function solutionOf(
	from: Dosing & { ingredients: readonly Ingredient[] },
	gramsPerL: readonly number[],
	litres: number,
	water: Water
): { input: SaltsInput; dose: PhDose | null } {
	const plain = additionsOf(from.ingredients, gramsPerL, litres, water);
	const dose = phDose(water, from, salts(plain).elementsMgL.P / ATOMIC_WEIGHT.P);
	if (!dose) return { input: plain, dose };
	const treated = {
		...withDose(ionsOf(water), dose.addsMgL),
		alkalinityMeqL: clamp(dose.leavesMeqL, 0, 50)
	};
	return { input: { ...plain, water: treated }, dose };
}

/** What is measured out, in the unit it is measured in. */
const itemsOf = (
	ingredients: readonly Ingredient[],
	gramsPerL: readonly number[],
	litres: number
): MixItem[] =>
	ingredients.flatMap(({ name, saltId, unit, gramsPerUnit }, index) =>
		saltId && gramsPerL[index]! <= NO_GRAMS
			? []
			: [{ name, amount: (gramsPerL[index]! * litres) / gramsPerUnit, unit, saltId, index }]
	);

/** Each in its turn, calcium last of all, whatever it is sold as. */
function inMixingOrder(items: MixItem[], ingredients: readonly Ingredient[]): MixItem[] {
	const turn = ({ index }: MixItem): number => factsOf(ingredients[index]!.fractions).turn;
	return [...items].sort((a, b) => turn(a) - turn(b));
}

type Mixing = ParameterSet['mixing'];

/** With a meter: its own error. */
const ofMeter = (expectedMsCm: number, { meterMsCm, meterShare }: Mixing): number =>
	meterMsCm.value + meterShare.value * expectedMsCm;

/** By label: print tolerance, spoon and water, added in squares. */
function ofLabel(expectedMsCm: number, waterMsCm: number, mixing: Mixing): number {
	const { labelShare, spoonShare, waterShare } = mixing;
	const fed = Math.max(0, expectedMsCm - waterMsCm);
	return Math.hypot(labelShare.value * fed, spoonShare.value * fed, waterShare.value * waterMsCm);
}
