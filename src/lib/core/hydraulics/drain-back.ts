import { z } from 'zod';
import { quantity, sum } from '../quantity';

export const drainBackInput = z.strictObject({
	lines: z
		.array(
			z.strictObject({
				innerDiameterMm: quantity('inner diameter', 'size', { min: 1, max: 200 }),
				lengthM: quantity('length', 'span', { min: 0, max: 10_000 })
			})
		)
		.max(20_000),
	inTransitL: quantity('water in transit', 'volume', { min: 0, max: 1e6 }),
	tankFullL: quantity('tank to the brim', 'volume', { above: 0, max: 1e6 }),
	runningL: quantity('water in the tank while running', 'volume', { min: 0, max: 1e6 })
});
export const drainBackOutput = z.strictObject({
	standingL: z.number(),
	returnsL: z.number(),
	restingL: z.number(),
	marginL: z.number(),
	spills: z.boolean(),
	safeRunningL: z.number()
});
export type DrainBack = z.infer<typeof drainBackOutput>;

/** Litres that stand in a full round pipe. */
export const litresInPipe = (innerDiameterMm: number, lengthM: number): number =>
	(Math.PI / 4) * (innerDiameterMm / 1000) ** 2 * lengthM * 1000;

/**
 * What comes back to the tank when the pump stops: the water standing in the lines that empty by gravity,
 * and what is in transit through containers and returns. It must fit under the brim.
 *
 * @param input.lines only the lines that empty by gravity
 * @example drainBack({ lines: [{ innerDiameterMm: 19, lengthM: 4.2 }], inTransitL: 3, tankFullL: 75, runningL: 61 }).marginL
 */
export function drainBack(input: z.infer<typeof drainBackInput>): DrainBack {
	const standingL = sum(
		input.lines.map((line) => litresInPipe(line.innerDiameterMm, line.lengthM))
	);
	const returnsL = standingL + input.inTransitL;
	const restingL = input.runningL + returnsL;
	const marginL = input.tankFullL - restingL;
	return {
		standingL,
		returnsL,
		restingL,
		marginL,
		spills: marginL < 0,
		safeRunningL: Math.max(0, input.tankFullL - returnsL)
	};
}
