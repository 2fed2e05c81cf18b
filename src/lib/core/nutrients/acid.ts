import { z } from 'zod';
import { NoSolution, oneOf, quantity } from '../quantity';
import { ACID_KINDS, ATOMIC_WEIGHT, type AcidKind } from '../shelf';
import { carbonOf, charges, OF_PHOSPHATE, type Dissolved } from './carbonate';

/** Acids that growers use: steps of dissociation, and what nutrient each molecule brings. */
const ACIDS = {
	nitric: { charge: () => 1, brings: 'N' },
	phosphoric: { charge: (pH: number) => charges(pH, OF_PHOSPHATE), brings: 'P' },
	sulfuric: { charge: () => 2, brings: 'S' },
	citric: { charge: (pH: number) => charges(pH, [3.128, 4.761, 6.396]), brings: null }
} as const;

/** Charge a mole of an acid takes up at a pH, equivalents. */
export const acidCharge = (kind: AcidKind, pH: number): number => ACIDS[kind].charge(pH);

export const acidInput = z.strictObject({
	volumeL: quantity('volume', 'volume', { above: 0, max: 1e6 }),
	alkalinityMeqL: quantity('alkalinity', 'charge', { min: 0, max: 50 }),
	startPh: quantity('pH at the start', 'ratio', { min: 3, max: 11 }),
	targetPh: quantity('target pH', 'ratio', { min: 3, max: 11 }),
	phosphateMmolL: quantity('phosphate', 'moles', { min: 0, max: 50 }).default(0),
	acid: z.strictObject({
		kind: oneOf('acid', ACID_KINDS),
		/** mol a litre. */
		molarity: quantity('molarity', 'molarity', { min: 0.0001, max: 20 })
	})
});
export type AcidInput = z.input<typeof acidInput>;
export const acidOutput = z.strictObject({
	acidMl: z.number(),
	/** In a litre. */
	acidMmolL: z.number(),
	addsMgL: z.strictObject({
		N: z.number().optional(),
		P: z.number().optional(),
		S: z.number().optional()
	}),
	remainingAlkalinityMeqL: z.number()
});
export type Acid = z.infer<typeof acidOutput>;

/**
 * Acid that brings water to a pH: the dose that moves the charge balance of a closed carbonate system at 25 °C,
 * total carbon held, activities left out (Stumm and Morgan, Aquatic Chemistry, 1996, chapter 4).
 *
 * @throws NoSolution where the target is over the start, or alkalinity and pH do not go together
 */
export function acid(input: AcidInput): Acid {
	const { volumeL, startPh, targetPh, acid } = input;
	if (targetPh > startPh)
		throw new NoSolution(
			`The water is at pH ${startPh} and should come to ${targetPh}: an acid only lowers pH.`
		);
	const water: Dissolved = {
		alkalinityMeqL: input.alkalinityMeqL,
		phosphateMmolL: input.phosphateMmolL ?? 0
	};
	const carbon = carbonOf(water, startPh);
	const { charge, brings } = ACIDS[acid.kind];
	const wanted = carbon.balance(startPh) - carbon.balance(targetPh);
	const acidMmolL = targetPh === startPh ? 0 : wanted / charge(targetPh);
	return {
		acidMl: (acidMmolL * volumeL) / acid.molarity,
		acidMmolL,
		addsMgL: brings ? { [brings]: acidMmolL * ATOMIC_WEIGHT[brings] } : {},
		remainingAlkalinityMeqL: carbon.alkalinity(targetPh)
	};
}
