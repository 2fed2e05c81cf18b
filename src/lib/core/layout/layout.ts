import {
	rowIndex,
	rowLetter,
	spotOf,
	type Area,
	type Design,
	type Spot,
	type Stand
} from '../design';
import { heightAt, pick, type ShelfLists } from '../shelf';
import { extentOf, outside } from './passes/extent';
import { boxOf } from './outline';
import { broughtHome } from './passes/gather';
import { hatchIn } from './passes/hatch';
import { joint } from './joints';
import { isPlaced } from './placed';
import { layMains } from './passes/mains';
import { layoutReserve } from './passes/reserve';
import { motionOf, Mover, obstacleGround, stays, tankGround } from './passes/set-down';
import type { StandPiece } from './stand-piece';
import { overTank } from './passes/over-tank';
import { hang, obstacles, tankStand } from './passes/surroundings';
import { brimMmOf, tankAtOrigin, tankShapeOf } from './tank';
import {
	lengthOf,
	type FeedNode,
	type FeedRun,
	type Fitting,
	type Joint,
	type Structure,
	type Point,
	type Solid,
	type TankLayout,
	type StructureInput
} from './types';
import { unknownParts } from './passes/unknown-parts';
import { layoutStand } from './variants';
import { ELBOW, TEE_STRAIGHT } from './fittings';

const REDUCER: Fitting = { name: 'reducing joiner', like: 'barb' };
const SCREEN: Fitting = { name: 'screen filter', like: 'screen' };
const CHECK_VALVE: Fitting = { name: 'check valve', like: 'checkValve' };

const MARGIN_M = 0.1;

const GAP_M = 0.08;

/** A tank under the bench stands this far out of its end, for the riser and a hand. */
const OUT_M = 0.16;

/** The pump's outlet over the inside floor. */
const PUMP_M = 0.05;

/** Mains to stands that were put somewhere branch off so far over the tank's rim, m. */
const OVER_RIM_M = 0.05;

/**
 * All that is built, in space: tank, stands, feed and return, with true lengths and elevations. In two passes: the
 * first finds where the riser ends and the tank stands, the second lays every run from there. Stands that were
 * put somewhere are laid out by themselves, carried there and joined by mains. What is handed over is finished
 * and frozen.
 * Never refuses a design: what cannot be built is drawn as far as it goes and listed under `problems`.
 */
export function layoutStructure(system: StructureInput, area: Area, shelf: ShelfLists): Structure {
	const { design, sourceKind } = system;
	const chain = chainOf(design);
	const base = carried(groundOf(system, shelf, chain), design);
	const { spot, tank, pump } = base;
	const apart = standsApart({ ...system, sourceKind }, shelf, area, base, chain);
	const byId = new Map([...base.pieces, ...apart.pieces].map((piece) => [piece.stand.id, piece]));
	const pieces = design.stands.map(({ id }) => byId.get(id)!);
	letterOn(pieces);
	// nearly always there is one stand, and its hundreds of sites need no copy
	const all = <T>(of: (piece: StandPiece) => T[]): T[] =>
		pieces.length === 1 ? of(pieces[0]!) : pieces.flatMap(of);
	if (spot === 'under' || tankApart(design)) tank.clearanceM = lowestOver(tank, pieces, spot);
	const extent = extentOf(tank, pieces);
	const layout: Structure = {
		tank,
		pump,
		nodes: [{ id: 'pump', ...pump }, ...base.risers, ...apart.nodes, ...all((p) => p.nodes)],
		runs: [...mainRuns(system, shelf, base, apart.tee), ...apart.runs, ...all((p) => p.runs)],
		sites: all((p) => p.sites),
		containers: all((p) => p.containers),
		outlets: all((p) => p.outlets),
		returns: all((p) => p.returns),
		joints: all((p) => p.joints),
		solids: [...tankStand(tank), ...all((p) => p.solids), ...obstacles(area)],
		problems: [...unknownParts(system, shelf), ...all((p) => p.problems)],
		stands: pieces.map((p) => p.stand),
		reserve: null,
		origin: isPlaced(design) ? { xM: 0, yM: 0, zM: 0 } : { ...extent.from },
		extent,
		drawn: extent
	};
	if (spot === 'lid') tank.hatch = hatchIn(layout);
	hang(layout, design);
	layout.problems.push(...outside(layout, area, isPlaced(design)));
	// behind a wall, in the rain: where a reserve stands is no matter of the area's
	if (design.reserve && system.operation.topUp.kind === 'float')
		addReserve(layout, design.reserve, shelf, { area, floatM: filledTo(system, shelf) });
	for (const part of Object.values(layout)) Object.freeze(part);
	return Object.freeze(layout);
}

function addReserve(
	layout: Structure,
	reserve: NonNullable<Design['reserve']>,
	shelf: ShelfLists,
	where: { area: Area; floatM: number }
): void {
	const made = layoutReserve(reserve, layout, shelf, where);
	layout.reserve = made;
	layout.solids.push(...made.solids);
	const { from, to } = layout.extent;
	const { x0, x1, y0, y1 } = made.ground;
	layout.drawn = {
		from: { ...from, xM: Math.min(from.xM, x0), yM: Math.min(from.yM, y0) },
		to: {
			xM: Math.max(to.xM, x1),
			yM: Math.max(to.yM, y1),
			zM: Math.max(to.zM, made.floorM + made.heightM)
		}
	};
}

/** The tank has a place of its own, unless it carries the first stand. */
const tankApart = (design: Pick<Design, 'tank' | 'stands'>): boolean =>
	design.tank.at !== null && !carries(spotOf(design));
const carries = (spot: Spot): boolean => spot === 'lid' || spot === 'inside';

/** Stands that follow one another from the tank on; none where the tank was put somewhere. */
function chainOf(design: StructureInput['design']): Stand[] {
	if (tankApart(design)) return [];
	return design.stands.filter(({ at }, i) => i === 0 || at === null);
}

/** What the loop is laid out from: the tank, where its main rises, and the stands that follow from it. */
interface Base {
	spot: Spot;
	tank: TankLayout;
	pump: Point;
	/** The end of the main over the first header; none where no stand follows the tank. */
	risers: FeedNode[];
	pieces: StandPiece[];
}

/** First pass: the tank stands behind the middle of the first stand, the riser ends at the highest header. */
function groundOf(system: StructureInput, shelf: ShelfLists, chain: readonly Stand[]): Base {
	const spot = spotOf(system.design);
	const tank: TankLayout = { ...tankAtOrigin(system.design, shelf), xM: MARGIN_M, yM: MARGIN_M };
	const pump: Point = {
		xM: tank.xM + (carries(spot) ? tank.lengthM / 2 : 0.1),
		yM: tank.yM + tank.widthM / 2,
		zM: tank.floorM + PUMP_M
	};
	if (chain.length === 0) return { spot: 'beside', tank, pump, risers: [], pieces: [] };
	const sounded: FeedNode = { id: 'riser', xM: pump.xM, yM: 0, zM: 0 };
	const pieces = standsAt(system, shelf, { spot, tank, riser: sounded }, chain);
	const middleY = MARGIN_M + pieces[0]!.stand.depthM / 2;
	const ground = {
		spot,
		tank: { ...tank, yM: middleY - tank.widthM / 2 },
		riser: { ...sounded, yM: middleY, zM: Math.max(...pieces.map(({ feedM }) => feedM)) }
	};
	return {
		...ground,
		pump: { ...pump, yM: middleY },
		risers: [ground.riser],
		pieces: standsAt(system, shelf, ground, chain).map((piece) => ({
			...piece,
			returns: piece.returns.map((run) => overTank(run, ground.tank))
		}))
	};
}

/** Every stand of the chain beside the one before, each from the same tank and riser. */
function standsAt(
	system: StructureInput,
	shelf: ShelfLists,
	{ spot, tank, riser }: Pick<Base, 'spot' | 'tank'> & { riser: FeedNode },
	chain: readonly Stand[]
): StandPiece[] {
	const under = spot === 'under';
	const waterLevelM = filledTo(system, shelf);
	let startXM = under ? tank.xM + OUT_M : carries(spot) ? tank.xM : tank.xM + tank.lengthM + GAP_M;
	return chain.map((stand) => {
		const anchor = { startXM, startYM: MARGIN_M, tank, waterLevelM, feedNode: riser };
		const piece = layoutStand(stand, system, shelf, anchor);
		const { lowEndM, lengthM } = piece.stand;
		startXM = Math.max(startXM, Math.max(lowEndM.xM + lengthM, tank.xM + tank.lengthM) + GAP_M);
		return piece;
	});
}

/** Tank and chain carried to where the first stand, or the tank, was put. */
function carried(base: Base, design: StructureInput['design']): Base {
	const first = base.pieces[0];
	const at = first ? design.stands[0]!.at : design.tank.at;
	if (!at) return base;
	const motion = motionOf(first ? first.stand.ground : tankGround(base.tank), at);
	if (stays(motion)) return base;
	const mover = new Mover(motion);
	return {
		...base,
		tank: mover.tank(base.tank),
		pump: mover.point(base.pump),
		risers: base.risers.map(mover.point),
		pieces: base.pieces.map((piece) => mover.piece(piece))
	};
}

/** Stands that were put somewhere, and the mains to them. */
interface Apart {
	pieces: StandPiece[];
	nodes: FeedNode[];
	runs: FeedRun[];
	/** Where their mains branch off over the tank; null: there are none. */
	tee: FeedNode | null;
}

function standsApart(
	system: StructureInput,
	shelf: ShelfLists,
	area: Area,
	base: Base,
	chain: readonly Stand[]
): Apart {
	const { design } = system;
	const stands = design.stands.filter((stand) => !chain.includes(stand));
	if (stands.length === 0) return { pieces: [], nodes: [], runs: [], tee: null };
	const { tank, pump } = base;
	const ways = {
		tank: tankGround(tank),
		blocks: [...area.obstacles.map(obstacleGround), tankGround(tank)],
		room: { x0: 0, x1: area.lengthM, y0: 0, y1: area.widthM }
	};
	const placed = putDown(system, shelf, stands, { tank, ways });
	// a tap stands at the foot of a tank that needs no pump
	const zM = system.sourceKind === 'pump' ? tank.floorM + tank.heightM + OVER_RIM_M : pump.zM;
	const tee: FeedNode = { ...pump, id: 'main.tee', zM };
	const tube = pick(shelf.tubes, design.lines.mainTubeId);
	const { nodes, runs } = layMains(
		{
			...ways,
			tubeId: tube.id,
			innerDiameterMm: tube.innerDiameterMm,
			tee,
			goesUp: base.risers.length > 0
		},
		placed.map(({ stand, inlet }) => ({ standId: stand.id, name: stand.name, node: inlet }))
	);
	return {
		pieces: placed.map(({ piece }) => piece),
		nodes: [tee, ...nodes, ...placed.map(({ inlet }) => inlet)],
		runs,
		tee
	};
}

/** Each of some stands laid out by itself and carried to its place; one without follows the one before. */
function putDown(
	system: StructureInput,
	shelf: ShelfLists,
	stands: readonly Stand[],
	{ tank, ways }: { tank: TankLayout; ways: Parameters<typeof broughtHome>[1] }
) {
	let nextXM = MARGIN_M;
	return stands.map((stand) => {
		const alone = standAlone(stand, system, shelf, tank);
		const at = stand.at ?? { xM: nextXM, yM: MARGIN_M, faces: 'front' as const };
		const mover = new Mover(motionOf(alone.piece.stand.ground, at));
		const inlet = mover.point(alone.inlet);
		const piece = mover.piece(alone.piece);
		nextXM = Math.max(nextXM, piece.stand.ground.x1 + GAP_M);
		return { stand, inlet, piece: { ...piece, returns: broughtHome(piece.returns, ways, shelf) } };
	});
}

/** A stand by itself, from its own low end on: its water comes in there and runs out there. */
function standAlone(
	stand: Stand,
	system: StructureInput,
	shelf: ShelfLists,
	tank: TankLayout
): { piece: StandPiece; inlet: FeedNode } {
	const waterLevelM = filledTo(system, shelf);
	const sink = { ...tank, xM: -0.12, lengthM: 0.04, bottomLengthM: 0.04, yM: 0, widthM: 0.1 };
	const inlet: FeedNode = { id: `${stand.id}.inlet`, xM: -0.06, yM: 0, zM: 0 };
	const anchor = { startXM: 0, startYM: 0, tank: sink, waterLevelM, feedNode: inlet };
	const sounded = layoutStand(stand, system, shelf, anchor);
	const middleY = sounded.stand.depthM / 2;
	const at = { ...inlet, yM: middleY, zM: sounded.feedM };
	return {
		inlet: at,
		piece: layoutStand(stand, system, shelf, {
			...anchor,
			tank: { ...sink, yM: middleY - sink.widthM / 2 },
			feedNode: at
		})
	};
}

/** The main from the pump: to where others branch off, and on to the first header. */
function mainRuns(
	{ design }: StructureInput,
	shelf: ShelfLists,
	{ pump, risers }: Base,
	tee: FeedNode | null
): FeedRun[] {
	const [riser] = risers;
	if (!tee) return [mainRun(design, shelf, pump, riser!)];
	const first = mainRun(design, shelf, pump, tee);
	if (!riser) return [first];
	const points = [tee, { ...tee, zM: riser.zM }, riser];
	return [
		first,
		{
			...first,
			id: 'main.up',
			name: 'feed main, on',
			from: tee.id,
			to: riser.id,
			points,
			lengthM: Math.max(0.001, lengthOf(points)),
			fittings: [TEE_STRAIGHT]
		}
	];
}

function mainRun(
	design: StructureInput['design'],
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
		to: riser.id,
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

/** A row's letters at the head of a label, or as a word of a name: A, A7, AB12b; a word that goes on is none. */
const ROW = /\b[A-Z]{1,2}(?=\d|\b)/g;

/**
 * Rows of later stands go on where the letters of the one before ended, so that a label is said once; what is
 * named after its row goes along.
 */
function letterOn(pieces: StandPiece[]): void {
	let offset = 0;
	for (const piece of pieces) {
		if (pieces.length === 1) return;
		const rows = piece.sites.reduce((most, site) => Math.max(most, site.row), 0) + 1;
		const on = (words: string) =>
			words.replace(ROW, (letters) => rowLetter(rowIndex(letters) + offset));
		if (offset > 0) {
			for (const item of [...piece.sites, ...piece.containers, ...piece.outlets])
				item.label = on(item.label);
			for (const item of [...piece.runs, ...piece.returns]) item.name = on(item.name);
		}
		offset += rows;
	}
}

/** Height of the water when the tank is filled, m over the floor of the place. */
function filledTo({ design, operation }: StructureInput, shelf: ShelfLists): number {
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
function lowestOver(tank: TankLayout, pieces: StandPiece[], spot: Spot): number | null {
	const rim = tank.floorM + tank.heightM;
	const { x0, x1, y0, y1 } = tankGround(tank);
	const over = ({ above }: Solid) => {
		const box = boxOf(above);
		return box.x0 < x1 && box.x1 > x0 && box.z0 < y1 && box.z1 > y0;
	};
	const heights = pieces.flatMap((piece) =>
		piece.solids
			.filter((solid) => solid.role === 'top' && (spot === 'under' || over(solid)))
			.flatMap((solid) => solid.front.map(([, z]) => z))
	);
	return heights.length > 0 ? Math.min(...heights) - rim : null;
}
