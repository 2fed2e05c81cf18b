import { rowIndex, rowLetter, spotOf, type Spot, type Area, type Design } from '../design';
import { heightAt, pick, type ShelfLists } from '../shelf';
import { extentOf, outside } from './extent';
import { hatchIn } from './hatch';
import { joint } from './joints';
import type { StandPiece } from './stand-piece';
import { overTank } from './over-tank';
import { hang, obstacles, tankStand } from './surroundings';
import { brimMmOf, tankAtOrigin, tankShapeOf } from './tank';
import {
	lengthOf,
	type FeedNode,
	type FeedRun,
	type Fitting,
	type Joint,
	type Layout,
	type Point,
	type TankLayout,
	type LayoutInput
} from './types';
import { unknownParts } from './unknown-parts';
import { layoutStand } from './variants';
import { ELBOW } from './stand-builder';

const REDUCER: Fitting = { name: 'reducing joiner', like: 'barb' };
const SCREEN: Fitting = { name: 'screen filter', like: 'screen' };
const CHECK_VALVE: Fitting = { name: 'check valve', like: 'checkValve' };

const MARGIN_M = 0.1;

const GAP_M = 0.08;

/** A tank under the bench stands this far out of its end, for the riser and a hand. */
const OUT_M = 0.16;

/** The pump's outlet over the inside floor. */
const PUMP_M = 0.05;

/**
 * The whole loop in space: tank, stands, feed and return, with true lengths and elevations. In two passes: the
 * first finds where the riser ends and the tank stands, the second lays every run from there. What is handed
 * over is finished and frozen.
 * Never refuses a design: what cannot be built is drawn as far as it goes and listed under `problems`.
 */
export function layoutDesign(system: LayoutInput, area: Area, shelf: ShelfLists): Layout {
	const { design } = system;
	const sounded = soundOut(system, shelf);
	const { spot, tank, pump, riser } = sounded;
	const pieces = standsAt(system, shelf, sounded);
	letterOn(pieces);
	// nearly always there is one stand, and its hundreds of sites need no copy
	const all = <T>(of: (piece: StandPiece) => T[]): T[] =>
		pieces.length === 1 ? of(pieces[0]!) : pieces.flatMap(of);
	if (spot === 'under') tank.clearanceM = lowestOver(tank, pieces);
	const layout: Layout = {
		tank,
		pump,
		nodes: [{ id: 'pump', ...pump }, riser, ...all((p) => p.nodes)],
		runs: [mainRun(design, shelf, pump, riser), ...all((p) => p.runs)],
		sites: all((p) => p.sites),
		containers: all((p) => p.containers),
		outlets: all((p) => p.outlets),
		returns: all((p) => p.returns).map((run) => overTank(run, tank)),
		joints: all((p) => p.joints),
		solids: [...tankStand(tank), ...all((p) => p.solids), ...obstacles(area)],
		problems: [...unknownParts(system, shelf), ...all((p) => p.problems)],
		stands: pieces.map((p) => p.stand),
		extent: extentOf(tank, pieces)
	};
	if (spot === 'lid') tank.hatch = hatchIn(layout);
	hang(layout, design);
	layout.problems.push(...outside(layout, area));
	for (const part of Object.values(layout)) Object.freeze(part);
	return Object.freeze(layout);
}

/** What every stand is laid out from: where the tank is, and where the main ends. */
interface Ground {
	spot: Spot;
	tank: TankLayout;
	pump: Point;
	riser: FeedNode;
}

/** First pass: the tank stands behind the middle of the first stand, the riser ends at the highest header. */
function soundOut(system: LayoutInput, shelf: ShelfLists): Ground {
	const spot = spotOf(system.design);
	const tank: TankLayout = {
		...tankAtOrigin(system.design, shelf),
		xM: MARGIN_M,
		yM: MARGIN_M
	};
	const carries = spot === 'lid' || spot === 'inside';
	const pump: Point = {
		xM: tank.xM + (carries ? tank.lengthM / 2 : 0.1),
		yM: 0,
		zM: tank.floorM + PUMP_M
	};
	const riser: FeedNode = { id: 'riser', xM: pump.xM, yM: 0, zM: 0 };
	const pieces = standsAt(system, shelf, { spot, tank, pump, riser });
	const middleY = MARGIN_M + pieces[0]!.stand.depthM / 2;
	return {
		spot,
		tank: { ...tank, yM: middleY - tank.widthM / 2 },
		pump: { ...pump, yM: middleY },
		riser: { ...riser, yM: middleY, zM: Math.max(...pieces.map(({ feedM }) => feedM)) }
	};
}

/** Every stand beside the one before, each from the same tank and riser. */
function standsAt(
	system: LayoutInput,
	shelf: ShelfLists,
	{ spot, tank, riser }: Ground
): StandPiece[] {
	const under = spot === 'under';
	const carries = spot === 'lid' || spot === 'inside';
	const waterLevelM = filledTo(system, shelf);
	let startXM = under ? tank.xM + OUT_M : carries ? tank.xM : tank.xM + tank.lengthM + GAP_M;
	return system.design.stands.map((stand) => {
		const anchor = { startXM, startYM: MARGIN_M, tank, waterLevelM, feedNode: riser };
		const piece = layoutStand(stand, system, shelf, anchor);
		const { lowEndM, lengthM } = piece.stand;
		startXM = Math.max(startXM, Math.max(lowEndM.xM + lengthM, tank.xM + tank.lengthM) + GAP_M);
		return piece;
	});
}

function mainRun(
	design: LayoutInput['design'],
	shelf: ShelfLists,
	pump: Point,
	riser: FeedNode
): FeedRun {
	const tube = pick(shelf.tubes, design.lines.mainTubeId);
	const points = [pump, { ...pump, zM: riser.zM }, riser];
	const adapted = design.lines.adapters.includes('pump-main');
	return {
		id: 'main',
		standId: null,
		name: 'feed main',
		role: 'main',
		from: 'pump',
		to: 'riser',
		points,
		tubeId: design.lines.mainTubeId,
		innerDiameterMm: tube.innerDiameterMm,
		lengthM: lengthOf(points),
		fittings: [
			{ name: 'pump barb', like: 'barb' },
			ELBOW,
			...(adapted ? [REDUCER] : []),
			...(design.lines.filter ? [SCREEN] : []),
			...(design.lines.checkValve ? [CHECK_VALVE] : [])
		],
		open: true,
		emptiesBack: !design.lines.checkValve
	};
}

/** Rows of later stands go on where the letters of the one before ended, so that a label is said once. */
function letterOn(pieces: StandPiece[]): void {
	let offset = 0;
	for (const piece of pieces) {
		if (pieces.length === 1) return;
		const rows = piece.sites.reduce((most, site) => Math.max(most, site.row), 0) + 1;
		if (offset > 0)
			for (const item of [...piece.sites, ...piece.containers, ...piece.outlets])
				item.label = item.label.replace(/^[A-Z]+/, (letters) =>
					rowLetter(rowIndex(letters) + offset)
				);
		offset += rows;
	}
}

/** Height of the water when the tank is filled, m over the floor of the place. */
function filledTo({ design, operation }: LayoutInput, shelf: ShelfLists): number {
	const mm = Math.min(
		brimMmOf(design, shelf),
		heightAt(tankShapeOf(design, shelf), operation.fillL)
	);
	return (design.tank.floorMm + mm) / 1000;
}

/** The pump on its main: apart from the layout, which a change of pump does not touch. */
export function pumpJoint(design: Pick<Design, 'source' | 'lines'>, shelf: ShelfLists): Joint[] {
	if (design.source.kind !== 'pump') return [];
	const pump = pick(shelf.pumps, design.source.partId);
	const tube = pick(shelf.tubes, design.lines.mainTubeId);
	const made = joint(
		'pump-main',
		'pump to feed main',
		pump,
		pump.outletMm,
		tube,
		tube.innerDiameterMm,
		1,
		`${pump.outletMm}–${tube.nominalMm} mm reducing joiner`
	);
	return [design.lines.adapters.includes('pump-main') ? { ...made, fits: true } : made];
}

/** Free height between the tank's rim and the underside of what is over it. */
function lowestOver(tank: TankLayout, pieces: StandPiece[]): number | null {
	const rim = tank.floorM + tank.heightM;
	const heights = pieces.flatMap((piece) =>
		piece.solids
			.filter((solid) => solid.role === 'top')
			.flatMap((solid) => solid.front.map(([, z]) => z))
	);
	return heights.length > 0 ? Math.min(...heights) - rim : null;
}
