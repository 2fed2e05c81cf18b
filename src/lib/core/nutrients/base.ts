import { z } from 'zod';
import { NoSolution, oneOf, rootOf } from '../quantity';
import { ATOMIC_WEIGHT, BASE_KINDS, type BaseKind } from '../shelf';
import { carbonateCharge } from './carbonate';
import { carbonBefore, molarityField, movingDose, phMoveFields } from './ph-move';

/** Bases that growers use: what a mole brings of potassium, which is its charge, and of carbon, which stays. */
const BASES = {
	koh: { name: 'Potassium hydroxide', equivalents: 1, carbon: 0 },
	k2co3: { name: 'Potassium carbonate', equivalents: 2, carbon: 1 },
	khco3: { name: 'Potassium bicarbonate', equivalents: 1, carbon: 1 }
} as const;
/** Less charge than this a mole lifts no pH. */
const NO_LIFT = 1e-6;

/** What a mole of a base lifts at a pH, equivalents: its potassium less what its own carbon takes up. */
export const baseLift = (kind: BaseKind, pH: number): number =>
	BASES[kind].equivalents - BASES[kind].carbon * carbonateCharge(pH);

export const baseInput = z.strictObject({
	...phMoveFields,
	base: z.strictObject({
		kind: oneOf('base', BASE_KINDS),
		molarity: molarityField
	})
});
export type BaseInput = z.input<typeof baseInput>;
export const baseOutput = z.strictObject({
	baseMl: z.number(),
	/** In a litre. */
	baseMmolL: z.number(),
	addsMgL: z.strictObject({ K: z.number() }),
	resultingAlkalinityMeqL: z.number()
});
export type Base = z.infer<typeof baseOutput>;

/**
 * Base that brings water up to a pH; the carbon a carbonate brings stays in it.
 *
 * @see movingDose
 * @throws NoSolution where the target is under the start, over what this base can reach, or alkalinity and pH
 * do not go together
 */
export function base(input: BaseInput): Base {
	const { volumeL, startPh, targetPh } = input;
	if (targetPh < startPh)
		throw new NoSolution(
			`The water is at pH ${startPh} and should come to ${targetPh}: a base only raises pH.`
		);
	const carbon = carbonBefore(input);
	const { name, equivalents, carbon: brought } = BASES[input.base.kind];
	const lift = (pH: number) => baseLift(input.base.kind, pH);
	if (targetPh > startPh && lift(targetPh) <= NO_LIFT)
		throw new NoSolution(
			`${name} cannot lift water over pH ${(Math.floor(rootOf(lift, 3, 11, 1e-9) * 10) / 10).toFixed(1)}, and ${targetPh} is asked for.`
		);
	const baseMmolL = movingDose(carbon, input, lift(targetPh));
	return {
		baseMl: (baseMmolL * volumeL) / input.base.molarity,
		baseMmolL,
		addsMgL: { K: baseMmolL * equivalents * ATOMIC_WEIGHT.K },
		resultingAlkalinityMeqL:
			carbon.alkalinity(targetPh) + baseMmolL * brought * carbonateCharge(targetPh)
	};
}
