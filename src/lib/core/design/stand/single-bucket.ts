import { z } from 'zod';
import { choice, count, drainedTo, head, part, size, usually, volumeMl, yesNo } from './fields';
import { STARTING } from '../../parameters';
import { litresAt, pick, type Shelf } from '../../shelf';
import { gridSlots, type StandKind, type StandRequest } from './kind';

/** Pot, plate, reservoir and pump in one bucket. The tank is its foot, up to the plate. */
export const singleBucketSchema = z.strictObject({
	...head('single-bucket', 'drip'),
	...drainedTo('tank'),
	bucketId: part('bucket', 'buckets'),
	mediumId: part('medium', 'media'),
	plants: count('plants in it', 1, 6),
	/** A net basket that stands on the plate holds the medium; 0: the bucket itself does. */
	basketMl: usually(volumeMl('medium in a basket on the plate (0: no basket)', 0, 20_000), 0),
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
		sites: ['bucketId', 'mediumId', 'plants', 'basketMl', 'rimFreeMm', 'clearStrip'],
		lines: ['arms', 'rowTubeId', 'stakeTubeId', 'emitterId']
	},
	slots: (stand) => gridSlots(stand.id, 1, 1, stand.plants),
	start: (ask) => ({
		id: 'bucket',
		family: 'drip',
		variant: 'single-bucket',
		drainsTo: 'tank',
		name: 'Bucket',
		bucketId: 'bucket-20',
		mediumId: 'clay-small',
		plants: Math.min(6, ask.plants),
		basketMl: 0,
		rimFreeMm: 25,
		arms: '4',
		rowTubeId: 'feed-9.5',
		emitterId: 'open-tube',
		stakeTubeId: 'feed-4',
		clearStrip: true
	}),
	loop: ({ design, operation }, ask, shelf) => {
		const foot = footFor(ask, shelf);
		return {
			design: {
				...design,
				tank: {
					...design.tank,
					partId: 'bucket-foot',
					shape: foot.shape,
					spot: 'inside',
					hatch: true,
					overflowBelowRimMm: UNDER_PLATE_MM
				},
				source: { kind: 'pump', partId: 'pump-350' },
				lines: { ...design.lines, mainTubeId: 'feed-9.5' }
			},
			operation: {
				...operation,
				dial: 0.7,
				fillL: foot.fillL,
				topUp: { kind: 'hand', everyDays: 2, with: 'weak' }
			}
		};
	}
};

/** Kept under the plate, so that roots on it have air. */
const UNDER_PLATE_MM = 15;
/** What the pump and what is on its way take beside what is drunk, L. */
const BESIDE_L = 5;
const PLATES_MM = [110, 130, 150, 170, 190, 210, 230];

/** A foot of a 20 L bucket that lasts these plants two days, or the highest that leaves room for roots. */
function footFor({ cropId, plants }: StandRequest, shelf: Shelf) {
	const { canopyM2, kc } = pick(shelf.crops, cropId);
	const wantedL = 2.2 * canopyM2 * kc * STARTING.et0MmDay.value * plants + BESIDE_L;
	const { bottomDiameterMm, topDiameterMm, heightMm } = pick(shelf.buckets, 'bucket-20');
	const feet = PLATES_MM.map((plateMm) => {
		const widens = (plateMm / heightMm) * (topDiameterMm - bottomDiameterMm);
		const shape = {
			kind: 'round' as const,
			bottomDiameterMm,
			topDiameterMm: Math.round(bottomDiameterMm + widens),
			heightMm: plateMm
		};
		const fillL = Math.floor(10 * litresAt(shape, plateMm - UNDER_PLATE_MM)) / 10;
		return { shape, fillL };
	});
	return feet.find(({ fillL }) => fillL >= wantedL) ?? feet.at(-1)!;
}
