import { z } from 'zod';
import { NoSolution, quantity } from '../quantity';
import {
	factsOf,
	labelFractions,
	labelSchema,
	neverMeet,
	saltFractions,
	SALT_IDS,
	solubilityGL,
	type Label,
	type SaltId
} from '../shelf';
import { salts } from './salts';

const addition = z
	.strictObject({
		salt: z
			.enum(SALT_IDS, { error: () => `salt must be one of ${SALT_IDS.join(', ')}` })
			.optional(),
		label: labelSchema.optional(),
		/** Of ready solution. */
		gramsPerL: quantity('grams a litre', 'salt', { min: 0.00001, max: 50 })
	})
	.refine(({ salt, label }) => (salt === undefined) !== (label === undefined), {
		message: 'give exactly one of salt and label'
	});

export const stockInput = z
	.strictObject({
		additions: z.array(addition).min(1, 'additions must hold at least one').max(40),
		doseMlPerL: quantity('dose of each bottle', 'liquid', { min: 1, max: 50 }),
		bottleL: quantity('size of a bottle', 'volume', { min: 0.05, max: 1000 }),
		temperatureC: quantity('temperature', 'temperature', { min: 0, max: 40 })
	})
	.superRefine(({ additions }, context) => {
		const seen = new Set<string>();
		additions.forEach(({ salt }, i) => {
			if (salt !== undefined && seen.has(salt))
				context.addIssue({
					code: 'custom',
					path: ['additions', i, 'salt'],
					message: `the salt ${salt} stands twice`
				});
			if (salt !== undefined) seen.add(salt);
		});
	});
export type StockInput = z.infer<typeof stockInput>;

const inBottle = z.strictObject({
	salt: z.enum(SALT_IDS).nullable(),
	/** Which of the additions it is. */
	index: z.number(),
	grams: z.number(),
	/** Share of what dissolves at this temperature; null: nobody knows of a product. */
	saturation: z.number().nullable()
});
export const stockOutput = z.strictObject({
	factor: z.number(),
	readyL: z.number(),
	bottles: z.strictObject({ A: z.array(inBottle), B: z.array(inBottle) }),
	worstSalt: z.enum(SALT_IDS).nullable(),
	worstSaturation: z.number().nullable(),
	/** As strong as a concentrate of these can be. */
	maxFactor: z.number().nullable(),
	ecMsCm: z.number()
});
export type Stock = z.infer<typeof stockOutput>;
export type BottleName = keyof Stock['bottles'];
type Poured = z.infer<typeof inBottle>;

/** Sums this near are a tie, g. */
const TIE_G = 1e-9;

/**
 * Two bottles of concentrate: which ingredient goes into which, how many grams, and how near each is to not
 * dissolving. Each salt is taken alone; common ions and the room salts take are left out, so be warned early.
 *
 * @throws NoSolution for a product that holds calcium with phosphorus or sulfur: it clouds as a concentrate
 */
export function stock({ additions, doseMlPerL, bottleL, temperatureC }: StockInput): Stock {
	const factor = 1000 / doseMlPerL;
	const poured = additions.map(({ salt, gramsPerL }, index): Poured => {
		const saturation = salt ? (gramsPerL * factor) / solubilityGL(salt, temperatureC) : null;
		return { salt: salt ?? null, index, grams: gramsPerL * factor * bottleL, saturation };
	});
	const bottleOf = additions.map(({ salt, label }) =>
		salt ? bottleOfSalt(salt) : ofLabel(label!)
	);
	const gramsIn = (bottle: BottleName) =>
		poured.reduce((sum, { grams }, i) => (bottleOf[i] === bottle ? sum + grams : sum), 0);
	poured.forEach((_, i) => {
		if (bottleOf[i] === null) bottleOf[i] = gramsIn('B') < gramsIn('A') - TIE_G ? 'B' : 'A';
	});
	const worst = poured.reduce<Poured | null>(
		(most, one) => ((one.saturation ?? 0) > (most?.saturation ?? 0) ? one : most),
		null
	);
	const put = additions.map(({ salt, label, gramsPerL: grams }) =>
		salt ? { salt, grams, purity: 1 } : { label: label!, grams, purity: 1 }
	);
	return {
		factor,
		readyL: bottleL * factor,
		bottles: {
			A: poured.filter((_, i) => bottleOf[i] === 'A'),
			B: poured.filter((_, i) => bottleOf[i] === 'B')
		},
		worstSalt: worst?.salt ?? null,
		worstSaturation: worst?.saturation ?? null,
		maxFactor: worst?.saturation ? factor / worst.saturation : null,
		ecMsCm: salts({ volumeL: 1, additions: put }).ecMsCm
	};
}

/** Calcium and iron chelates in A; what makes chalk of calcium, and borates and molybdate, in B; null: either. */
function bottleOfSalt(salt: SaltId): BottleName | null {
	const fractions = saltFractions(salt);
	const { calcium, chalks } = factsOf(fractions);
	if (calcium || fractions.Fe > 0) return 'A';
	return chalks || fractions.B + fractions.Mo > 0 ? 'B' : null;
}

function ofLabel(label: Label): BottleName | null {
	const fractions = labelFractions(label);
	const facts = factsOf(fractions);
	if (neverMeet(facts, facts))
		throw new NoSolution(
			`A product with calcium and ${fractions.P > 0 ? 'phosphorus' : 'sulfur'} in it cannot be made a concentrate: it clouds and settles. Dose it into the tank as it is.`
		);
	if (facts.calcium) return 'A';
	return facts.chalks ? 'B' : null;
}
