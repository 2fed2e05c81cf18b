import { z } from 'zod';
import { id, quantity, refuseRepeats, text } from '../quantity';
import { lampSchema, supportSchema } from './extras';
import { linesSchema, sourceSchema, tankSchema } from './loop';
import { reserveSchema } from './reserve';
import { kindOf, standSchema } from './stand';

/** More than these on one loop are a farm: no home drives them from one tank. */
export const MOST_STANDS = 60;
export const MOST_SITES = 5000;

/**
 * What is built: one loop of a tank with a pump or gravity head, and one or more stands on its lines. How it is
 * set stands in its operation, what is and was in its record.
 */
export const designSchema = z
	.strictObject({
		name: text('name of the system', 80),
		notes: text('notes', 5000, 0),
		/** Which area of the place it stands in. */
		areaId: id('area'),
		tank: tankSchema,
		/** null: a float is fed from the mains. */
		reserve: reserveSchema.nullable(),
		source: sourceSchema,
		lines: linesSchema,
		stands: z
			.array(standSchema)
			.min(1, 'a design needs at least one stand')
			.max(MOST_STANDS, `a design has ${MOST_STANDS} stands at most`),
		/** Which way the front faces, degrees from north through east. */
		frontDeg: quantity('direction of the front', 'angle', { min: 0, max: 360 }).default(180),
		lamps: z.array(lampSchema).max(40).default([]),
		support: supportSchema.default({ kind: 'none', heightM: 2 }),
		/** Paths filled by default and not yet looked at by the grower, each with its part's name first. */
		assumed: z.array(text('path', 120)).max(200)
	})
	.superRefine((design, context) => {
		refuseRepeats(context, design.stands, 'stands');
		refuseRepeats(context, design.lamps, 'lamps');
		// sites are counted from figures that are within their ranges
		if (context.issues.length > 0) return;
		let sites = 0;
		for (const stand of design.stands) {
			sites += kindOf(stand).slots(stand).length;
			if (sites <= MOST_SITES) continue;
			context.addIssue({
				code: 'custom',
				path: ['stands'],
				message: `the stands have more than ${MOST_SITES.toLocaleString('en-GB')} sites together, the most a design may have`
			});
			break;
		}
	});
export type Design = z.infer<typeof designSchema>;
