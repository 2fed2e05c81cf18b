import { rowLetter, type Slot, type Stand, type ValveTrays } from '../../design';
import { pick, type Bucket, type Medium, type ShelfLists } from '../../shelf';
import { fillBucket } from '../buckets';
import { rect, taperFront } from '../outline';
import { rowFrame, type RowFrame } from '../row-frame';
import { takes, type Anchor, type StandPiece } from '../stand-piece';
import {
	distance,
	type Container,
	equally,
	type FeedNode,
	type StructureInput,
	type Point
} from '../types';
import { deck, hoseJoint, standing, valveOf } from '../valve-kit';
import { TEE_BRANCH, TEE_STRAIGHT, StandBuilder } from '../stand-builder';

/** A valve in every tray, fed one after the other by a hose along the row. */
export function valveTrays(
	stand: ValveTrays,
	system: StructureInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece {
	const builder = new StandBuilder<Stand>(stand, system, shelf, anchor);
	const across = { widthM: stand.trayLengthMm / 1000, depthM: stand.trayWidthMm / 1000 };
	const frame = rowFrame(builder, { ...stand, fallPercent: 0 }, stand.perRow, across);
	traysAt(builder, stand, frame);
	const surfaceM = (stand.lowEndHeightMm + stand.depthMm) / 1000;
	builder.raiseFeed(surfaceM);
	const hoseM = valveRows(builder, stand, frame, surfaceM);
	deck(builder, stand, frame);
	const emitter = pick(shelf.emitters, stand.emitterId);
	const tube = pick(shelf.tubes, stand.rowTubeId);
	hoseJoint(builder, stand);
	return builder.done({
		...standing(stand, anchor, frame),
		parts: partsOf(stand, builder.piece.containers.length, shelf),
		level: {
			depthMm: stand.depthMm,
			valves: 'each',
			trays: builder.piece.containers.map((tray) => ({
				id: tray.id,
				lengthMm: stand.trayLengthMm,
				widthMm: stand.trayWidthMm,
				floorOffsetMm: 0,
				tiltMmPerM: stand.leanMmPerM,
				heightMm: stand.trayHeightMm,
				solidFraction: solidIn(builder, stand)
			})),
			surfaceM,
			innerDiameterMm: tube.innerDiameterMm,
			lengthM: Math.max(0.001, hoseM),
			valve: valveOf(emitter.law)
		}
	});
}

function partsOf(
	stand: ValveTrays,
	trays: number,
	shelf: ShelfLists
): StandPiece['stand']['parts'] {
	const { name } = pick(shelf.media, stand.bedMediumId);
	return [
		takes('tray', `Tray, ${stand.trayLengthMm} × ${stand.trayWidthMm} mm`, trays),
		...(stand.flushTap ? [takes('flush-tap', 'Flush tap', stand.rows)] : []),
		...(stand.strainer ? [takes('tank-strainer', 'Strainer for the tank', 1)] : []),
		...(stand.bedMm > 0
			? [
					takes(
						`bed ${stand.bedMediumId}`,
						`${name} for beds, litres`,
						Math.ceil(trays * bedL(stand))
					)
				]
			: []),
		...(stand.rootDisc ? [takes('root-disc', 'Root disc for a valve', trays)] : [])
	];
}

/** Share of a tray's water that the pots in it take up. */
function solidIn(builder: StandBuilder<Stand>, stand: ValveTrays): number {
	const { bottomDiameterMm } = pick(builder.shelf.buckets, stand.bucketId);
	const potsMm2 = (stand.potsPerTray * Math.PI * bottomDiameterMm ** 2) / 4;
	const trayMm2 = stand.trayLengthMm * stand.trayWidthMm;
	const inPots = (builder.vessels.solidInPot.value * potsMm2) / trayMm2;
	// as deep as a bed is, its grains stand in the water, and the pots only over it
	const bed = Math.min(1, stand.bedMm / stand.depthMm);
	const { airFraction, availableFraction } = pick(builder.shelf.media, stand.bedMediumId);
	return Math.min(0.95, bed * (1 - airFraction - availableFraction) + (1 - bed) * inPots);
}

function traysAt(builder: StandBuilder<Stand>, stand: ValveTrays, frame: RowFrame): void {
	const bucket = pick(builder.shelf.buckets, stand.bucketId);
	const medium = pick(builder.shelf.media, stand.mediumId);
	const filled = fillBucket({ rimFreeMm: stand.rimFreeMm, poolMm: 0 }, bucket, medium);
	const made = new Map<string, Container>();
	const place = (plant: number) =>
		(((plant + 0.5) / stand.potsPerTray - 0.5) * stand.trayLengthMm) / 1000;
	for (const slot of builder.slots()) {
		const label = `${rowLetter(slot.row)}${slot.column + 1}`;
		const at = {
			xM: frame.xs[slot.column]!,
			yM: frame.ys[slot.row]!,
			zM: frame.baseM[slot.column]!
		};
		let tray = made.get(label);
		if (!tray) {
			tray = trayAt(builder, stand, label, slot, at, filled);
			made.set(label, tray);
		}
		const pot = { xM: at.xM + place(slot.plant), yM: at.yM, zM: at.zM + stand.bedMm / 1000 };
		tray.inner.push({
			front: taperFront(pot, bucket),
			mediumFront: taperFront(pot, bucket, 0, filled.fillMm),
			xM: pot.xM,
			yM: pot.yM,
			radiusM: bucket.topDiameterMm / 2000
		});
		builder.site({
			slot,
			at: { xM: pot.xM, yM: pot.yM, zM: pot.zM + filled.fillMm / 1000 },
			container: tray,
			medium,
			mediumL: filled.mediumL + bedAsMedium(builder, stand, medium)
		});
	}
	refuseCrowd(builder, stand, bucket);
}

function trayAt(
	builder: StandBuilder<Stand>,
	stand: ValveTrays,
	label: string,
	{ row, column }: Slot,
	at: Point,
	pot: { mediumL: number; massKg: number }
): Container {
	const half = stand.trayLengthMm / 2000;
	const deep = stand.trayWidthMm / 2000;
	const [x0, x1] = [at.xM - half, at.xM + half];
	const water = stand.depthMm / 1000;
	const lean = (stand.leanMmPerM * half) / 1000;
	return builder.container({
		...at,
		id: builder.id(label),
		form: 'tray',
		label,
		row,
		column,
		front: rect(x0, x1, at.zM, at.zM + stand.trayHeightMm / 1000),
		mediumFront: stand.bedMm > 0 ? rect(x0, x1, at.zM, at.zM + stand.bedMm / 1000) : [],
		poolFront: [
			[x0, at.zM],
			[x0, at.zM + Math.max(0, water + lean)],
			[x1, at.zM + Math.max(0, water - lean)],
			[x1, at.zM]
		],
		above: rect(x0, x1, at.yM - deep, at.yM + deep),
		radiusM: null,
		heightMm: stand.trayHeightMm,
		fillMm: 0,
		poolMm: stand.depthMm,
		mediumL: pot.mediumL * stand.potsPerTray,
		poolL: 0,
		massKg: 0.6 + pot.massKg * stand.potsPerTray + bedKg(builder, stand)
	});
}

/** The bed of a tray, L. */
const bedL = ({ trayLengthMm, trayWidthMm, bedMm }: ValveTrays): number =>
	(trayLengthMm * trayWidthMm * bedMm) / 1e6;

const bedKg = (builder: StandBuilder<Stand>, stand: ValveTrays): number =>
	bedL(stand) * pick(builder.shelf.media, stand.bedMediumId).wetKgL;

/** A pot's part of the bed, as so much of the pot's own medium as gives roots the same water, L. */
const bedAsMedium = (builder: StandBuilder<Stand>, stand: ValveTrays, medium: Medium): number =>
	((bedL(stand) / stand.potsPerTray) *
		pick(builder.shelf.media, stand.bedMediumId).availableFraction) /
	medium.availableFraction;

/** Pots that do not stand in their tray side by side. */
function refuseCrowd(builder: StandBuilder<Stand>, stand: ValveTrays, bucket: Bucket): void {
	const wide = stand.potsPerTray * bucket.bottomDiameterMm;
	if (wide > stand.trayLengthMm || bucket.bottomDiameterMm > stand.trayWidthMm)
		builder.refuse(
			{
				why: 'tray-too-small',
				pots: stand.potsPerTray,
				potMm: bucket.bottomDiameterMm,
				lengthMm: stand.trayLengthMm,
				widthMm: stand.trayWidthMm
			},
			'potsPerTray',
			Math.max(1, Math.floor(stand.trayLengthMm / bucket.bottomDiameterMm))
		);
}

/** Hose along each row with a valve at each tray; the longest way is what the fill is reckoned with. */
const valveRows = (
	builder: StandBuilder<Stand>,
	stand: ValveTrays,
	frame: RowFrame,
	surfaceM: number
): number =>
	Math.max(0, ...frame.ys.map((yM, row) => valveRow(builder, stand, { row, yM, zM: surfaceM })));

/** One row; returns how long its hose is, m. */
function valveRow(
	builder: StandBuilder<Stand>,
	stand: ValveTrays,
	{ row, yM, zM }: { row: number; yM: number; zM: number }
): number {
	const start = builder.anchor.feedNode;
	let before: FeedNode = start;
	let way = 0;
	for (const tray of builder.piece.containers.filter((c) => c.row === row)) {
		const xM = tray.xM - stand.trayLengthMm / 2000 + 0.04;
		const node = builder.node(`${tray.id}.out`, { xM, yM, zM });
		way += distance(before, node);
		builder.run({
			id: `${tray.id}.row`,
			name: `hose to tray ${tray.label}`,
			role: 'row',
			from: before,
			to: node,
			tubeId: stand.rowTubeId,
			fittings: [before === start && row > 0 ? TEE_BRANCH : TEE_STRAIGHT],
			emptiesBack: false
		});
		builder.emit(node, {
			id: builder.outlet(`${row + 1}/${tray.column + 1}`),
			label: tray.label,
			emitterId: stand.emitterId,
			containerId: tray.id,
			shares: equally(tray.siteIds)
		});
		before = node;
	}
	return way;
}
