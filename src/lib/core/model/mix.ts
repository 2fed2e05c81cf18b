import type { Operation, SourceWater } from '../design';
import {
	LIMITED,
	recipe,
	salts,
	targetsAt,
	type MixPractice,
	type Nutrient,
	type Recipe,
	type RecipeInput,
	type SaltsInput,
	type Solution
} from '../nutrients';
import type { ParameterSet } from '../parameters';
import { clamp, rootOf } from '../quantity';
import { pick, SALTS, type Crop, type SaltId, type Stage } from '../shelf';
import { loopWater } from './loop-water';
import { reserve } from './reserve';
import { drainBackState } from './returns';
import { sourceWater } from './source-water';
import { stage } from './stage';
import { tank } from './tank';
import { waterUse, type CropUse, type WaterUse } from './water-use';

export interface MixItem {
	name: string;
	/** Grams of a salt or powder, millilitres of a liquid. */
	amount: number;
	unit: 'g' | 'mL';
	saltId: SaltId | null;
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
	items: MixItem[];
	expectedMsCm: number;
	/** What the twelve elements should be at the strength aimed at, mg/L. */
	targetsMgL: Record<Nutrient, number>;
	/** Strength of the source water by what is dissolved in it, mS/cm. */
	waterMsCm: number;
	/** Half width of what to expect, mS/cm. */
	uncertaintyMsCm: number;
	recipe: { input: RecipeInput; result: Recipe } | null;
	salts: { input: SaltsInput; result: Solution };
}

/** A mix this near is what was aimed at: no meter reads closer. */
const OFF_MSCM = 0.05;
/** Less of a salt than this, g/L, is rounding and not an ingredient. */
const NO_GRAMS = 1e-9;

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
		shelf: ['crops'],
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
		const { source } = mix;
		return {
			recommendedMsCm,
			aimMsCm,
			range,
			ph: { ...ph, aim: Math.round((ph.low + ph.high) * 10) / 20 },
			targetsMgL: targetsAt(aimMsCm, fruiting, parameters),
			recipe:
				source.kind === 'salts'
					? fitRecipe(sourceWater, source.saltIds, { aimMsCm, fruiting }, parameters)
					: null
		};
	}
);

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
		const litres = Math.max(0.1, filled[operation.mix.fills]);
		const { source, method } = operation.mix;
		const dosed =
			source.kind === 'salts'
				? weighed(water, strength.recipe!, litres)
				: byProduct(water, operation.mix, source, strength.aimMsCm, litres);
		const byLabel = method === 'label' && source.kind === 'product';
		// what cannot be reached, or the water alone passes, is not what will be in the tank
		const reached = Math.abs(dosed.expectedMsCm - strength.aimMsCm) <= OFF_MSCM;
		return {
			...strength,
			strengthMsCm: byLabel || !reached ? Math.max(0.05, dosed.expectedMsCm) : strength.aimMsCm,
			waterMsCm: salts({ volumeL: 1, additions: [], water: ionsOf(water) }).ecMsCm,
			litres,
			...dosed,
			uncertaintyMsCm: byLabel
				? ofLabel(dosed.expectedMsCm, water.ecMsCm, parameters.mixing)
				: ofMeter(dosed.expectedMsCm, parameters.mixing)
		};
	}
);

type Dosed = Pick<MixState, 'items' | 'expectedMsCm' | 'salts'>;
type Fitted = NonNullable<MixState['recipe']>;

type Water = Omit<SourceWater, 'id' | 'name'>;
const ionsOf = ({ Ca, Mg, Na, Cl, S }: Water) => ({ Ca, Mg, Na, Cl, S });

/**
 * The macro elements are fitted at a share of full strength, and the share is moved until the strength is met;
 * the traces go by the strength aimed at, and nothing passes its limit.
 */
function fitRecipe(
	source: Water,
	saltIds: SaltId[],
	{ aimMsCm, fruiting }: { aimMsCm: number; fruiting: boolean },
	practice: MixPractice
): Fitted {
	const water = ionsOf(source);
	const inputAt = (share: number): RecipeInput => ({
		targetsMgL: targetsAt(aimMsCm, fruiting, practice, share),
		salts: saltIds,
		water,
		limitsMgL: Object.fromEntries(LIMITED.map((e) => [e, practice.limits[e].value])),
		ammoniumShare: practice.mixing.ammoniumShare.value
	});
	// strength rises almost in proportion to the share: a secant settles in a few steps
	let [before, beforeMs] = [0, source.ecMsCm];
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

/** The recipe weighed out for so many litres. */
function weighed(source: Water, { result }: Fitted, litres: number): Dosed {
	const items = result.additions
		.filter(({ gramsPerL }) => gramsPerL > NO_GRAMS)
		.map(({ salt, gramsPerL }): MixItem => {
			const saltId = salt as SaltId;
			return { name: SALTS[saltId].name, amount: gramsPerL * litres, unit: 'g', saltId };
		});
	const input: SaltsInput = {
		volumeL: litres,
		additions: items.map(({ saltId, amount }) => ({ salt: saltId!, grams: amount, purity: 1 })),
		water: { ...ionsOf(source), alkalinityMeqL: source.alkalinityMeqL }
	};
	const solution = salts(input);
	return {
		items: inMixingOrder(items),
		expectedMsCm: solution.ecMsCm,
		salts: { input, result: solution }
	};
}

/** More of a product than this, g or mL a litre, is no dose. */
const MOST_PER_L = 100;

type Mix = Operation['mix'];
type Product = Extract<Mix['source'], { kind: 'product' }>;

function byProduct(
	source: Water,
	mix: Mix,
	product: Product,
	aimMsCm: number,
	litres: number
): Dosed {
	const gramsPerUnit = product.form === 'liquid' ? product.densityKgL : 1;
	const at = (perL: number): SaltsInput => ({
		volumeL: litres,
		additions: [
			{ label: product.label, grams: Math.min(1e6, perL * gramsPerUnit * litres), purity: 1 }
		],
		water: { ...ionsOf(source), alkalinityMeqL: source.alkalinityMeqL }
	});
	let perL = product.labelDosePerL * mix.labelShare;
	if (mix.method === 'meter') {
		perL = rootOf((dose) => salts(at(dose)).ecMsCm - aimMsCm, 0, MOST_PER_L, 1e-9);
	}
	const input = at(perL);
	const result = salts(input);
	const unit = product.form === 'liquid' ? 'mL' : 'g';
	return {
		items: [{ name: product.name, amount: perL * litres, unit, saltId: null }],
		expectedMsCm: result.ecMsCm,
		salts: { input, result }
	};
}

/** Magnesium and sulfates first, then potassium and phosphates, iron, and calcium last of all. */
function inMixingOrder(items: MixItem[]): MixItem[] {
	const rank = ({ saltId }: MixItem): number =>
		saltId === null
			? 1
			: saltId.startsWith('calcium')
				? 4
				: saltId.startsWith('iron')
					? 3
					: saltId.startsWith('magnesium')
						? 0
						: saltId.includes('phosphate')
							? 1
							: 2;
	return [...items].sort((a, b) => rank(a) - rank(b));
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
