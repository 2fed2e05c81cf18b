import { z } from 'zod';
import { quantity } from '../quantity';

export const ppmInput = z
	.strictObject({
		msCm: quantity('strength', 'strength', { min: 0, max: 500 }).optional(),
		ppm: quantity('ppm', 'ppm', { min: 0, max: 500_000 }).optional(),
		scale: z.union([z.literal(500), z.literal(640), z.literal(700)], {
			error: () => 'scale must be one of 500, 640, 700'
		})
	})
	.refine((i) => (i.msCm === undefined) !== (i.ppm === undefined), {
		message: 'give exactly one of msCm and ppm'
	});
export const ppmOutput = z.strictObject({
	ppm: z.number().optional(),
	msCm: z.number().optional()
});

/** Meters print "ppm" by multiplying mS/cm with 500, 640 or 700. Give one figure to get the other. */
export const ppm = (input: z.infer<typeof ppmInput>): z.infer<typeof ppmOutput> =>
	input.msCm !== undefined ? { ppm: input.msCm * input.scale } : { msCm: input.ppm! / input.scale };
