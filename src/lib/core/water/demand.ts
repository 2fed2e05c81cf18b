import { z } from 'zod';
import { quantity } from '../quantity';

export const plantDemandInput = z.strictObject({
	et0MmDay: quantity('reference evapotranspiration', 'depthPerDay', { min: 0, max: 30 }),
	kc: quantity('crop coefficient', 'ratio', { min: 0, max: 3 }),
	canopyM2: quantity('canopy', 'area', { min: 0, max: 10_000 }),
	plants: quantity('plants', 'count', { min: 0, max: 100_000, whole: true }).default(1),
	factor: quantity('factor', 'ratio', { min: 0, max: 10 }).default(1)
});
export const plantDemandOutput = z.strictObject({ litresPerDay: z.number() });

/**
 * What plants drink: ET0 × Kc × canopy (1 mm on 1 m² is 1 L), after FAO-56.
 *
 * @param input.factor measured use over predicted use, from the grower's own log
 * @example plantDemand({ et0MmDay: 4.2, kc: 1.05, canopyM2: 0.5 }).litresPerDay // 2.205
 */
export const plantDemand = ({
	et0MmDay,
	kc,
	canopyM2,
	plants = 1,
	factor = 1
}: z.input<typeof plantDemandInput>): z.infer<typeof plantDemandOutput> => ({
	litresPerDay: et0MmDay * kc * canopyM2 * plants * factor
});
