import { z } from 'zod';
import { quantity } from '../quantity';
import { ELEMENTS, type Amounts, type Element } from '../shelf';
import { labelFractions, labelSchema, type Label } from '../shelf';
import { nnls, nnlsWithin } from './nnls';
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
			byElement((e) =>
				quantity(`target for ${e}`, 'concentration', { above: 0, max: 10_000 }).optional()
			)
		),
		weights: z
			.strictObject(
				byElement((e) => quantity(`weight of ${e}`, 'ratio', { min: 0, max: 1000 }).optional())
			)
			.optional(),
		salts: z.array(ingredient).min(1, 'salts must hold at least one').max(100),
		water: z.strictObject(waterFields).optional(),
		/** What no mix may pass. */
		limitsMgL: z
			.strictObject(
				byElement((e) =>
					quantity(`limit of ${e}`, 'concentration', { above: 0, max: 10_000 }).optional()
				)
			)
			.optional(),
		ammoniumShare: quantity('ammonium share of the nitrogen', 'share', {
			min: 0,
			max: 1
		}).optional()
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
 * water brings counts; an element it already meets is left out and its excess listed. With `limitsMgL` and
 * `ammoniumShare` it is the nearest within them; what the water alone has over its limit is no limit any more.
 */
export function recipe(input: RecipeInput): Recipe {
	const { targetsMgL, weights = {}, salts: list, water = {} } = input;
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
	const gramsPerL =
		fitted.length > 0 ? nearest(rows, right, limitRows(input, inWater, fractions)) : [];
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

interface Limits {
	rows: number[][];
	right: number[];
}

/** Limits as rows over the grams per litre, each as a share of its limit. */
function limitRows(
	{ limitsMgL = {}, ammoniumShare }: RecipeInput,
	inWater: Amounts,
	fractions: readonly Readonly<Amounts>[]
): Limits {
	const limits: Limits = { rows: [], right: [] };
	for (const e of ELEMENTS) {
		const limit = limitsMgL[e];
		if (limit === undefined || inWater[e] > limit) continue;
		limits.rows.push(fractions.map((f) => (f[e] * 1000) / limit));
		limits.right.push((limit - inWater[e]) / limit);
	}
	if (ammoniumShare === undefined) return limits;
	const room = ammoniumShare * inWater.N - inWater.NH4N;
	if (room < 0) return limits;
	// ammonium over its share of the nitrogen, in steps of 100 mg/L of nitrogen
	limits.rows.push(fractions.map((f) => (f.NH4N - ammoniumShare * f.N) * 10));
	limits.right.push(room / 100);
	return limits;
}

/** The fit; a salt that brings no fitted element stays at 0, whatever limit it would ease. */
function nearest(rows: number[][], right: number[], limits: Limits): number[] {
	if (limits.rows.length === 0) return nnls(rows, right);
	const useful = rows[0]!.map((_, j) => rows.some((row) => row[j]! > 0));
	const only = (row: number[]) => row.filter((_, j) => useful[j]);
	const fit = nnlsWithin(rows.map(only), right, limits.rows.map(only), limits.right);
	let next = 0;
	return useful.map((used) => (used ? fit[next++]! : 0));
}
