import {
	rowLetter,
	type Design,
	type PipeTower,
	type Slot,
	type Stand,
	type TowerBank
} from '../design';
import { InvalidInput } from '../quantity';
import { pick, type Shelf } from '../shelf';
import { footing, LID_M } from './footing';
import { rect } from './outline';
import type { Anchor, StandPiece } from './stand-piece';
import { layoutTower, type LayoutTower, type LayoutTowerInput } from './tower';
import {
	cupFront,
	evenly,
	fallsBack,
	freeStance,
	headers,
	holeFront,
	onSkin,
	riser
} from './tower-kit';
import type { Container, Point } from './types';
import { Workshop } from './workshop';

type Towers = PipeTower | TowerBank;

const PVC_KG_L = 1.4;
/** The outlet ends this far under the cap. */
const CAP_M = 0.03;

/** Pipes on end: a riser inside each, a spreader under its cap, rings of sites down its skin. */
export const pipeTower = (
	stand: PipeTower,
	design: Design,
	shelf: Shelf,
	anchor: Anchor
): StandPiece => towersOf(stand, design, shelf, anchor, 1, 0);

/** Towers in rows, each on a base of its own. */
export const towerBank = (
	stand: TowerBank,
	design: Design,
	shelf: Shelf,
	anchor: Anchor
): StandPiece =>
	towersOf({ ...stand, footing: 'base' }, design, shelf, anchor, stand.rows, stand.rowGapMm / 1000);

function towersOf(
	stand: PipeTower | TowerBank,
	design: Design,
	shelf: Shelf,
	anchor: Anchor,
	rows: number,
	rowGapM: number
): StandPiece {
	const shop = new Workshop<Stand>(stand, design, shelf, anchor);
	const holes = holesOf(shop, stand);
	const widthM = stand.outerDiameterMm / 1000;
	const heightM = stand.pipeLengthMm / 1000;
	const standing = footing(shop, stand, widthM, rows, rowGapM);
	const feet = headers(shop, stand.rowTubeId, standing.feet, headerM(stand, standing.feet));
	const all = shop.slots();
	const slotsOf = new Map<number, Slot[]>();
	for (const slot of all) slotsOf.set(slot.row, [...(slotsOf.get(slot.row) ?? []), slot]);
	standing.feet.forEach((foot, i) => {
		const slots = slotsOf.get(i) ?? [];
		const tower = towerAt(shop, stand, foot, i, holes);
		for (const slot of slots) siteAt(shop, stand, tower, slot, holes);
		const top = { ...foot, zM: foot.zM + heightM - CAP_M };
		const out = riser(shop, rowLetter(i), feet[i]!, top, stand.riserTubeId);
		const lines = linesOf(stand, slots);
		const catchShare = stand.catchPercent / 100;
		shop.emit(
			out,
			{
				label: tower.label,
				emitterId: stand.emitterId,
				containerId: tower.id,
				shares: evenly(tower.siteIds, lines.length, catchShare)
			},
			{ diameterMm: stand.rimMm, tiltMmPerM: stand.leanMmPerM, lines, catchShare }
		);
		fallsBack(shop, stand, tower, foot, Math.floor(i / stand.towers));
	});
	joints(shop, stand, standing.feet.length);
	return shop.done({
		lowEndM: { xM: standing.startXM, yM: anchor.startYM, zM: standing.feet[0]!.zM },
		lengthM: standing.lengthM,
		depthM: standing.depthM,
		frameKg: 0,
		stance: freeStance(shop, standing.edgeM, {
			widthM,
			heightM,
			baseM: standing.feet[0]!.zM,
			count: standing.feet.length
		}),
		view: 'sides',
		parts: partsOf(stand, standing.feet.length)
	});
}

/** Under the lid, or beside the bowls at their foot. */
const headerM = (stand: Towers, feet: readonly Point[]): number =>
	stand.footing === 'lid'
		? feet[0]!.zM - LID_M - 0.03
		: Math.max(...feet.map((foot) => foot.zM)) + 0.02;

/** The drilling pattern; one that cannot be is drawn with no holes at all. */
function holesOf(shop: Workshop<Stand>, stand: Towers): LayoutTower | null {
	const input: LayoutTowerInput = {
		outerDiameterMm: stand.outerDiameterMm,
		lengthMm: stand.pipeLengthMm,
		topClearMm: stand.topClearMm,
		bottomClearMm: stand.bottomClearMm,
		perRing: stand.perRing,
		ringPitchMm: stand.ringPitchMm,
		stagger: stand.stagger,
		holeDiameterMm: stand.holeMm
	};
	try {
		const result = layoutTower(input);
		shop.operations.push({ name: 'layout-tower', input, result });
		return result;
	} catch (problem) {
		if (!(problem instanceof InvalidInput)) throw problem;
		const clearMm = Math.max(0, stand.pipeLengthMm - stand.bottomClearMm);
		shop.refuse({
			code: 'cannot-be-built',
			numbers: {},
			text: `A pipe of ${stand.pipeLengthMm} mm has no room for a ring: ${stand.topClearMm + stand.bottomClearMm} mm are kept clear at its ends`,
			field: 'topClearMm',
			value: Math.min(90, clearMm)
		});
		return null;
	}
}

function towerAt(
	shop: Workshop<Stand>,
	stand: Towers,
	foot: Point,
	i: number,
	holes: LayoutTower | null
): Container {
	const [r, h] = [stand.outerDiameterMm / 2000, stand.pipeLengthMm / 1000];
	const label = rowLetter(i);
	const sites = holes?.siteCount ?? 0;
	const mediumL = (sites * stand.siteMl) / 1000;
	const wallL = Math.PI * stand.outerDiameterMm * stand.wallMm * stand.pipeLengthMm * 1e-6;
	return shop.container({
		...foot,
		id: shop.id(label),
		form: 'tower',
		label,
		row: i,
		column: 0,
		front: rect(foot.xM - r, foot.xM + r, foot.zM, foot.zM + h),
		mediumFront: [],
		poolFront: [],
		above: [],
		radiusM: r,
		heightMm: stand.pipeLengthMm,
		fillMm: 0,
		poolMm: 0,
		mediumL,
		poolL: 0,
		massKg: wallL * PVC_KG_L + mediumL * pick(shop.shelf.media, stand.mediumId).wetKgL
	});
}

function siteAt(
	shop: Workshop<Stand>,
	stand: Towers,
	tower: Container,
	slot: Slot,
	holes: LayoutTower | null
): void {
	const hole = holes?.sites[slot.column * stand.perRing + slot.plant];
	if (!hole) return;
	const at = onSkin(tower, stand.outerDiameterMm / 2000, hole.angleDeg, hole.heightMm / 1000);
	shop.site({
		slot,
		at,
		container: tower,
		medium: pick(shop.shelf.media, stand.mediumId),
		mediumL: stand.siteMl / 1000,
		facingDeg: hole.angleDeg,
		opening: (stand.opening === 'cup' ? cupFront : holeFront)(at, hole.angleDeg, stand.holeMm)
	});
}

/** Sites one above the other, line by line round the tower, the highest first. */
function linesOf(stand: Towers, slots: readonly Slot[]): string[][] {
	const turned = stand.stagger;
	const lines = Array.from({ length: stand.perRing * (turned ? 2 : 1) }, (): Slot[] => []);
	for (const slot of slots)
		lines[turned ? slot.plant * 2 + (slot.column % 2) : slot.plant]!.push(slot);
	return lines
		.filter((line) => line.length > 0)
		.map((line) => line.sort((a, b) => b.column - a.column).map((slot) => slot.id));
}

function joints(shop: Workshop<Stand>, stand: Towers, count: number): void {
	const riserTube = pick(shop.shelf.tubes, stand.riserTubeId);
	const header = pick(shop.shelf.tubes, stand.rowTubeId);
	const main = pick(shop.shelf.tubes, shop.design.lines.mainTubeId);
	shop.joint(
		'main-row',
		'main to header',
		{ part: main, mm: main.innerDiameterMm },
		{ part: header, mm: header.innerDiameterMm },
		1,
		`${main.nominalMm}–${header.nominalMm} mm reducing tee`
	);
	shop.joint(
		'header-riser',
		'header to riser',
		{ part: header, mm: header.innerDiameterMm },
		{ part: riserTube, mm: riserTube.innerDiameterMm },
		count,
		`${header.nominalMm}–${riserTube.nominalMm} mm reducing elbow`
	);
	const emitter = pick(shop.shelf.emitters, stand.emitterId);
	shop.joint(
		'riser-outlet',
		'riser to the outlet at the top',
		{ part: riserTube, mm: riserTube.innerDiameterMm },
		{ part: emitter, mm: emitter.barbMm },
		count,
		`${riserTube.nominalMm}–${emitter.barbMm} mm reducer`
	);
}

const partsOf = (stand: Towers, count: number): StandPiece['stand']['parts'] => [
	{
		id: `pipe-${stand.outerDiameterMm}`,
		name: `${stand.outerDiameterMm} mm pipe`,
		count: count * pieces(stand),
		lengthM: (count * stand.pipeLengthMm) / 1000
	},
	{ id: 'tower-cap', name: 'Cap with spreader', count, lengthM: null },
	...(pieces(stand) > 1
		? [
				{
					id: 'tower-joint',
					name: `Joint for ${stand.outerDiameterMm} mm segments`,
					count: count * (pieces(stand) - 1),
					lengthM: null
				}
			]
		: [])
];

/** A shorter piece is no segment. */
const SHORTEST_MM = 50;

/** Lengths a tower is joined from. */
const pieces = ({ segmentMm, pipeLengthMm }: Towers): number =>
	segmentMm >= SHORTEST_MM ? Math.max(1, Math.ceil(pipeLengthMm / segmentMm - 1e-9)) : 1;
