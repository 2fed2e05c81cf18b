import { rowLetter, type Design, type PipeTower, type Slot, type Stand } from '../design';
import { InvalidInput } from '../quantity';
import { pick, type Shelf } from '../shelf';
import { rect } from './outline';
import type { Anchor, StandPiece } from './stand-piece';
import { layoutTower, type LayoutTower, type LayoutTowerInput } from './tower';
import {
	cupFront,
	drop,
	footing,
	freeStance,
	headers,
	holeFront,
	LID_M,
	onSkin,
	riser
} from './tower-kit';
import type { Container, Point, Rim } from './types';
import { Workshop } from './workshop';

const PVC_KG_L = 1.4;
/** The outlet ends this far under the cap. */
const CAP_M = 0.03;

/** Pipes on end: a riser inside each, a spreader under its cap, rings of sites down its skin. */
export function pipeTower(
	stand: PipeTower,
	design: Design,
	shelf: Shelf,
	anchor: Anchor
): StandPiece {
	const shop = new Workshop<Stand>(stand, design, shelf, anchor);
	const holes = holesOf(shop, stand);
	const widthM = stand.outerDiameterMm / 1000;
	const heightM = stand.pipeLengthMm / 1000;
	const standing = footing(shop, stand, widthM);
	const feet = headers(shop, stand.rowTubeId, standing.feet, headerM(shop, stand, standing.feet));
	const slots = shop.slots();
	standing.feet.forEach((foot, i) => {
		const tower = towerAt(shop, stand, foot, i, holes);
		for (const slot of slots.filter((s) => s.row === i)) siteAt(shop, stand, tower, slot, holes);
		const top = { ...foot, zM: foot.zM + heightM - CAP_M };
		const out = riser(shop, rowLetter(i), feet[i]!, top, stand.riserTubeId);
		shop.emit(
			out,
			{
				label: tower.label,
				emitterId: stand.emitterId,
				containerId: tower.id,
				shares: sharesOf(stand, tower, slots, i)
			},
			rimOf(stand, slots, i)
		);
		if (stand.footing === 'lid')
			drop(shop, `fall.${tower.label}`, `fall from tower ${tower.label}`, foot, [tower.id]);
		else shop.piece.returns[0]!.containerIds.push(tower.id);
	});
	joints(shop, stand);
	return shop.done({
		lowEndM: { xM: standing.startXM, yM: anchor.startYM, zM: standing.feet[0]!.zM },
		lengthM: standing.lengthM,
		depthM: standing.depthM,
		frameKg: 0,
		stance: freeStance(shop, standing.edgeM, {
			widthM,
			heightM,
			baseM: standing.feet[0]!.zM,
			count: stand.towers
		}),
		view: 'sides',
		parts: [
			{
				id: `pipe-${stand.outerDiameterMm}`,
				name: `${stand.outerDiameterMm} mm pipe`,
				count: stand.towers * pieces(stand),
				lengthM: (stand.towers * stand.pipeLengthMm) / 1000
			},
			{ id: 'tower-cap', name: 'Cap with spreader', count: stand.towers, lengthM: null },
			...(pieces(stand) > 1
				? [
						{
							id: 'tower-joint',
							name: `Joint for ${stand.outerDiameterMm} mm segments`,
							count: stand.towers * (pieces(stand) - 1),
							lengthM: null
						}
					]
				: [])
		]
	});
}

/** Under the lid, or beside the bowls at their foot. */
const headerM = (shop: Workshop<Stand>, stand: PipeTower, feet: readonly Point[]): number =>
	stand.footing === 'lid'
		? feet[0]!.zM - LID_M - 0.03
		: Math.max(...feet.map((foot) => foot.zM)) + 0.02;

/** The drilling pattern; one that cannot be is drawn with no holes at all. */
function holesOf(shop: Workshop<Stand>, stand: PipeTower): LayoutTower | null {
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
	stand: PipeTower,
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
	stand: PipeTower,
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
function linesOf(stand: PipeTower, slots: readonly Slot[], tower: number): string[][] {
	const turned = stand.stagger;
	const lines = Array.from({ length: stand.perRing * (turned ? 2 : 1) }, (): Slot[] => []);
	for (const slot of slots.filter((s) => s.row === tower))
		lines[turned ? slot.plant * 2 + (slot.column % 2) : slot.plant]!.push(slot);
	return lines
		.filter((line) => line.length > 0)
		.map((line) => line.sort((a, b) => b.column - a.column).map((slot) => slot.id));
}

const rimOf = (stand: PipeTower, slots: readonly Slot[], tower: number): Rim => ({
	diameterMm: stand.rimMm,
	tiltMmPerM: stand.leanMmPerM,
	lines: linesOf(stand, slots, tower),
	catchShare: stand.catchPercent / 100
});

/** Upright, each line gets the same, and each of its sites catches its share of what falls past. */
function sharesOf(
	stand: PipeTower,
	tower: Container,
	slots: readonly Slot[],
	i: number
): Record<string, number> {
	const lines = linesOf(stand, slots, i);
	const each = stand.catchPercent / 100 / Math.max(1, lines.length);
	return Object.fromEntries(tower.siteIds.map((id) => [id, each]));
}

function joints(shop: Workshop<Stand>, stand: PipeTower): void {
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
		stand.towers,
		`${header.nominalMm}–${riserTube.nominalMm} mm reducing elbow`
	);
	const emitter = pick(shop.shelf.emitters, stand.emitterId);
	shop.joint(
		'riser-outlet',
		'riser to the outlet at the top',
		{ part: riserTube, mm: riserTube.innerDiameterMm },
		{ part: emitter, mm: emitter.barbMm },
		stand.towers,
		`${riserTube.nominalMm}–${emitter.barbMm} mm reducer`
	);
}

/** Lengths a tower is joined from. */
const pieces = ({ segmentMm, pipeLengthMm }: PipeTower): number =>
	segmentMm > 0 ? Math.max(1, Math.ceil(pipeLengthMm / segmentMm - 1e-9)) : 1;
