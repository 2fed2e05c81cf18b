import { rowLetter, type Stand, type ValveTrays } from '../design';
import { pick, type ShelfLists } from '../shelf';
import { fillBucket } from './buckets';
import { rect, taperFront } from './outline';
import { rowFrame, type RowFrame } from './row-frame';
import type { Anchor, StandPiece } from './stand-piece';
import { distance, type Container, type FeedNode, equally, type LayoutInput } from './types';
import { deck, hoseJoint, standing, valveOf } from './valve-kit';
import { TEE_BRANCH, TEE_STRAIGHT, Workshop } from './workshop';

/** A valve in every tray, fed one after the other by a hose along the row. */
export function valveTrays(
	stand: ValveTrays,
	system: LayoutInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece {
	const shop = new Workshop<Stand>(stand, system, shelf, anchor);
	const across = { widthM: stand.trayLengthMm / 1000, depthM: stand.trayWidthMm / 1000 };
	const frame = rowFrame(shop, { ...stand, fallPercent: 0 }, stand.perRow, across);
	traysAt(shop, stand, frame);
	const surfaceM = (stand.lowEndHeightMm + stand.depthMm) / 1000;
	shop.raiseFeed(surfaceM);
	const hoseM = valveRows(shop, stand, frame, surfaceM);
	deck(shop, stand, frame);
	const emitter = pick(shelf.emitters, stand.emitterId);
	const tube = pick(shelf.tubes, stand.rowTubeId);
	hoseJoint(shop, stand);
	const bucket = pick(shelf.buckets, stand.bucketId);
	const potArea = (stand.potsPerTray * Math.PI * bucket.bottomDiameterMm ** 2) / 4;
	const share =
		(shop.vessels.solidInPot.value * potArea) / (stand.trayLengthMm * stand.trayWidthMm);
	return shop.done({
		...standing(stand, anchor, frame),
		parts: [
			{
				id: 'tray',
				name: `Tray, ${stand.trayLengthMm} × ${stand.trayWidthMm} mm`,
				count: shop.piece.containers.length,
				lengthM: null
			},
			...(stand.flushTap
				? [{ id: 'flush-tap', name: 'Flush tap', count: stand.rows, lengthM: null }]
				: []),
			...(stand.strainer
				? [{ id: 'tank-strainer', name: 'Strainer for the tank', count: 1, lengthM: null }]
				: []),
			...(stand.rootDisc
				? [
						{
							id: 'root-disc',
							name: 'Root disc for a valve',
							count: shop.piece.containers.length,
							lengthM: null
						}
					]
				: [])
		],
		level: {
			depthMm: stand.depthMm,
			valves: 'each',
			trays: shop.piece.containers.map((tray) => ({
				id: tray.id,
				lengthMm: stand.trayLengthMm,
				widthMm: stand.trayWidthMm,
				floorOffsetMm: 0,
				tiltMmPerM: stand.leanMmPerM,
				heightMm: stand.trayHeightMm,
				solidFraction: Math.min(0.95, share)
			})),
			surfaceM,
			innerDiameterMm: tube.innerDiameterMm,
			lengthM: Math.max(0.001, hoseM),
			valve: valveOf(emitter.law)
		}
	});
}

function traysAt(shop: Workshop<Stand>, stand: ValveTrays, frame: RowFrame): void {
	const bucket = pick(shop.shelf.buckets, stand.bucketId);
	const medium = pick(shop.shelf.media, stand.mediumId);
	const filled = fillBucket({ rimFreeMm: stand.rimFreeMm, poolMm: 0 }, bucket, medium);
	const made = new Map<string, Container>();
	const half = stand.trayLengthMm / 2000;
	const deep = stand.trayWidthMm / 2000;
	const place = (plant: number) => ((plant + 0.5) / stand.potsPerTray - 0.5) * 2 * half;
	for (const slot of shop.slots()) {
		const label = `${rowLetter(slot.row)}${slot.column + 1}`;
		const at = {
			xM: frame.xs[slot.column]!,
			yM: frame.ys[slot.row]!,
			zM: frame.baseM[slot.column]!
		};
		let tray = made.get(label);
		if (!tray) {
			const high = stand.trayHeightMm / 1000;
			const water = stand.depthMm / 1000;
			const lean = (stand.leanMmPerM * half) / 1000;
			tray = shop.container({
				xM: at.xM,
				yM: at.yM,
				zM: at.zM,
				id: shop.id(label),
				form: 'tray',
				label,
				row: slot.row,
				column: slot.column,
				front: rect(at.xM - half, at.xM + half, at.zM, at.zM + high),
				mediumFront: [],
				poolFront: [
					[at.xM - half, at.zM],
					[at.xM - half, at.zM + Math.max(0, water + lean)],
					[at.xM + half, at.zM + Math.max(0, water - lean)],
					[at.xM + half, at.zM]
				],
				above: rect(at.xM - half, at.xM + half, at.yM - deep, at.yM + deep),
				radiusM: null,
				heightMm: stand.trayHeightMm,
				fillMm: 0,
				poolMm: stand.depthMm,
				mediumL: filled.mediumL * stand.potsPerTray,
				poolL: 0,
				massKg: 0.6 + filled.massKg * stand.potsPerTray
			});
			made.set(label, tray);
		}
		const pot = { xM: at.xM + place(slot.plant), yM: at.yM, zM: at.zM };
		tray.inner.push({
			front: taperFront(pot, bucket),
			mediumFront: taperFront(pot, bucket, 0, filled.fillMm),
			xM: pot.xM,
			yM: pot.yM,
			radiusM: bucket.topDiameterMm / 2000
		});
		shop.site({
			slot,
			at: { xM: pot.xM, yM: pot.yM, zM: at.zM + filled.fillMm / 1000 },
			container: tray,
			medium,
			mediumL: filled.mediumL
		});
	}
	const wide = stand.potsPerTray * bucket.bottomDiameterMm;
	if (wide > stand.trayLengthMm || bucket.bottomDiameterMm > stand.trayWidthMm)
		shop.refuse(
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
function valveRows(
	shop: Workshop<Stand>,
	stand: ValveTrays,
	frame: RowFrame,
	surfaceM: number
): number {
	let longest = 0;
	frame.ys.forEach((yM, row) => {
		let before: FeedNode = shop.anchor.feedNode;
		let way = 0;
		for (const tray of shop.piece.containers.filter((c) => c.row === row)) {
			const first = before === shop.anchor.feedNode;
			const node = shop.node(`${tray.id}.out`, {
				xM: tray.xM - stand.trayLengthMm / 2000 + 0.04,
				yM,
				zM: surfaceM
			});
			way += distance(before, node);
			shop.run({
				id: `${tray.id}.row`,
				name: `hose to tray ${tray.label}`,
				role: 'row',
				from: before,
				to: node,
				tubeId: stand.rowTubeId,
				fittings: [first && row > 0 ? TEE_BRANCH : TEE_STRAIGHT],
				emptiesBack: false
			});
			shop.emit(node, {
				id: shop.outlet(`${row + 1}/${tray.column + 1}`),
				label: tray.label,
				emitterId: stand.emitterId,
				containerId: tray.id,
				shares: equally(tray.siteIds)
			});
			before = node;
		}
		longest = Math.max(longest, way);
	});
	return longest;
}
