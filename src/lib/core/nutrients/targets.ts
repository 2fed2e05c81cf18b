import { PARAMETERS, type ParameterSet } from '../parameters';
import type { Element } from '../shelf';

/** The figures of practice a mix is aimed and judged by. */
export type MixPractice = Pick<
	ParameterSet,
	'leafTargets' | 'fruitTargets' | 'traceTargets' | 'limits' | 'mixing'
>;

/** The twelve elements a mix is judged by, as they stand on the sheet. */
export const NUTRIENTS = [
	...(['N', 'P', 'K', 'Ca', 'Mg', 'S'] as const),
	...(['Fe', 'Mn', 'Zn', 'Cu', 'B', 'Mo'] as const)
] satisfies Element[];
export type Nutrient = (typeof NUTRIENTS)[number];
export const TRACES = ['Mn', 'Zn', 'Cu', 'B', 'Mo'] as const satisfies Nutrient[];

/** In the middle of a sentence. */
export const ELEMENT_NAME: Partial<Record<Element, string>> = {
	N: 'nitrogen',
	NH4N: 'ammonium nitrogen',
	P: 'phosphorus',
	K: 'potassium',
	Ca: 'calcium',
	Mg: 'magnesium',
	S: 'sulfur',
	Fe: 'iron',
	Mn: 'manganese',
	Zn: 'zinc',
	Cu: 'copper',
	B: 'boron',
	Mo: 'molybdenum',
	Na: 'sodium',
	Cl: 'chloride'
};

export const LIMITED = Object.keys(PARAMETERS.limits) as (keyof ParameterSet['limits'])[];

/**
 * What a mix should hold at a strength, mg/L. The macro elements go by the share that a fit has found, the
 * traces by the strength alone: a fit that stretches its macros must never stretch what harms.
 *
 * @param strengthMsCm aimed at, mS/cm
 * @param share of the macro targets; in proportion to the strength unless given
 */
export function targetsAt(
	strengthMsCm: number,
	fruiting: boolean,
	practice: MixPractice = PARAMETERS,
	share = strengthMsCm / practice.mixing.fullMsCm.value
): Record<Nutrient, number> {
	const macro = fruiting ? practice.fruitTargets : practice.leafTargets;
	const traces = strengthMsCm / practice.mixing.fullMsCm.value;
	return Object.fromEntries(
		NUTRIENTS.map((e) => [
			e,
			e in macro
				? macro[e as keyof typeof macro].value * share
				: practice.traceTargets[e as keyof ParameterSet['traceTargets']].value * traces
		])
	) as Record<Nutrient, number>;
}

/**
 * Between what and what each element may lie at a strength, mg/L: the ranges that are found in practice, in
 * proportion to it.
 */
export function bandsAt(
	strengthMsCm: number,
	fruiting: boolean,
	practice: MixPractice = PARAMETERS
): Record<Nutrient, { low: number; high: number }> {
	const macro = fruiting ? practice.fruitTargets : practice.leafTargets;
	const share = strengthMsCm / practice.mixing.fullMsCm.value;
	return Object.fromEntries(
		NUTRIENTS.map((e) => {
			const { low, high } =
				e in macro
					? macro[e as keyof typeof macro]
					: practice.traceTargets[e as keyof ParameterSet['traceTargets']];
			return [e, { low: low * share, high: high * share }];
		})
	) as Record<Nutrient, { low: number; high: number }>;
}
