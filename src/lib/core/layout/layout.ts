import type { Area, Design, Spot } from '../design';
import { type ShelfLists, pick } from '../shelf';
import { extentOf, outside } from './passes/extent';
import { boxOf } from './outline';
import { hatchIn } from './passes/hatch';
import { joint } from './joints';
import { isPlaced } from './placed';
import { layoutReserve } from './passes/reserve';
import { tankGround } from './passes/set-down';
import type { StandPiece } from './stand-piece';
import { hang, obstacles, tankStand } from './passes/surroundings';
import {
	SOURCE_NODE,
	type Joint,
	type Solid,
	type Structure,
	type StructureInput,
	type TankLayout
} from './types';
import { unknownParts } from './passes/unknown-parts';
import { letterOn } from './passes/letter-on';
import { mainRuns } from './passes/main-runs';
import { standsApart } from './passes/apart';
import { carried, chainOf, filledTo, groundOf, tankApart } from './passes/ground';

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
		nodes: [{ id: SOURCE_NODE, ...pump }, ...base.risers, ...apart.nodes, ...all((p) => p.nodes)],
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
