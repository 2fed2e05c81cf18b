import { z } from 'zod';
import { pick, shapeHeightMm } from '../../shelf';
import {
	choice,
	count,
	drained,
	head,
	part,
	returnPipe,
	rowOf,
	size,
	stakes,
	yesNo
} from './fields';
import { fitting, gridSlots, type StandRequest, type StandKind, withTank } from './kind';

/** What buckets have wherever they stand. */
const buckets = {
	perRow: count('buckets a row', 1, 200),
	plantsPerBucket: count('plants a bucket', 1, 6),
	bucketId: part('bucket', 'buckets'),
	mediumId: part('medium', 'media'),
	/** Medium is filled to this much under the rim. */
	rimFreeMm: size('left free under the rim', 0, 200),
	poolMm: size('pool under the elbow', 10, 200),
	elbowId: part('drain elbow', 'elbows'),
	strainers: yesNo('strainers in the elbows'),
	returns: choice('returns', { 'each-row': 'one a row', shared: 'one between the rows' }),
	emittersPerBucket: count('emitters a bucket', 1, 4)
};
const shape = <const V extends string>(variant: V, what: string) =>
	z.strictObject({
		...head(variant, 'dutch-buckets'),
		...drained,
		...rowOf(what, 'bucket'),
		...buckets,
		...returnPipe(what),
		...stakes
	});

/** Rows of buckets on a bench or rail. Sizes in mm; the low end is at the tank. */
export const bucketBenchSchema = shape('bucket-bench', 'bench');
/** Rows of buckets outdoors, on the ground or on blocks. */
export const bucketRowsSchema = shape('bucket-rows', 'row');
export type BucketBench = z.infer<typeof bucketBenchSchema>;
export type BucketRows = z.infer<typeof bucketRowsSchema>;

const sheet = {
	sites: [
		'rows',
		'perRow',
		'pitchMm',
		'lengthMm',
		'lowEndHeightMm',
		'fallPercent',
		'rowGapMm',
		'endClearMm',
		'bucketId',
		'mediumId',
		'plantsPerBucket',
		'rimFreeMm',
		'poolMm'
	],
	lines: [
		'drainsTo',
		'headerTubeId',
		'headerFed',
		'rowTubeId',
		'emitterId',
		'emittersPerBucket',
		'stakeTubeMm',
		'feedAboveRimMm',
		'stakeTubeId',
		'feedFallPercent',
		'returnTubeId',
		'elbowId',
		'returns',
		'returnDropMm',
		'strainers',
		'returnLift'
	]
} as const;

const slots = (stand: Pick<BucketBench, 'id' | 'rows' | 'perRow' | 'plantsPerBucket'>) =>
	gridSlots(stand.id, stand.rows, stand.perRow, stand.plantsPerBucket);

function rowsFor(ask: StandRequest, spreadMm: number) {
	const pitchMm = Math.max(350, Math.round((spreadMm * 0.8) / 10) * 10);
	const endClearMm = 180;
	const fit = fitting(ask.lengthMm, endClearMm, pitchMm);
	const rows = ask.plants > fit || ask.plants > 6 ? Math.max(2, Math.ceil(ask.plants / fit)) : 1;
	const perRow = Math.ceil(ask.plants / rows);
	return {
		lengthMm: 2 * endClearMm + (perRow - 1) * pitchMm,
		fallPercent: 1.5,
		endClearMm,
		pitchMm,
		perRow,
		rows,
		rowGapMm: Math.max(400, pitchMm),
		plantsPerBucket: 1,
		bucketId: ask.bucketId ?? 'bucket-11',
		mediumId: 'perlite-coarse',
		rimFreeMm: 25,
		poolMm: 40,
		elbowId: 'elbow-16',
		strainers: true,
		returns: 'each-row' as const,
		returnTubeId: 'return-40',
		returnDropMm: 60,
		returnLift: false,
		headerTubeId: 'feed-13',
		headerFed: 'middle' as const,
		rowTubeId: 'feed-13',
		feedFallPercent: 1.5,
		feedAboveRimMm: 60,
		emitterId: 'stake-coarse',
		emittersPerBucket: 1,
		stakeTubeId: 'feed-4',
		stakeTubeMm: 500
	};
}

const words = {
	container: ['bucket', 'buckets'],
	outlet: ['stake', 'stakes']
} as const;

export const bucketBench: StandKind<BucketBench> = {
	family: 'dutch-buckets',
	variant: 'bucket-bench',
	title: 'Buckets on a bench',
	about: 'Rows of buckets on a bench that falls to the tank; an elbow keeps a pool in each.',
	good: 'a bucket to each plant, easy to swap',
	words: { ...words, stand: 'bench' },
	feeding: 'pump',
	suits: { places: ['greenhouse', 'indoors', 'tent'], effort: 2, tall: true, height: 'low' },
	along: 'perRow',
	schema: bucketBenchSchema,
	sheet,
	slots,
	start: (ask, shelf) => ({
		id: 'bench',
		family: 'dutch-buckets',
		variant: 'bucket-bench',
		drainsTo: 'tank',
		name: 'Bench',
		lowEndHeightMm: 650,
		...rowsFor(ask, pick(shelf.crops, ask.cropId).spreadMm)
	})
};

export const bucketRows: StandKind<BucketRows> = {
	family: 'dutch-buckets',
	variant: 'bucket-rows',
	title: 'Buckets in rows outdoors',
	about: 'Rows of buckets on blocks over the ground, the tank sunk at the low end.',
	good: 'large plants outdoors, low to the ground',
	words: { ...words, stand: 'row' },
	feeding: 'pump',
	suits: { places: ['yard', 'greenhouse'], effort: 2, tall: true, height: 'low' },
	along: 'perRow',
	schema: bucketRowsSchema,
	sheet,
	slots,
	start: (ask, shelf) => ({
		id: 'rows',
		family: 'dutch-buckets',
		variant: 'bucket-rows',
		drainsTo: 'tank',
		name: 'Rows',
		lowEndHeightMm: 190,
		...rowsFor(ask, pick(shelf.crops, ask.cropId).spreadMm)
	}),
	// sunk until only its rim stands out, so that low rows still drain into it
	loop: (plan, _ask, shelf) =>
		withTank(plan, {
			floorMm: 40 - shapeHeightMm(pick(shelf.tanks, plan.design.tank.partId).shape)
		})
};
