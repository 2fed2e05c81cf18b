import { z } from 'zod';
import { oneOf } from './fields';
import type { Units } from './units';

/** How the grower reads figures, as it is chosen and stored. */
export const unitsSchema = z.strictObject({
	system: oneOf('unit system', ['metric', 'us']),
	strength: oneOf('strength scale', ['mscm', 'ppm500', 'ppm640', 'ppm700'])
}) satisfies z.ZodType<Units>;
