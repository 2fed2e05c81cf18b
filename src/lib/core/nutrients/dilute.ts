import { z } from 'zod';
import { NoSolution, quantity, refuse } from '../quantity';

const ms = (name: string) => quantity(name, 'strength', { min: 0, max: 500 });

export const diluteInput = z
	.strictObject({
		concentrateL: quantity('concentrate', 'volume', { above: 0, max: 1e6 }),
		concentrateMsCm: ms("concentrate's strength"),
		waterMsCm: ms("water's strength"),
		finalL: quantity('final volume', 'volume', { above: 0, max: 1e6 }).optional(),
		targetMsCm: ms('target strength').optional()
	})
	.refine((i) => (i.finalL === undefined) !== (i.targetMsCm === undefined), {
		message: 'give exactly one of finalL and targetMsCm'
	});
export const diluteOutput = z.strictObject({
	finalL: z.number().optional(),
	targetMsCm: z.number().optional()
});

/**
 * Thinning a concentrate: strength above the water's own mixes linearly. Give the final volume to get the
 * strength, or the strength to get the volume.
 *
 * @throws InvalidInput for a final volume under the concentrate's; NoSolution for a strength out of reach
 */
export function dilute(input: z.infer<typeof diluteInput>): z.infer<typeof diluteOutput> {
	const { concentrateL, concentrateMsCm, waterMsCm, finalL, targetMsCm } = input;
	const above = concentrateMsCm - waterMsCm;
	if (finalL !== undefined) {
		if (finalL < concentrateL)
			throw refuse('finalL', `final volume must be at least the concentrate's ${concentrateL} L`);
		return { targetMsCm: waterMsCm + (above * concentrateL) / finalL };
	}
	const wanted = targetMsCm! - waterMsCm;
	if (wanted === 0 || wanted * above < 0 || Math.abs(wanted) > Math.abs(above) * (1 + 1e-12))
		throw new NoSolution(
			`Mixing ${concentrateMsCm} and ${waterMsCm} mS/cm cannot give ${targetMsCm} mS/cm: it must lie between them.`
		);
	const result = (concentrateL * above) / wanted;
	if (result > 1e9)
		throw new NoSolution('That strength is so near the water’s own that no tank would hold it.');
	return { finalL: result };
}
