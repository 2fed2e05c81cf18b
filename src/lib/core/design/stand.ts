import { z } from 'zod';
import { id, oneOf, quantity, text } from '../quantity';

const mm = (name: string, min: number, max: number) => quantity(name, 'mm', { min, max });
const partId = (name: string) => id(name);

/** Rows of buckets on a bench or rail. Sizes in mm; the low end is at the tank. */
export const bucketBenchSchema = z.strictObject({
	id: id('stand id'),
	family: z.literal('dutch-buckets'),
	variant: z.literal('bucket-bench'),
	name: text('name of the stand', 60),
	lengthMm: mm('bench length', 200, 20_000),
	lowEndHeightMm: mm('bench height at the low end', 0, 2500),
	fallPercent: quantity('fall of the bench', '%', { min: 0, max: 20 }),
	endClearMm: mm('clearance at the ends', 0, 2000),
	pitchMm: mm('bucket spacing', 50, 3000),
	perRow: quantity('buckets a row', '', { min: 1, max: 200, whole: true }),
	rows: quantity('rows', '', { min: 1, max: 20, whole: true }),
	rowGapMm: mm('distance between rows', 100, 3000),
	plantsPerBucket: quantity('plants a bucket', '', { min: 1, max: 2, whole: true }),
	bucketId: partId('bucket'),
	mediumId: partId('medium'),
	/** Medium is filled to this much under the rim. */
	rimFreeMm: mm('rim left free', 0, 200),
	poolMm: mm('height of the elbow pool', 10, 200),
	elbowId: partId('drain elbow'),
	strainers: z.boolean('strainers must be true or false'),
	returns: oneOf('returns', ['each-row', 'shared']),
	returnTubeId: partId('return pipe'),
	/** Return pipe's centre below the bench top. */
	returnDropMm: mm('drop of the return under the bench', 20, 500),
	returnLift: z.boolean('returnLift must be true or false'),
	rowTubeId: partId('row tube'),
	feedFallPercent: quantity('fall of the feed row back to the tank', '%', { min: 0, max: 10 }),
	feedAboveRimMm: mm('feed row above the rims', 0, 600),
	emitterId: partId('emitter'),
	emittersPerBucket: quantity('emitters a bucket', '', { min: 1, max: 4, whole: true }),
	stakeTubeId: partId('stake tube'),
	stakeTubeMm: mm('stake tube length', 50, 3000),
	/** A shut-off valve a row; open unless listed. */
	shutRows: z.array(quantity('row', '', { min: 0, max: 19, whole: true })).max(20)
});
export type BucketBench = z.infer<typeof bucketBenchSchema>;

/** One variant a schema; a new one is added here and in the tables of layout and defaults. */
export const standSchema = z.discriminatedUnion('variant', [bucketBenchSchema], {
	error: () => 'variant must be one of bucket-bench'
});
export type Stand = z.infer<typeof standSchema>;

/** A row's letter: A, B, … */
export const rowLetter = (row: number): string => String.fromCharCode(65 + row);

/** Sites of a bucket bench in drawing order; two plants in a bucket are told apart by a small letter. */
export function bucketSites(
	stand: Pick<BucketBench, 'id' | 'rows' | 'perRow' | 'plantsPerBucket'>,
	perRow = stand.perRow
): { id: string; label: string; row: number; column: number; plant: number }[] {
	const sites = [];
	for (let row = 0; row < stand.rows; row++)
		for (let column = 0; column < perRow; column++)
			for (let plant = 0; plant < stand.plantsPerBucket; plant++) {
				const label = `${rowLetter(row)}${column + 1}${stand.plantsPerBucket > 1 ? 'ab'[plant] : ''}`;
				sites.push({ id: `${stand.id}.${label}`, label, row, column, plant });
			}
	return sites;
}
