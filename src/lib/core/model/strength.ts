import { labelled, type MixSettings, type WaterFigures } from '../design';
import {
	bandsAt,
	LIMITED,
	practiceWith,
	recipe,
	salts,
	targetsAt,
	type MixPractice,
	type Recipe,
	type RecipeInput
} from '../nutrients';
import type { ParameterSet } from '../parameters';
import { clamp } from '../quantity';
import { ATOMIC_WEIGHT, ELEMENTS, pick, type Crop, type Stage } from '../shelf';
import { dosesOf, heldMgL, ingredientsOf, type Dose, type Ingredient } from './helpers/ingredients';
import {
	acidBottle,
	baseBottle,
	phDose,
	secondBottle,
	withDose,
	type PhDose
} from './helpers/ph-dose';
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

/** What the crops on the loop would like, and where they agree. */
function wishes(
	{ crops: uses, useLPerDay }: WaterUse,
	shelf: { crops: readonly Crop[] },
	parameters: Pick<ParameterSet, 'growth' | 'mixing'>
) {
	const crops = uses.map((use) => ({ ...use, crop: pick(shelf.crops, use.crop.id) }));
	const bands = crops.map(({ crop, stage }) => bandOf(crop, stage, parameters));
	const range = overlap(
		Math.max(0, ...bands.map(({ low }) => low)),
		Math.min(6, ...bands.map(({ high }) => high))
	);
	const ph = overlap(
		over(crops, ({ crop }) => crop.phLow, 4),
		under(crops, ({ crop }) => crop.phHigh, 7)
	);
	return {
		crops,
		range,
		ph,
		recommendedMsCm: wishedMsCm({ crops, useLPerDay }, range, parameters)
	};
}

/** What decides how its pH is moved: where it should be, and what there is to move it with. */
const dosingOf = (
	mix: Pick<MixSettings, 'acid' | 'secondAcid' | 'base' | 'fish'>,
	ph: Overlap,
	mixing: ParameterSet['mixing']
) => ({
	ph: { ...ph, aim: Math.round((ph.low + ph.high) * 10) / 20 },
	bottles: {
		acid: acidBottle(mix, mixing),
		second: secondBottle(mix),
		base: baseBottle(mix, mixing)
	},
	fish: mix.fish
});

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
		const { crops, range, ph, recommendedMsCm } = wishes(waterUse, shelf, parameters);
		const aimMsCm = Math.max(mix.strengthMsCm ?? recommendedMsCm, 0.05);
		const fruiting = crops.some(({ crop }) => crop.fruiting);
		const ingredients = ingredientsOf(mix.source, shelf.kept, mix.held);
		const doses = dosesOf(ingredients);
		const practice = practiceWith(parameters, mix.profile);
		const byLabel = mix.method === 'label' && labelled(mix.source);
		const dosing = dosingOf(mix, ph, parameters.mixing);
		const unexplainedMsCm = unexplained(sourceWater, parameters.mixing);
		const fitting = {
			...withHeld(sourceWater, ingredients),
			doseFor: (phosphateMmolL: number) => phDose(sourceWater, dosing, phosphateMmolL)
		};
		return {
			recommendedMsCm,
			aimMsCm,
			range,
			...dosing,
			unexplainedMsCm,
			targetsMgL: targetsAt(aimMsCm, fruiting, practice),
			bandsMgL: bandsAt(aimMsCm, fruiting, practice),
			fruiting,
			ingredients,
			doses,
			byLabel,
			recipe:
				byLabel || doses.length === 0 || byStrength(doses)
					? null
					: fitRecipe(
							fitting,
							doses,
							{ aimMsCm: Math.max(0.01, aimMsCm - unexplainedMsCm), atMsCm: aimMsCm, fruiting },
							practice
						)
		};
	}
);

export type Water = WaterFigures;
/** What a meter reads of the source water over what its ions explain, with their own errors allowed for, mS/cm. */
function unexplained(water: Water, { waterOff, waterOffMsCm }: ParameterSet['mixing']): number {
	const { ecMsCm } = salts({ volumeL: 1, additions: [], water: ionsOf(water) });
	return Math.max(0, water.ecMsCm - (1 + waterOff.value) * ecMsCm - waterOffMsCm.value);
}
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
	/** What of it is acid's or base's, once so much phosphate is in it. */
	doseFor: (phosphateMmolL: number) => PhDose | null;
}
/** The source water with what the grower holds in it already. */
function withHeld(
	source: Water,
	ingredients: readonly Ingredient[]
): Pick<Fitting, 'water' | 'ecMsCm'> {
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

/** Acid and recipe have settled when what the acid brings moves by less than this part of it. */
const SETTLED = 1e-3;
const MOST_STEPS = 16;
/** A strength this near is the one aimed at. */
const NEAR_AIM_MSCM = 0.002;

/**
 * The macro elements are fitted at a share of full strength, and the share is moved until the strength is met;
 * the traces go by the strength aimed at, and nothing passes its limit. What acid or base brings counts as the
 * water's, and follows from the phosphates that are fitted: both are solved together, so that there is no one function
 * to bracket, and the root finder does not serve. Each recipe is a fit of its own: three or four here, some forty there.
 */
function fitRecipe(
	{ water, ecMsCm, doseFor }: Fitting,
	doses: readonly Dose[],
	{ aimMsCm, atMsCm, fruiting }: { aimMsCm: number; atMsCm: number; fruiting: boolean },
	practice: MixPractice
): { input: RecipeInput; result: Recipe } {
	let share = clamp(aimMsCm / practice.mixing.fullMsCm.value, 0.05, 5);
	const addsWith = (phosphorusMgL: number) =>
		doseFor(Math.max(0, phosphorusMgL) / ATOMIC_WEIGHT.P)?.addsMgL ?? {};
	// as if its phosphorus were what is aimed at, less what the acid brings: near enough to begin from
	const phosphorus = targetsAt(atMsCm, fruiting, practice, share).P;
	let adds = addsWith(phosphorus - (addsWith(phosphorus).P ?? 0));
	const inputAt = (at: number): RecipeInput => ({
		targetsMgL: targetsAt(atMsCm, fruiting, practice, at),
		salts: doses.map(({ as }) => as),
		water: withDose(water, adds),
		limitsMgL: Object.fromEntries(LIMITED.map((e) => [e, practice.limits[e].value])),
		ammoniumShare: practice.mixing.ammoniumShare.value
	});
	let result = recipe(inputAt(share));
	let [before, beforeMs] = [0, ecMsCm];
	for (let step = 0; step < MOST_STEPS; step++) {
		const next = addsWith(result.elementsMgL.P - (adds.P ?? 0));
		const settled = near(adds, next);
		const off = aimMsCm - result.ecMsCm;
		if (settled && Math.abs(off) <= NEAR_AIM_MSCM) break;
		// strength rises almost in proportion to the share: a secant settles in a few steps
		const slope = (result.ecMsCm - beforeMs) / (share - before);
		const to =
			Math.abs(off) > NEAR_AIM_MSCM && slope > 0 ? clamp(share + off / slope, 0.01, 20) : share;
		if (settled && to === share) break;
		if (to !== share) [before, beforeMs] = [share, result.ecMsCm];
		[share, adds] = [to, next];
		result = recipe(inputAt(share));
	}
	return { input: inputAt(share), result };
}

const near = (a: PhDose['addsMgL'], b: PhDose['addsMgL']): boolean =>
	(['N', 'P', 'S', 'K'] as const).every(
		(e) => Math.abs((a[e] ?? 0) - (b[e] ?? 0)) <= SETTLED * Math.max(a[e] ?? 0, b[e] ?? 0)
	);
