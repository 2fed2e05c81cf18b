import { rowLetter, type BucketBench, type BucketRows, type Stand } from '../../design';
import { pick, type ShelfLists } from '../../shelf';
import type { StructureInput } from '../types';
import { besideOthers, fillBucket, potAt } from '../buckets';
import { feedRows } from '../feed-rows';
import { returnRuns } from '../return-runs';
import { benchSolids, benchStance, rowFrame, type RowFrame } from '../row-frame';
import type { Anchor, StandPiece } from '../stand-piece';
import { StandBuilder } from '../stand-builder';
import { rect } from '../outline';

type Buckets = BucketBench | BucketRows;

/** Rows of buckets on a bench that falls to the tank, a feed row over each, a return under each. */
export function bucketBench(
	stand: BucketBench,
	system: StructureInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece {
	const builder = new StandBuilder<Stand>(stand, system, shelf, anchor);
	const frame = bucketRows(builder, stand);
	builder.piece.solids.push(...benchSolids(stand, frame));
	return builder.done({
		lowEndM: { xM: anchor.startXM, yM: anchor.startYM, zM: stand.lowEndHeightMm / 1000 },
		lengthM: stand.lengthMm / 1000,
		depthM: frame.depthM,
		frameKg: 0,
		stance: benchStance(frame),
		view: 'rows',
		parts: partsOf(builder, stand)
	});
}

/** The same rows outdoors: a block under each bucket, nothing else. */
export function bucketGroundRows(
	stand: BucketRows,
	system: StructureInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece {
	const builder = new StandBuilder<Stand>(stand, system, shelf, anchor);
	const frame = bucketRows(builder, stand);
	const half = pick(shelf.buckets, stand.bucketId).bottomDiameterMm / 2400;
	frame.decks.forEach(([frontM, backM], k) =>
		frame.xs.forEach((x, i) =>
			builder.piece.solids.push({
				id: builder.id(`block${k * frame.xs.length + i + 1}`),
				standId: stand.id,
				role: 'leg',
				front: rect(x - half, x + half, 0, frame.baseM[i]!),
				above: rect(x - half, x + half, frontM, backM)
			})
		)
	);
	return builder.done({
		lowEndM: { xM: anchor.startXM, yM: anchor.startYM, zM: stand.lowEndHeightMm / 1000 },
		lengthM: stand.lengthMm / 1000,
		depthM: frame.depthM,
		frameKg: 0,
		stance: { kind: 'floor' },
		view: 'rows',
		parts: partsOf(builder, stand)
	});
}

function bucketRows(builder: StandBuilder<Stand>, stand: Buckets): RowFrame {
	const bucket = pick(builder.shelf.buckets, stand.bucketId);
	const medium = pick(builder.shelf.media, stand.mediumId);
	const wide = bucket.topDiameterMm / 1000;
	const frame = rowFrame(builder, stand, stand.perRow, { widthM: wide, depthM: wide });
	const filled = fillBucket(stand, bucket, medium);
	const made = new Map<string, ReturnType<typeof builder.container>>();
	for (const slot of builder.slots()) {
		const label = `${rowLetter(slot.row)}${slot.column + 1}`;
		const at = {
			xM: frame.xs[slot.column]!,
			yM: frame.ys[slot.row]!,
			zM: frame.baseM[slot.column]!
		};
		let container = made.get(label);
		if (!container) {
			const name = { id: builder.id(label), label, row: slot.row, column: slot.column };
			container = builder.container(potAt(at, name, bucket, filled, stand.poolMm));
			made.set(label, container);
		}
		const aside = besideOthers(slot.plant, stand.plantsPerBucket, bucket);
		builder.site({
			slot,
			at: { xM: at.xM + aside.xM, yM: at.yM + aside.yM, zM: at.zM + filled.fillMm / 1000 },
			container,
			medium,
			mediumL: filled.mediumL / stand.plantsPerBucket
		});
	}
	const each = stand.emittersPerBucket;
	feedRows(builder, stand, frame, () => ({
		asideM: Array.from({ length: each }, (_, e) =>
			each > 1 ? ((e / (each - 1) - 0.5) * bucket.topDiameterMm) / 2000 : 0
		)
	}));
	returnRuns(builder, stand, frame, stand.returns === 'shared');
	joints(builder, stand);
	return frame;
}

function joints(builder: StandBuilder<Stand>, stand: Buckets): void {
	const { shelf, piece } = builder;
	const elbow = pick(shelf.elbows, stand.elbowId);
	const back = pick(shelf.tubes, stand.returnTubeId);
	builder.feedJoints(stand, piece.outlets.length);
	const id = builder.id('elbow-return');
	// a hole over two thirds of the pipe's width leaves too little wall for the seal
	const needs = elbow.holeMm > (2 / 3) * back.innerDiameterMm;
	piece.joints.push({
		id,
		name: 'drain elbow into the return',
		aPartId: elbow.id,
		bPartId: back.id,
		aMm: elbow.holeMm,
		bMm: back.innerDiameterMm,
		needs,
		fits: !needs || builder.design.lines.adapters.includes(id),
		adapter: `${back.nominalMm} mm tee with a ${elbow.outerDiameterMm} mm branch`,
		count: piece.containers.length
	});
}

const partsOf = ({ piece }: StandBuilder<Stand>, stand: Buckets) => [
	...(stand.strainers
		? [
				{
					id: 'strainer',
					name: 'Strainer for an elbow',
					count: piece.containers.length,
					lengthM: null
				}
			]
		: [])
];
