import { z } from 'zod';
import { quantity } from '../quantity';
import { ATOMIC_WEIGHT, ELEMENTS, noAmounts, type Amounts } from '../shelf';
import { labelFractions, labelSchema } from '../shelf';
import { SALT_IDS, saltFractions } from '../shelf';

const saltId = z.enum(SALT_IDS, {
	error: () => `salt must be one of ${SALT_IDS.join(', ')}`
});
const grams = quantity('grams', 'salt', { min: 0, max: 1e6 });
const purity = quantity('purity', 'share', { min: 0, max: 1 }).default(1);
const mgL = (name: string) => quantity(name, 'concentration', { min: 0, max: 10_000 }).optional();

/** Elements already in the source water, mg/L. */
export const waterFields = Object.fromEntries(ELEMENTS.map((e) => [e, mgL(e)])) as Record<
	(typeof ELEMENTS)[number],
	ReturnType<typeof mgL>
>;

/** A salt by its id, or a product by its label; which one decides by the field that is there. */
const bySalt = z.strictObject({ salt: saltId, purity, grams });
const byLabel = z.strictObject({ label: labelSchema, purity, grams });
const addition = z
	.unknown()
	.transform((raw, context): z.infer<typeof bySalt> | z.infer<typeof byLabel> => {
		const labelled = typeof raw === 'object' && raw !== null && 'label' in raw;
		const parsed = (labelled ? byLabel : bySalt).safeParse(raw);
		if (parsed.success) return parsed.data;
		for (const issue of parsed.error.issues) context.issues.push({ ...issue, input: raw } as never);
		return z.NEVER;
	});

export const saltsInput = z.strictObject({
	volumeL: quantity('volume', 'volume', { above: 0, max: 1e6 }),
	additions: z.array(addition).max(1000),
	water: z
		.strictObject({
			...waterFields,
			alkalinityMeqL: quantity('alkalinity', 'charge', { min: 0, max: 50 }).optional()
		})
		.optional()
});
export type SaltsInput = z.infer<typeof saltsInput>;

const IONS = ['K', 'Ca', 'Mg', 'NH4', 'Na', 'NO3', 'H2PO4', 'SO4', 'Cl', 'HCO3'] as const;
type Ion = (typeof IONS)[number];
const numbers = <K extends string>(keys: readonly K[]) =>
	z.strictObject(Object.fromEntries(keys.map((k) => [k, z.number()])) as Record<K, z.ZodNumber>);

export const saltsOutput = z.strictObject({
	elementsMgL: numbers(ELEMENTS),
	ions: numbers(IONS),
	cationsMeqL: z.number(),
	anionsMeqL: z.number(),
	ecMsCm: z.number(),
	gramsPerL: z.number()
});
export type Solution = z.infer<typeof saltsOutput>;

/**
 * What weighed additions give in so much water: elements, ions, charge balance and conductivity.
 *
 * @param input.additions salts by id or products by label, in grams, with their purity
 * @param input.water what the source water brings, mg/L; alkalinity counts as HCO3 among the anions
 * @example salts({ volumeL: 1, additions: [{ salt: 'potassium-nitrate', grams: 0.5, purity: 1 }] }).ecMsCm
 */
export function salts({ volumeL, additions, water = {} }: SaltsInput): Solution {
	const elementsMgL = noAmounts();
	for (const element of ELEMENTS) elementsMgL[element] = water[element] ?? 0;
	completeNitrogen(elementsMgL, water);
	for (const item of additions) {
		const fractions = 'label' in item ? labelFractions(item.label) : saltFractions(item.salt);
		for (const element of ELEMENTS)
			elementsMgL[element] += (fractions[element] * item.grams * item.purity * 1000) / volumeL;
	}
	const ions = ionsOf(elementsMgL, water.alkalinityMeqL ?? 0);
	const cationsMeqL = ions.K + ions.Ca + ions.Mg + ions.NH4 + ions.Na;
	return {
		elementsMgL,
		ions,
		cationsMeqL,
		anionsMeqL: ions.NO3 + ions.H2PO4 + ions.SO4 + ions.Cl + ions.HCO3,
		ecMsCm: conductivity(cationsMeqL),
		gramsPerL: additions.reduce((total, item) => total + item.grams, 0) / volumeL
	};
}

/** Water's nitrogen follows the label's rule: without a split it is all nitrate; with one, N is at least both. */
function completeNitrogen(amounts: Amounts, water: NonNullable<SaltsInput['water']>): void {
	if (water.NO3N === undefined && water.NH4N === undefined) amounts.NO3N = amounts.N;
	else amounts.N = Math.max(amounts.N, amounts.NO3N + amounts.NH4N);
}

function ionsOf(mgL: Amounts, alkalinityMeqL: number): Record<Ion, number> {
	const { N, P, K, Ca, Mg, S, Na, Cl } = ATOMIC_WEIGHT;
	return {
		K: mgL.K / K,
		Ca: (2 * mgL.Ca) / Ca,
		Mg: (2 * mgL.Mg) / Mg,
		NH4: mgL.NH4N / N,
		Na: mgL.Na / Na,
		NO3: mgL.NO3N / N,
		H2PO4: mgL.P / P,
		SO4: (2 * mgL.S) / S,
		Cl: mgL.Cl / Cl,
		HCO3: alkalinityMeqL
	};
}

/**
 * Conductivity, mS/cm at 25 °C, from the macro-cations in meq/L: 0.095·C + 0.19 (Sonneveld 1999) from
 * 5 meq/L up; below, a straight line from the origin to that value.
 */
export const conductivity = (cationsMeqL: number): number =>
	cationsMeqL >= 5 ? 0.095 * cationsMeqL + 0.19 : (cationsMeqL * (0.095 * 5 + 0.19)) / 5;
