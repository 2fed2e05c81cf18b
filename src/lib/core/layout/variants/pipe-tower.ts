import { body, finish, headerZ, outletJoints } from '../stack-kit';
import {
	rowLetter,
	towerAcross,
	type PipeTower,
	type Slot,
	type Stand,
	type TowerBank
} from '../../design';
import { InvalidInput } from '../../quantity';
import { pick, type ShelfLists } from '../../shelf';
import { footing } from '../footing';

import type { Anchor, StandPiece } from '../stand-piece';
import { layoutTower, type LayoutTower, type LayoutTowerInput } from '../tower';
import { cupFront, evenly, fallsBack, headers, holeFront, onSkin, riser } from '../tower-kit';
import type { Container, FeedNode, Point, StructureInput } from '../types';
import { StandBuilder } from '../stand-builder';

type Towers = PipeTower | TowerBank;

/** The outlet ends this far under the cap. */
const CAP_M = 0.03;

/** Pipes on end: a riser inside each, a spreader under its cap, rings of sites down its skin. */
export const pipeTower = (
	stand: PipeTower,
	system: StructureInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece => towersOf(stand, system, shelf, anchor, 1, 0);

/** Towers in rows, each on a base of its own. */
export const towerBank = (
	stand: TowerBank,
	system: StructureInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece => towersOf(stand, system, shelf, anchor, stand.rows, stand.rowGapMm / 1000);

function towersOf(
	stand: PipeTower | TowerBank,
	system: StructureInput,
	shelf: ShelfLists,
	anchor: Anchor,
	rows: number,
	rowGapM: number
): StandPiece {
	const builder = new StandBuilder<Stand>(stand, system, shelf, anchor);
	const holes = holesOf(builder, stand);
	const widthM = stand.outerDiameterMm / 1000;
	const heightM = stand.pipeLengthMm / 1000;
	const standing = footing(builder, stand, widthM, rows, rowGapM);
	const feet = headers(builder, stand.rowTubeId, standing.feet, headerZ(stand, standing, heightM));
	standing.feet.forEach((foot, i) => {
		const slots = builder.slotsIn(i);
		const tower = towerAt(builder, stand, foot, i, holes);
		for (const slot of slots) siteAt(builder, stand, tower, slot, holes);
		const top = { ...foot, zM: foot.zM + heightM - CAP_M };
		const out = riser(builder, rowLetter(i), feet[i]!, top, stand.riserTubeId);
		emitInto(builder, stand, out, tower, slots, i);
		fallsBack(builder, standing, tower, foot, Math.floor(i / stand.towers));
	});
	outletJoints(builder, stand, standing.feet.length);
	return finish(
		builder,
		standing,
		{ widthM, heightM },
		partsOf(stand, standing.feet.length),
		stand
	);
}

/** One outlet under the cap, whose spreader leads the water to every line of sites. */
function emitInto(
	builder: StandBuilder<Stand>,
	stand: Towers,
	out: FeedNode,
	tower: Container,
	slots: readonly Slot[],
	i: number
): void {
	const lines = linesOf(stand, slots);
	const catchShare = stand.catchPercent / 100;
	builder.passOn(lines, catchShare);
	builder.emit(
		out,
		{
			id: builder.outlet(stand.variant === 'tower-bank' ? towerAcross(i, stand.towers) : i + 1),
			label: tower.label,
			emitterId: stand.emitterId,
			containerId: tower.id,
			shares: evenly(lines),
			leastLph: builder.wetting(Math.PI * (stand.outerDiameterMm - 2 * stand.wallMm))
		},
		{ diameterMm: stand.rimMm, tiltMmPerM: stand.leanMmPerM, lines, catchShare }
	);
}

/** The drilling pattern; one that cannot be is drawn with no holes at all. */
function holesOf(builder: StandBuilder<Stand>, stand: Towers): LayoutTower | null {
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
		builder.holes = { input, result };
		return result;
	} catch (problem) {
		if (!(problem instanceof InvalidInput)) throw problem;
		const clearMm = Math.max(0, stand.pipeLengthMm - stand.bottomClearMm);
		const kept = stand.topClearMm + stand.bottomClearMm;
		builder.refuse(
			{
				why: 'no-room-between-ends',
				of: 'pipe',
				lengthMm: stand.pipeLengthMm,
				clearMm: kept
			},
			'topClearMm',
			Math.min(90, clearMm)
		);
		return null;
	}
}

function towerAt(
	builder: StandBuilder<Stand>,
	stand: Towers,
	foot: Point,
	i: number,
	holes: LayoutTower | null
): Container {
	const mediumL = ((holes?.siteCount ?? 0) * stand.siteMl) / 1000;
	const wallL = Math.PI * stand.outerDiameterMm * stand.wallMm * stand.pipeLengthMm * 1e-6;
	const { wetKgL } = pick(builder.shelf.media, stand.mediumId);
	const [widthM, heightM] = [stand.outerDiameterMm / 1000, stand.pipeLengthMm / 1000];
	return body(
		builder,
		foot,
		i,
		widthM,
		heightM,
		mediumL,
		wallL * builder.vessels.pvcKgL.value + mediumL * wetKgL
	);
}

function siteAt(
	builder: StandBuilder<Stand>,
	stand: Towers,
	tower: Container,
	slot: Slot,
	holes: LayoutTower | null
): void {
	const hole = holes?.sites[slot.column * stand.perRing + slot.plant];
	if (!hole) return;
	const at = onSkin(tower, stand.outerDiameterMm / 2000, hole.angleDeg, hole.heightMm / 1000);
	builder.site({
		slot,
		at,
		container: tower,
		medium: pick(builder.shelf.media, stand.mediumId),
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
