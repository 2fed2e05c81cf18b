import { labelled, type WaterFigures } from '../design';
import {
	bandsAt,
	LIMITED,
	practiceWith,
	recipe,
	targetsAt,
	type MixPractice,
	type Recipe,
	type RecipeInput
} from '../nutrients';
import type { ParameterSet } from '../parameters';
import { clamp } from '../quantity';
import { ELEMENTS, pick, type Crop, type Stage } from '../shelf';
import { dosesOf, heldMgL, ingredientsOf, type Dose, type Ingredient } from './ingredients';
import { sourceWater } from './source-water';
import { stage } from './stage';
import { waterUse, type CropUse, type WaterUse } from './water-use';

/** Where ranges overlap; `agree` is false where they do not, and then it is the gap between them. */
export interface Overlap {
	low: number;
	high: number;
	agree: boolean;
}

const overlap = (low: number, high: number): Overlap =>
	low <= high ? { low, high, agree: true } : { low: high, high: low, agree: false };

/** What a crop takes at its stage: weaker does little harm, much stronger than its wish burns young roots. */
export function bandOf(
	crop: Crop,
	stage: Stage,
	{ growth, mixing }: Pick<ParameterSet, 'growth' | 'mixing'>
): { low: number; high: number } {
	return bandAt(crop, growth[stage].value, mixing);
}

/** The same of a plant with so much of its leaf. */
export function bandAt(
	crop: Crop,
	leaf: number,
	mixing: ParameterSet['mixing']
): { low: number; high: number } {
	const range = crop.ecFullMsCm - crop.ecEarlyMsCm;
	const wish = crop.ecEarlyMsCm + range * leaf;
	const half = mixing.stageBand.value * range;
	return { low: crop.ecEarlyMsCm, high: Math.min(crop.ecFullMsCm, wish + half) };
}

/** A crop's wish grows from its early to its full strength as the plant does. */
export const wishOf = (crop: Crop, stage: Stage, growth: ParameterSet['growth']): number =>
	crop.ecEarlyMsCm + (crop.ecFullMsCm - crop.ecEarlyMsCm) * growth[stage].value;

/** Strength the crops would like, rounded as a meter reads; weighed by what each drinks. */
function wishedMsCm(
	{ crops, useLPerDay }: Pick<WaterUse, 'crops' | 'useLPerDay'>,
	{ low, high }: Overlap,
	{ growth, mixing }: Pick<ParameterSet, 'growth' | 'mixing'>
): number {
	const wish = ({ crop, stage }: CropUse) => wishOf(crop, stage, growth);
	const mean = crops.reduce((sum, use) => sum + wish(use) * use.litresPerDay, 0) / useLPerDay;
	const wished = crops.length === 0 || useLPerDay === 0 ? mixing.emptyMsCm.value : mean;
	return Math.round(clamp(wished, low, high) * 20) / 20;
}

const over = (crops: readonly CropUse[], of: (use: CropUse) => number, least: number): number =>
	Math.max(least, ...crops.map(of));
const under = (crops: readonly CropUse[], of: (use: CropUse) => number, most: number): number =>
	Math.min(most, ...crops.map(of));

/** What the crops want, and the recipe per litre that gives it; independent of how much is mixed. */
export const strength = stage(
	'strength',
	{
		operation: ['mix'],
		shelf: ['crops', 'kept'],
		parameters: ['growth', 'leafTargets', 'fruitTargets', 'traceTargets', 'limits', 'mixing']
	},
	{ waterUse, sourceWater },
	({ operation, sourceWater, shelf, parameters, waterUse }) => {
		const { mix } = operation;
		const crops = waterUse.crops.map((use) => ({ ...use, crop: pick(shelf.crops, use.crop.id) }));
		const bands = crops.map(({ crop, stage }) => bandOf(crop, stage, parameters));
		const range = overlap(
			Math.max(0, ...bands.map(({ low }) => low)),
			Math.min(6, ...bands.map(({ high }) => high))
		);
		const ph = overlap(
			over(crops, ({ crop }) => crop.phLow, 4),
			under(crops, ({ crop }) => crop.phHigh, 7)
		);
		const wished = { crops, useLPerDay: waterUse.useLPerDay };
		const recommendedMsCm = wishedMsCm(wished, range, parameters);
		const aimMsCm = Math.max(mix.strengthMsCm ?? recommendedMsCm, 0.05);
		const fruiting = crops.some(({ crop }) => crop.fruiting);
		const ingredients = ingredientsOf(mix.source, shelf.kept, mix.held);
		const doses = dosesOf(ingredients);
		const practice = practiceWith(parameters, mix.profile);
		const byLabel = mix.method === 'label' && labelled(mix.source);
		return {
			recommendedMsCm,
			aimMsCm,
			range,
			ph: { ...ph, aim: Math.round((ph.low + ph.high) * 10) / 20 },
			targetsMgL: targetsAt(aimMsCm, fruiting, practice),
			bandsMgL: bandsAt(aimMsCm, fruiting, practice),
			fruiting,
			ingredients,
			doses,
			byLabel,
			recipe:
				byLabel || doses.length === 0 || byStrength(doses)
					? null
					: fitRecipe(withHeld(sourceWater, ingredients), doses, { aimMsCm, fruiting }, practice)
		};
	}
);

export type Water = WaterFigures;
/** What of a source water counts towards a mix. */
export const ionsOf = ({ Ca, Mg, Na, Cl, S, K, NO3N, B }: Water) => ({
	...{ Ca, Mg, Na, Cl, S },
	...(K !== undefined && { K }),
	...(NO3N !== undefined && { NO3N }),
	...(B !== undefined && { B })
});

interface Fitting {
	/** What is there before anything is fitted, mg/L. */
	water: NonNullable<RecipeInput['water']>;
	ecMsCm: number;
}
/** The source water with what the grower holds in it already. */
function withHeld(source: Water, ingredients: readonly Ingredient[]): Fitting {
	const water: Fitting['water'] = { ...ionsOf(source) };
	const held = heldMgL(ingredients);
	for (const e of ELEMENTS) {
		const mgL = (water[e] ?? 0) + (held[e] ?? 0);
		if (mgL > 0 && e in held) water[e] = Math.min(10_000, mgL);
	}
	return { water, ecMsCm: source.ecMsCm };
}

/** One product, or several in a fixed ratio: there is nothing to fit, only how much of it. */
export const byStrength = (doses: readonly Dose[]): boolean =>
	doses.length === 1 && typeof doses[0]!.as !== 'string';

/**
 * The macro elements are fitted at a share of full strength, and the share is moved until the strength is met;
 * the traces go by the strength aimed at, and nothing passes its limit.
 */
function fitRecipe(
	{ water, ecMsCm }: Fitting,
	doses: readonly Dose[],
	{ aimMsCm, fruiting }: { aimMsCm: number; fruiting: boolean },
	practice: MixPractice
): { input: RecipeInput; result: Recipe } {
	const inputAt = (share: number): RecipeInput => ({
		targetsMgL: targetsAt(aimMsCm, fruiting, practice, share),
		salts: doses.map(({ as }) => as),
		water,
		limitsMgL: Object.fromEntries(LIMITED.map((e) => [e, practice.limits[e].value])),
		ammoniumShare: practice.mixing.ammoniumShare.value
	});
	// strength rises almost in proportion to the share: a secant settles in a few steps
	let [before, beforeMs] = [0, ecMsCm];
	let share = clamp(aimMsCm / practice.mixing.fullMsCm.value, 0.05, 5);
	let result = recipe(inputAt(share));
	for (let step = 0; step < 8 && Math.abs(result.ecMsCm - aimMsCm) > 0.002; step++) {
		const slope = (result.ecMsCm - beforeMs) / (share - before);
		if (!(slope > 0)) break;
		[before, beforeMs] = [share, result.ecMsCm];
		share = clamp(share + (aimMsCm - result.ecMsCm) / slope, 0.01, 20);
		if (share === before) break;
		result = recipe(inputAt(share));
	}
	return { input: inputAt(share), result };
}
