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

/** How far an own target may be missed before it counts as missed. */
const OWN_BAND = 0.2;

/** Practice with targets of the grower's own in place of the usual, mg/L at full strength. */
export function practiceWith<P extends MixPractice>(
	practice: P,
	own: Partial<Record<Nutrient, number>>
): P {
	if (Object.keys(own).length === 0) return practice;
	const mine = <T extends object>(group: T): T =>
		Object.fromEntries(
			Object.entries(group).map(([e, usual]) => {
				const value = own[e as Nutrient];
				if (value === undefined) return [e, usual];
				const band = { low: value * (1 - OWN_BAND), high: value * (1 + OWN_BAND) };
				return [e, { ...(usual as object), value, ...band }];
			})
		) as T;
	return {
		...practice,
		leafTargets: mine(practice.leafTargets),
		fruitTargets: mine(practice.fruitTargets),
		traceTargets: mine(practice.traceTargets)
	};
}

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
