import { z } from 'zod';
import { quantity, text } from '../quantity';

/** A word a grower gave: what was settled by it, and the figure it was given for. */
export const settledSchema = z
	.array(
		z.strictObject({
			/** Code of the finding. */
			code: text('finding', 60),
			/** What it was about: a site, a stand, the tank. */
			subject: text('subject', 200),
			/** How it was said then. */
			said: text('what was said', 2000),
			/** The figure it is judged by, the more the worse; null: it has none. */
			figure: quantity('figure', 'ratio', { min: -1e12, max: 1e12 }).nullable(),
			/** Of one without a figure: what could be done about it. */
			fixes: text('fixes', 2000).nullable(),
			on: z.iso.date('settled on must be a date, YYYY-MM-DD').nullable()
		})
	)
	.max(100);
export type Settled = z.infer<typeof settledSchema>[number];
