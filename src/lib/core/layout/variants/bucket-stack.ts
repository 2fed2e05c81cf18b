import { rowLetter, type BucketStack, type Slot, type Stand } from '../../design';
import { pick, type Bucket, type ShelfLists } from '../../shelf';
import { footing } from '../footing';
import { rect, roundAbove } from '../outline';
import { body, finish, headerZ, linesBy, outletJoints } from '../stack-kit';
import { takes, type Anchor, type StandPiece } from '../stand-piece';
import { evenly, fallsBack, headers, holeFront, onSkin, riser } from '../tower-kit';
import type { Container, Point, StructureInput } from '../types';
import { StandBuilder } from '../stand-builder';

/** Buckets bolted lid to base, a spray head under the top lid, lids that send the water to the rim. */
export function bucketStack(
	stand: BucketStack,
	system: StructureInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece {
	const builder = new StandBuilder<Stand>(stand, system, shelf, anchor);
	const bucket = pick(shelf.buckets, stand.bucketId);
	const widthM = bucket.topDiameterMm / 1000;
	const heightM = stand.tiers * eachOf(bucket);
	const standing = footing(builder, stand, widthM);
	const feet = headers(builder, stand.rowTubeId, standing.feet, headerZ(stand, standing, heightM));
	standing.feet.forEach((foot, i) => {
		const mine = builder.slotsIn(i);
		const stack = stackAt(builder, stand, bucket, foot, mine);
		const top = { ...foot, zM: foot.zM + heightM - 0.04 };
		const out = riser(builder, rowLetter(i), feet[i]!, top, stand.riserTubeId);
		const lines = linesBy(mine, (slot) => slot.plant * 2 + (slot.column % 2));
		const catchShare = stand.catchPercent / 100;
		builder.passOn(lines, catchShare);
		builder.emit(
			out,
			{
				id: builder.outlet(i + 1),
				label: stack.label,
				emitterId: stand.emitterId,
				containerId: stack.id,
				shares: evenly(lines),
				// perforated lids lead it to every line of holes
				leastLph: builder.vessels.lobeLph.value * lines.length
			},
			{ diameterMm: bucket.bottomDiameterMm, tiltMmPerM: stand.leanMmPerM, lines, catchShare }
		);
		fallsBack(builder, standing, stack, foot);
	});
	outletJoints(builder, stand, stand.towers);
	return finish(builder, standing, { widthM, heightM }, partsOf(stand, bucket), stand);
}

function partsOf(stand: BucketStack, bucket: Bucket) {
	const buckets = stand.towers * stand.tiers;
	return [
		takes(stand.bucketId, bucket.name, buckets),
		// one on each bucket; the lowest stands on the lid of the tank, or on one of its own
		takes('bucket-lid', `Lid for a ${bucket.name}`, buckets),
		...(stand.footing === 'lid' ? [takes('tank-lid', 'Lid for the tank', 1)] : []),
		// every bucket is bolted to the lid it stands on
		takes('bolt', 'Plastic bolt with seal', buckets * BOLTS)
	];
}

/** Through the foot of a bucket into the lid under it. */
const BOLTS = 4;

/** How high one bucket with its lid stands over the next. */
const eachOf = ({ heightMm }: Bucket): number => heightMm / 1000 + 0.012;

/** One stack with its lids and holes. */
function stackAt(
	builder: StandBuilder<Stand>,
	stand: BucketStack,
	bucket: Bucket,
	foot: Point,
	mine: readonly Slot[]
): Container {
	const [widthM, eachM] = [bucket.topDiameterMm / 1000, eachOf(bucket)];
	const medium = pick(builder.shelf.media, stand.mediumId);
	const mediumL = (mine.length * stand.siteMl) / 1000;
	const massKg = stand.tiers * (bucket.emptyKg + 0.15) + mediumL * medium.wetKgL;
	const stack = body(builder, foot, mine[0]!.row, widthM, stand.tiers * eachM, mediumL, massKg);
	const [x0, x1] = [foot.xM - widthM / 2 - 0.008, foot.xM + widthM / 2 + 0.008];
	for (let tier = 1; tier <= stand.tiers; tier++) {
		const top = foot.zM + tier * eachM;
		builder.piece.solids.push({
			id: builder.id(`${stack.label}.lid${tier}`),
			standId: stand.id,
			role: 'lid',
			front: rect(x0, x1, top - 0.012, top),
			above: roundAbove(foot, widthM / 2 + 0.008)
		});
	}
	for (const slot of mine) holeIn(builder, stand, stack, slot, widthM / 2, bucket.heightMm, eachM);
	return stack;
}

function holeIn(
	builder: StandBuilder<Stand>,
	stand: BucketStack,
	stack: Container,
	slot: Slot,
	radiusM: number,
	bucketMm: number,
	eachM: number
): void {
	const tier = Math.floor(slot.column / stand.rowsPerBucket);
	const inBucket = slot.column % stand.rowsPerBucket;
	const high = tier * eachM + (bucketMm / 1000) * ((inBucket + 1) / (stand.rowsPerBucket + 1));
	const facingDeg = (360 * (slot.plant + (slot.column % 2) / 2)) / stand.perRing;
	const at = onSkin(stack, radiusM, facingDeg, high);
	builder.site({
		slot,
		at,
		container: stack,
		medium: pick(builder.shelf.media, stand.mediumId),
		mediumL: stand.siteMl / 1000,
		facingDeg,
		opening: holeFront(at, facingDeg, stand.holeMm)
	});
}
