import type { SingleBucket, Stand } from '../../design';
import { cutOff, litresAt, pick, type Bucket, type Medium, type ShelfLists } from '../../shelf';
import { drop } from '../collector';
import { taperFront } from '../outline';
import { takes, type Anchor, type StandPiece } from '../stand-piece';
import { tankShapeOf } from '../tank';
import { equally, type Container, type Point, type StructureInput } from '../types';
import { BARB, ELBOW, TEE_BRANCH, StandBuilder } from '../stand-builder';

const RING_OVER_M = 0.02;
/** Share of a bucket's height at which a plate still leaves room for roots. */
const HIGHEST_PLATE = 0.7;

/** Pot, plate, reservoir and pump in one: the tank is the foot of the bucket, up to the plate. */
export function singleBucket(
	stand: SingleBucket,
	system: StructureInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece {
	const builder = new StandBuilder<Stand>(stand, system, shelf, anchor);
	const { tank } = anchor;
	const bucket = pick(shelf.buckets, stand.bucketId);
	const plateMm = tank.heightM * 1000;
	if (plateMm > bucket.heightMm * HIGHEST_PLATE) refusePlate(builder, bucket, plateMm);
	const fillMm = filledTo(stand, bucket, plateMm);
	const depthM = Math.max(tank.widthM, bucket.topDiameterMm / 1000);
	const centre: Point = {
		xM: tank.xM + tank.lengthM / 2,
		yM: anchor.startYM + depthM / 2,
		zM: tank.floorM + tank.heightM
	};
	const pot = potOver(builder, stand, bucket, centre);
	const ring = { ...centre, zM: tank.floorM + fillMm / 1000 + RING_OVER_M };
	arms(builder, stand, ring, bucket.topDiameterMm);
	drop(builder, 'fall', 'fall through the plate', centre, [pot.id]);
	builder.feedJoints(stand, builder.piece.outlets.length);
	return builder.done({
		lowEndM: { xM: tank.xM, yM: anchor.startYM, zM: centre.zM },
		lengthM: Math.max(tank.lengthM, bucket.topDiameterMm / 1000),
		depthM,
		frameKg: 0,
		stance: { kind: 'floor' },
		view: 'rows',
		parts: [
			takes('plate', 'Plate with drain holes', 1),
			...(stand.basketMl > 0 ? [takes('basket', `Net basket, ${basketName(stand)}`, 1)] : [])
		]
	});
}

/** Litres are what a basket is bought by. */
const basketName = ({ basketMl }: SingleBucket): string =>
	`${Math.round(basketMl / 100) / 10} L of medium`;

/** The top of the medium over the inside floor of the bucket, mm. */
const filledTo = ({ rimFreeMm }: SingleBucket, { heightMm }: Bucket, plateMm: number): number =>
	Math.max(plateMm + 10, heightMm - rimFreeMm);

/** What a bucket holds over its plate, and how wide: a basket stands free of the wall, and inside the bucket. */
function held(
	{ basketMl }: SingleBucket,
	bucket: Bucket,
	plateMm: number,
	fillMm: number
): { mediumL: number; wide: Bucket } {
	const shape = { kind: 'round' as const, ...bucket };
	const roomL = litresAt(shape, fillMm) - litresAt(shape, Math.min(plateMm, fillMm));
	const inBasket = basketMl > 0 && basketMl / 1000 < roomL;
	const mediumL = inBasket ? basketMl / 1000 : roomL;
	const narrow = Math.sqrt(mediumL / Math.max(roomL, 1e-9));
	const across = (mm: number) => mm * narrow;
	return {
		mediumL,
		wide: {
			...bucket,
			bottomDiameterMm: across(bucket.bottomDiameterMm),
			topDiameterMm: across(bucket.topDiameterMm)
		}
	};
}

/** The bucket from its plate up, with its plants side by side. */
function potOver(
	builder: StandBuilder<Stand>,
	stand: SingleBucket,
	bucket: Bucket,
	centre: Point
): Container {
	const { tank } = builder.anchor;
	const medium = pick(builder.shelf.media, stand.mediumId);
	const plateMm = tank.heightM * 1000;
	const fillMm = filledTo(stand, bucket, plateMm);
	const { mediumL, wide } = held(stand, bucket, plateMm, fillMm);
	const foot = { ...centre, zM: tank.floorM };
	const heightMm = Math.max(20, bucket.heightMm - plateMm);
	const pot = builder.container({
		...centre,
		id: builder.id('A1'),
		form: 'pot',
		label: 'A1',
		row: 0,
		column: 0,
		front: taperFront(foot, bucket, plateMm, plateMm + heightMm),
		mediumFront: taperFront(foot, wide, plateMm, fillMm),
		poolFront: [],
		above: [],
		radiusM: bucket.topDiameterMm / 2000,
		heightMm,
		fillMm: fillMm - plateMm,
		poolMm: 0,
		mediumL,
		poolL: 0,
		massKg: bucket.emptyKg + mediumL * medium.wetKgL
	});
	plantsIn(builder, pot, medium, { ...centre, zM: tank.floorM + fillMm / 1000 });
	return pot;
}

function plantsIn(
	builder: StandBuilder<Stand>,
	pot: Container,
	medium: Medium,
	middle: Point
): void {
	const slots = builder.slots();
	const wideM = 2 * pot.radiusM! * 0.55;
	slots.forEach((slot, i) => {
		const asideM = slots.length > 1 ? (i / (slots.length - 1) - 0.5) * wideM : 0;
		builder.site({
			slot,
			at: { ...middle, xM: middle.xM + asideM },
			container: pot,
			medium,
			mediumL: pot.mediumL / slots.length
		});
	});
}

/** The plate stands too high: a taller bucket, or else a lower plate. */
function refusePlate(builder: StandBuilder<Stand>, bucket: Bucket, plateMm: number): void {
	const { design, shelf } = builder;
	const taller = shelf.buckets
		.filter((other) => plateMm <= other.heightMm * HIGHEST_PLATE)
		.sort((a, b) => a.heightMm - b.heightMm)[0];
	const most = Math.floor((bucket.heightMm * HIGHEST_PLATE) / 10) * 10;
	const lower = cutOff(tankShapeOf(design, shelf), most);
	const because = { why: 'plate-too-high' as const, plateMm, bucketMm: bucket.heightMm };
	if (taller) builder.refuse(because, 'bucketId', taller.id);
	else builder.refuseFor(because, lower && { path: 'design.tank.shape', value: lower });
}

/** A riser in the middle, a tee, and two or four short arms that drip. */
function arms(
	builder: StandBuilder<Stand>,
	stand: SingleBucket,
	centre: Point,
	topMm: number
): void {
	builder.raiseFeed(centre.zM);
	const count = Number(stand.arms);
	const ids = builder.piece.containers[0]!.siteIds;
	const reach = (topMm / 2000) * 0.6;
	for (let arm = 0; arm < count; arm++) {
		const angle = (2 * Math.PI * arm) / count;
		const tip = builder.node(builder.id(`A1.e${arm + 1}`), {
			xM: centre.xM + reach * Math.cos(angle),
			yM: centre.yM + reach * Math.sin(angle),
			zM: centre.zM
		});
		builder.run({
			id: `${tip.id}.tube`,
			name: `arm ${arm + 1} of the drip ring`,
			role: 'stake',
			from: builder.anchor.feedNode,
			to: tip,
			tubeId: stand.stakeTubeId,
			fittings: arm === 0 ? [ELBOW, BARB] : [TEE_BRANCH, BARB],
			atLeastM: reach
		});
		builder.emit(tip, {
			id: builder.outlet('1/1', arm + 1),
			label: count > 1 ? `A1, arm ${arm + 1}` : 'A1',
			emitterId: stand.emitterId,
			containerId: builder.id('A1'),
			shares: equally(ids)
		});
	}
}
