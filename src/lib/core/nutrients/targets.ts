import type { Element } from '../shelf';

/** A figure of practice with the range it is found in. */
export interface Practice {
	value: number;
	low: number;
	high: number;
	source: string;
}
const practice = (value: number, low: number, high: number): Practice => ({
	value,
	low,
	high,
	source: `common practice, ${low} to ${high}`
});

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

/** The strength the targets below stand for, mS/cm; others follow in proportion. */
export const FULL_MSCM = 2;

/** Macro targets at about full strength, mg/L, for leaves and for fruit. */
const LEAF = { N: 165, P: 40, K: 210, Ca: 150, Mg: 40, S: 55 };
const FRUIT = { N: 165, P: 45, K: 250, Ca: 160, Mg: 45, S: 65 };

/** Trace targets at full strength, mg/L. */
export const TRACE_TARGETS: Record<'Fe' | (typeof TRACES)[number], Practice> = {
	Fe: practice(2.5, 1, 5),
	Mn: practice(0.6, 0.3, 1),
	Zn: practice(0.1, 0.05, 0.3),
	Cu: practice(0.05, 0.02, 0.1),
	B: practice(0.3, 0.2, 0.5),
	Mo: practice(0.05, 0.01, 0.1)
};

/** What no mix may pass, mg/L: above it roots and leaves are harmed. */
export const LIMITS_MGL = {
	Mn: practice(5, 2, 10),
	Zn: practice(2, 1, 5),
	Cu: practice(0.5, 0.3, 1),
	B: practice(1, 0.7, 2),
	Mo: practice(0.5, 0.2, 1),
	Fe: practice(6, 5, 10),
	Na: practice(100, 50, 150),
	Cl: practice(180, 100, 250)
} satisfies Partial<Record<Element, Practice>>;
export type LimitedElement = keyof typeof LIMITS_MGL;
export const LIMITED = Object.keys(LIMITS_MGL) as LimitedElement[];

/** The greatest part of the nitrogen that may be ammonium. */
export const AMMONIUM_SHARE = practice(0.3, 0.1, 0.3);

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
	share = strengthMsCm / FULL_MSCM
): Record<Nutrient, number> {
	const macro = fruiting ? FRUIT : LEAF;
	return Object.fromEntries(
		NUTRIENTS.map((e) => [
			e,
			e in macro
				? macro[e as keyof typeof macro] * share
				: (TRACE_TARGETS[e as keyof typeof TRACE_TARGETS].value * strengthMsCm) / FULL_MSCM
		])
	) as Record<Nutrient, number>;
}
