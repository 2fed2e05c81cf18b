import { z } from 'zod';
import { choice, count, head, part, size, yesNo } from './fields';
import { gridSlots, type StandKind } from './kind';

/** Pot, plate, reservoir and pump in one bucket. The tank is its foot, up to the plate. */
export const singleBucketSchema = z.strictObject({
	...head('single-bucket', 'drip'),
	bucketId: part('bucket', 'buckets'),
	mediumId: part('medium', 'media'),
	plants: count('plants in it', 1, 6),
	rimFreeMm: size('left free under the rim', 0, 200),
	arms: choice('arms of the drip ring', { '2': 'two', '4': 'four' }),
	rowTubeId: part('riser and ring tube', 'tubes', 'feed'),
	emitterId: part('outlet of an arm', 'emitters', 'drip'),
	stakeTubeId: part('arm tube', 'tubes', 'feed'),
	clearStrip: yesNo('a clear strip to see the level')
});
export type SingleBucket = z.infer<typeof singleBucketSchema>;

export const singleBucket: StandKind<SingleBucket> = {
	family: 'drip',
	variant: 'single-bucket',
	title: 'A single bucket',
	about: 'Pot, plate, reservoir and pump in one bucket; a small ring drips over the medium.',
	good: 'all in one, carried anywhere',
	words: { container: ['bucket', 'buckets'], outlet: ['arm', 'arms'], stand: 'bucket' },
	feeding: 'pump',
	suits: {
		places: ['indoors', 'balcony', 'tent', 'yard'],
		effort: 1,
		tall: true,
		height: 'low',
		most: 4
	},
	along: 'plants',
	schema: singleBucketSchema,
	sheet: {
		sites: ['bucketId', 'mediumId', 'plants', 'rimFreeMm', 'clearStrip'],
		lines: ['arms', 'rowTubeId', 'stakeTubeId', 'emitterId']
	},
	slots: (stand) => gridSlots(stand.id, 1, 1, stand.plants),
	start: (ask) => ({
		id: 'bucket',
		family: 'drip',
		variant: 'single-bucket',
		name: 'Bucket',
		bucketId: 'bucket-20',
		mediumId: 'clay-small',
		plants: Math.min(6, ask.plants),
		rimFreeMm: 25,
		arms: '4',
		rowTubeId: 'feed-9.5',
		emitterId: 'open-tube',
		stakeTubeId: 'feed-4',
		clearStrip: true
	}),
	loop: ({ design, operation }) => ({
		design: {
			...design,
			tank: {
				...design.tank,
				partId: 'bucket-foot',
				shape: null,
				spot: 'inside',
				hatch: true,
				overflowBelowRimMm: 15
			},
			source: { kind: 'pump', partId: 'pump-350' },
			lines: { ...design.lines, mainTubeId: 'feed-9.5' }
		},
		operation: {
			...operation,
			dial: 0.7,
			fillL: 5,
			topUp: { kind: 'hand', everyDays: 1, with: 'weak' }
		}
	})
};
