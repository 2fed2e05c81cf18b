import { z } from 'zod';
import { oneOf, quantity } from '../quantity';

/** What a young plant is raised from. */
export const RAISED = { seed: 'seed', cutting: 'cuttings', bought: 'bought as plants' } as const;
export type RaisedFrom = keyof typeof RAISED;

/** How the sites of a crop are sown one batch after another, and again when they are picked. */
export const successionSchema = z.strictObject({
	from: oneOf('raised from', Object.keys(RAISED) as [RaisedFrom, ...RaisedFrom[]]).meta({
		title: 'raised from',
		options: RAISED
	}),
	/** Its sites are shared out evenly among so many. */
	batches: quantity('batches', 'count', { min: 1, max: 26, whole: true }),
	everyDays: quantity('days between batches', 'days', { min: 1, max: 120, whole: true }),
	/** How often in a row a site is planted. */
	rounds: quantity('plantings of a site', 'count', { min: 1, max: 20, whole: true }),
	/** From the first picking until the plant comes out. */
	pickDays: quantity('days of picking', 'days', { min: 0, max: 365, whole: true }),
	/** A site may stand empty so long between two plants. */
	emptyDays: quantity('days a site may stand empty', 'days', { min: 0, max: 120, whole: true }),
	/** Plantings moved by hand, in days, by `batch.round`, both from nought; what follows on them moves along. */
	moved: z.record(
		z.string().max(12),
		quantity('moved by', 'days', { min: -365, max: 365, whole: true })
	)
});
export type Succession = z.infer<typeof successionSchema>;
