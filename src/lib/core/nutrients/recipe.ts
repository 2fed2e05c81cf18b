import { z } from 'zod';
import { quantity } from '../quantity';
import { ELEMENTS, type Amounts, type Element } from '../shelf';
import { labelFractions, labelSchema, type Label } from '../shelf';
import { nnls } from './nnls';
import { SALT_IDS, saltFractions, type SaltId } from '../shelf';
import { salts, saltsOutput, waterFields } from './salts';

const byElement = <T extends z.ZodType>(make: (name: Element) => T) =>
	Object.fromEntries(ELEMENTS.map((e) => [e, make(e)])) as Record<Element, T>;
const ingredient = z.union([
	z.enum(SALT_IDS, { error: () => `salt must be one of ${SALT_IDS.join(', ')}` }),
	z.strictObject({ label: labelSchema })
]);

export const recipeInput = z
	.strictObject({
		targetsMgL: z.strictObject(
			byElement((e) => quantity(`target for ${e}`, 'mg/L', { above: 0, max: 10_000 }).optional())
		),
		weights: z
			.strictObject(
				byElement((e) => quantity(`weight of ${e}`, '', { min: 0, max: 1000 }).optional())
			)
			.optional(),
		salts: z.array(ingredient).min(1, 'salts must hold at least one').max(100),
		water: z.strictObject(waterFields).optional()
	})
	.superRefine(({ salts: list, targetsMgL }, context) => {
		const seen = new Set<string>();
		list.forEach((item, i) => {
			const key = JSON.stringify(item);
			if (seen.has(key))
				context.addIssue({
					code: 'custom',
					path: ['salts', i],
					message: 'the same salt stands twice'
				});
			seen.add(key);
		});
		if (Object.values(targetsMgL).every((value) => value === undefined))
			context.addIssue({
				code: 'custom',
				path: ['targetsMgL'],
				message: 'give at least one target, mg/L'
			});
	});
export type RecipeInput = z.infer<typeof recipeInput>;
export const recipeOutput = z.strictObject({
	additions: z.array(z.strictObject({ salt: z.unknown(), gramsPerL: z.number() })),
	elementsMgL: saltsOutput.shape.elementsMgL,
	errorsPercent: z.partialRecord(z.enum(ELEMENTS), z.number()),
	surplusMgL: z.partialRecord(z.enum(ELEMENTS), z.number()),
	ecMsCm: z.number()
});
export interface Recipe {
	additions: { salt: SaltId | { label: Label }; gramsPerL: number }[];
	elementsMgL: Amounts;
	errorsPercent: Partial<Amounts>;
	surplusMgL: Partial<Amounts>;
	ecMsCm: number;
}

/**
 * Grams per litre of each salt that come nearest to a set of element targets, none below zero: weighted
 * least squares on the relative errors. Sulfur weighs 0.1 unless given, for plants forgive it. What the
 * water brings counts; an element it already meets is left out and its excess listed.
 */
export function recipe({ targetsMgL, weights = {}, salts: list, water = {} }: RecipeInput): Recipe {
	const inWater = salts({ volumeL: 1, additions: [], water }).elementsMgL;
	const targeted = ELEMENTS.filter((e) => targetsMgL[e] !== undefined);
	const fitted = targeted.filter((e) => inWater[e] < targetsMgL[e]!);
	const fractions = list.map((item) =>
		typeof item === 'string' ? saltFractions(item) : labelFractions(item.label)
	);
	const root = (e: Element) => Math.sqrt(weights[e] ?? (e === 'S' ? 0.1 : 1));
	// unknowns in g/L: a gram brings 1000·fraction mg
	const rows = fitted.map((e) => fractions.map((f) => (root(e) * f[e] * 1000) / targetsMgL[e]!));
	const right = fitted.map((e) => (root(e) * (targetsMgL[e]! - inWater[e])) / targetsMgL[e]!);
	const gramsPerL = fitted.length > 0 ? nnls(rows, right) : list.map(() => 0);
	const additions = list.map((salt, i) => ({ salt, gramsPerL: gramsPerL[i] ?? 0 }));
	const { elementsMgL, ecMsCm } = salts({
		volumeL: 1,
		water,
		additions: additions.map(({ salt, gramsPerL: grams }) =>
			typeof salt === 'string' ? { salt, grams, purity: 1 } : { ...salt, grams, purity: 1 }
		)
	});
	const errorsPercent: Partial<Amounts> = {};
	const surplusMgL: Partial<Amounts> = {};
	for (const e of targeted) {
		errorsPercent[e] = (100 * (elementsMgL[e] - targetsMgL[e]!)) / targetsMgL[e]!;
		if (inWater[e] > targetsMgL[e]!) surplusMgL[e] = inWater[e] - targetsMgL[e]!;
	}
	return { additions, elementsMgL, errorsPercent, surplusMgL, ecMsCm };
}
