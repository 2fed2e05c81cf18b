import { rowLetter, type Design, type Stand, type ValvePots, type ValveTrays } from '../design';
import { pick, type Bucket, type EmitterLaw, type Shelf } from '../shelf';
import { fillBucket } from './buckets';
import { inTurn } from './control-pot';
import { rect, taperFront } from './outline';
import { potGrid } from './pots-on-tank';
import { deckAbove, rowFrame, type RowFrame } from './row-frame';
import type { Anchor, StandPiece } from './stand-piece';
import {
	distance,
	lengthOf,
	type Container,
	type FeedNode,
	type LevelFillBasis,
	type Solid
} from './types';
import { K, TEE_BRANCH, TEE_STRAIGHT, Workshop } from './workshop';

/** Share of a pot in the water that is no water: walls and wet medium. */
const SOLID_IN_POT = 0.55;

/** A valve as level-fill takes it. */
const valveOf = (law: EmitterLaw): LevelFillBasis['valve'] =>
	law.kind === 'orifice'
		? { nominalFlowLph: law.nominalFlowLph, nominalHeadM: law.nominalHeadM }
		: { nominalFlowLph: 120, nominalHeadM: 1 };

/** One valve by the tank, a hose from pot to pot, one level in all of them. */
export function valvePots(
	stand: ValvePots,
	design: Design,
	shelf: Shelf,
	anchor: Anchor
): StandPiece {
	const shop = new Workshop<Stand>(stand, design, shelf, anchor);
	const bucket = pick(shelf.buckets, stand.bucketId);
	const row = { ...stand, fallPercent: 0 };
	const slope = (index: number) =>
		(stand.leanMmPerM * (index % stand.perRow) * stand.pitchMm) / 1000 +
		(stand.floorsMm[index] ?? 0);
	const frame = potGrid(shop, row, stand, bucket, stand.depthMm, slope);
	const baseM = stand.lowEndHeightMm / 1000;
	const surfaceM = baseM + stand.depthMm / 1000;
	const sites = shop.piece.sites.map((site) => site.id);
	shop.raiseFeed(surfaceM);
	const valve = shop.node(shop.id('valve.out'), {
		xM: anchor.startXM,
		yM: frame.ys[0]!,
		zM: surfaceM
	});
	shop.run({
		id: shop.id('valve.feed'),
		name: 'hose to the valve',
		role: 'header',
		from: anchor.feedNode,
		to: valve,
		tubeId: stand.rowTubeId,
		fittings: [{ name: 'tap', k: K.valve }],
		emptiesBack: false
	});
	const first = shop.piece.containers[0]!;
	shop.emit(valve, {
		label: 'the valve',
		emitterId: stand.emitterId,
		containerId: first.id,
		shares: Object.fromEntries(sites.map((id) => [id, 1 / sites.length]))
	});
	const hose = hoseOf(shop, stand, valve);
	hoseJoint(shop, stand);
	deck(shop, stand, frame);
	return shop.done({
		...standing(stand, anchor, frame),
		level: {
			depthMm: stand.depthMm,
			valves: 'shared',
			trays: shop.piece.containers.map((pot, i) => ({
				...potTray(pot.id, bucket),
				floorOffsetMm: slope(i)
			})),
			surfaceM,
			...hose,
			valve: valveOf(pick(shelf.emitters, stand.emitterId).law)
		}
	});
}

/** A round pot as a tray of the same area. */
const potTray = (id: string, bucket: Bucket) => {
	const side = (bucket.bottomDiameterMm * Math.sqrt(Math.PI)) / 2;
	return {
		id,
		lengthMm: side,
		widthMm: side,
		tiltMmPerM: 0,
		heightMm: bucket.heightMm,
		solidFraction: SOLID_IN_POT
	};
};

/** The hose that joins the pots: a level line under water. */
function hoseOf(shop: Workshop<Stand>, stand: ValvePots, valve: FeedNode) {
	const tube = pick(shop.shelf.tubes, stand.rowTubeId);
	const order = inTurn(shop.piece.containers, stand.rows);
	const zM = stand.lowEndHeightMm / 1000 + 0.01;
	const start = { xM: valve.xM, yM: valve.yM, zM };
	const points = [start, ...order.map((c) => ({ xM: c.xM, yM: c.yM, zM }))];
	const closed = stand.hose === 'ring' && order.length > 1;
	const all = closed ? [...points, start] : points;
	const lengthM = Math.max(0.001, lengthOf(all));
	shop.piece.returns.push({
		id: shop.id('hose'),
		standId: stand.id,
		name: 'hose between the pots',
		way: 'level',
		points: all,
		tubeId: stand.rowTubeId,
		innerDiameterMm: tube.innerDiameterMm,
		lengthM,
		fallPercent: 0,
		endM: zM,
		containerIds: order.map((c) => c.id),
		lifted: false
	});
	const feedM = distance(shop.anchor.feedNode, valve);
	return { innerDiameterMm: tube.innerDiameterMm, lengthM: Math.max(0.001, feedM), fittingsK: 3 };
}

/** A valve in every tray, fed one after the other by a hose along the row. */
export function valveTrays(
	stand: ValveTrays,
	design: Design,
	shelf: Shelf,
	anchor: Anchor
): StandPiece {
	const shop = new Workshop<Stand>(stand, design, shelf, anchor);
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
	const share = (SOLID_IN_POT * potArea) / (stand.trayLengthMm * stand.trayWidthMm);
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
			fittingsK: 3,
			valve: valveOf(emitter.law)
		}
	});
}

/** The main on the hose that feeds the valves. */
function hoseJoint(shop: Workshop<Stand>, stand: ValvePots | ValveTrays): void {
	const main = pick(shop.shelf.tubes, shop.design.lines.mainTubeId);
	const hose = pick(shop.shelf.tubes, stand.rowTubeId);
	shop.joint(
		'main-row',
		'main to hose',
		{ part: main, mm: main.innerDiameterMm },
		{ part: hose, mm: hose.innerDiameterMm },
		1,
		`${main.nominalMm}–${hose.nominalMm} mm reducing joiner`
	);
}

const standing = (stand: ValvePots | ValveTrays, anchor: Anchor, frame: RowFrame) => ({
	lowEndM: { xM: anchor.startXM, yM: anchor.startYM, zM: stand.lowEndHeightMm / 1000 },
	lengthM: stand.lengthMm / 1000,
	depthM: frame.depthM,
	frameKg: 0,
	stance: { kind: 'floor' as const },
	view: 'rows' as const
});

/** What pots or trays stand on: a board on the floor, or a low bench. */
function deck(shop: Workshop<Stand>, stand: ValvePots | ValveTrays, frame: RowFrame): void {
	const top = stand.lowEndHeightMm / 1000;
	if (top <= 0) return;
	const [x0, x1] = [shop.anchor.startXM, shop.anchor.startXM + frame.lengthM];
	const thick = Math.min(0.03, top);
	const board: Solid = {
		id: shop.id('top'),
		standId: stand.id,
		role: 'top',
		front: [
			[x0, top],
			[x1, top],
			[x1, top - thick],
			[x0, top - thick]
		],
		above: deckAbove(frame, x0, x1)
	};
	const blocks = [x0 + 0.03, (x0 + x1) / 2, x1 - 0.03].map((x, i): Solid => ({
		id: shop.id(`block${i + 1}`),
		standId: stand.id,
		role: 'leg',
		front: rect(x - 0.03, x + 0.03, 0, top - thick),
		above: deckAbove(frame, x - 0.03, x + 0.03)
	}));
	shop.piece.solids.push(board, ...(top > thick ? blocks : []));
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
				...at,
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
		const pot = { ...at, xM: at.xM + place(slot.plant) };
		tray.inner.push({
			front: taperFront(pot, bucket),
			mediumFront: taperFront(pot, bucket, 0, filled.fillMm),
			xM: pot.xM,
			yM: pot.yM,
			radiusM: bucket.topDiameterMm / 2000
		});
		shop.site({
			slot,
			at: { ...pot, zM: at.zM + filled.fillMm / 1000 },
			container: tray,
			medium,
			mediumL: filled.mediumL
		});
	}
	const wide = stand.potsPerTray * bucket.bottomDiameterMm;
	if (wide > stand.trayLengthMm || bucket.bottomDiameterMm > stand.trayWidthMm)
		shop.refuse({
			code: 'cannot-be-built',
			numbers: { wide },
			text: `${stand.potsPerTray} pots of ${bucket.bottomDiameterMm} mm do not stand in a tray of ${stand.trayLengthMm} × ${stand.trayWidthMm} mm`,
			field: 'potsPerTray',
			value: Math.max(1, Math.floor(stand.trayLengthMm / bucket.bottomDiameterMm))
		});
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
				label: tray.label,
				emitterId: stand.emitterId,
				containerId: tray.id,
				shares: Object.fromEntries(tray.siteIds.map((id) => [id, 1 / tray.siteIds.length]))
			});
			before = node;
		}
		longest = Math.max(longest, way);
	});
	return longest;
}
