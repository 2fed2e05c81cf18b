import { z } from 'zod';
import { NoSolution, oneOf } from '../quantity';
import { ACID_KINDS, ATOMIC_WEIGHT, type AcidKind } from '../shelf';
import { charges, OF_PHOSPHATE } from './carbonate';
import { carbonBefore, molarityField, movingDose, phMoveFields } from './ph-move';

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
	...phMoveFields,
	acid: z.strictObject({
		kind: oneOf('acid', ACID_KINDS),
		molarity: molarityField
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
 * Acid that brings water down to a pH.
 *
 * @see movingDose
 * @throws NoSolution where the target is over the start, or alkalinity and pH do not go together
 */
export function acid(input: AcidInput): Acid {
	const { volumeL, startPh, targetPh, acid } = input;
	if (targetPh > startPh)
		throw new NoSolution(
			`The water is at pH ${startPh} and should come to ${targetPh}: an acid only lowers pH.`
		);
	const carbon = carbonBefore(input);
	const { charge, brings } = ACIDS[acid.kind];
	const acidMmolL = movingDose(carbon, input, charge(targetPh));
	return {
		acidMl: (acidMmolL * volumeL) / acid.molarity,
		acidMmolL,
		addsMgL: brings ? { [brings]: acidMmolL * ATOMIC_WEIGHT[brings] } : {},
		remainingAlkalinityMeqL: carbon.alkalinity(targetPh)
	};
}
