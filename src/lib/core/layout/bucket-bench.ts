import type { BucketBench, Design } from '../design';
import { pick, type Shelf } from '../shelf';
import { frameOf, solidsOf } from './bench-frame';
import { plantedBuckets } from './buckets';
import { feedRows } from './feed-rows';
import { joint } from './joints';
import { returnRuns } from './return-runs';
import type { Anchor, StandPiece } from './stand-piece';

/** Rows of buckets on a bench that falls to the tank, a feed row over each, a return under each. */
export function bucketBench(
	stand: BucketBench,
	design: Design,
	shelf: Shelf,
	anchor: Anchor
): StandPiece {
	const frame = frameOf(stand, shelf, anchor);
	const { containers, sites } = plantedBuckets(stand, design, shelf, frame);
	const feed = feedRows(stand, shelf, frame, containers, anchor);
	return {
		...feed,
		containers,
		sites,
		returns: returnRuns(stand, shelf, frame, containers, anchor),
		joints: jointsOf(stand, design, shelf, containers.length),
		solids: solidsOf(stand, frame),
		problems: frame.problems,
		stand: {
			id: stand.id,
			lowEndM: { xM: anchor.startXM, yM: anchor.startYM, zM: stand.lowEndHeightMm / 1000 },
			lengthM: stand.lengthMm / 1000,
			depthM: frame.depthM,
			legs: frame.legXM.length * 2,
			operations: frame.operations
		}
	};
}

function jointsOf(stand: BucketBench, design: Design, shelf: Shelf, buckets: number) {
	const main = pick(shelf.tubes, design.lines.mainTubeId);
	const row = pick(shelf.tubes, stand.rowTubeId);
	const stake = pick(shelf.tubes, stand.stakeTubeId);
	const emitter = pick(shelf.emitters, stand.emitterId);
	const elbow = pick(shelf.elbows, stand.elbowId);
	const back = pick(shelf.tubes, stand.returnTubeId);
	const made = new Set(design.lines.adapters);
	const list = [
		joint(
			`${stand.id}.main-row`,
			'main to feed rows',
			main,
			main.innerDiameterMm,
			row,
			row.innerDiameterMm,
			1,
			`${main.nominalMm}–${row.nominalMm} mm reducing tee`
		),
		joint(
			`${stand.id}.stake-emitter`,
			'stake tube to emitter',
			stake,
			stake.innerDiameterMm,
			emitter,
			emitter.barbMm,
			buckets * stand.emittersPerBucket,
			`${stake.nominalMm}–${emitter.barbMm} mm barbed reducer`
		),
		{
			id: `${stand.id}.elbow-return`,
			name: 'drain elbow into the return',
			aPartId: elbow.id,
			bPartId: back.id,
			aMm: elbow.holeMm,
			bMm: back.innerDiameterMm,
			// a hole over two thirds of the pipe's width leaves too little wall for the seal
			fits: elbow.holeMm <= (2 / 3) * back.innerDiameterMm,
			adapter: `${back.nominalMm} mm tee with a ${elbow.outerDiameterMm} mm branch`,
			count: buckets
		}
	];
	return list.map((item) => (made.has(item.id) ? { ...item, fits: true } : item));
}
