import {
	kindOf,
	rowIndex,
	rowLetter,
	type Area,
	type Design,
	type Stand,
	type StandOf,
	type Variant
} from '../design';
import type { z } from 'zod';
import type { FieldMeta } from '../quantity';
import { has, heightAt, pick, type Shelf } from '../shelf';
import { bucketBench, bucketGroundRows } from './bucket-bench';
import { channels } from './channels';
import { controlPotRing } from './control-pot';
import { pipeTower, towerBank } from './pipe-tower';
import { potsOnTank } from './pots-on-tank';
import { singleBucket } from './single-bucket';
import { slabGutter } from './slab-gutter';
import { branchStack, bucketStack, potStack } from './stacks';
import { valvePots, valveTrays } from './valves';
import { wallModules } from './wall-modules';
import { boxOf, rect } from './outline';
import type { Anchor, StandPiece } from './stand-piece';
import { joint } from './joints';
import { brimMmOf, tankAtOrigin, tankShapeOf } from './tank';
import {
	lengthOf,
	type FeedNode,
	type FeedRun,
	type Joint,
	type Layout,
	type LayoutProblem,
	type Point,
	type TankLayout
} from './types';

/** One function a variant. A new variant is one line here. */
const VARIANTS: {
	[V in Variant]: (stand: StandOf<V>, design: Design, shelf: Shelf, anchor: Anchor) => StandPiece;
} = {
	'bucket-bench': bucketBench,
	'bucket-rows': bucketGroundRows,
	'pots-on-tank': potsOnTank,
	'single-bucket': singleBucket,
	'slab-gutter': slabGutter,
	'control-pot-ring': controlPotRing,
	'pipe-tower': pipeTower,
	'branch-stack': branchStack,
	'bucket-stack': bucketStack,
	'pot-stack': potStack,
	channels,
	'wall-modules': wallModules,
	'tower-bank': towerBank,
	'valve-pots': valvePots,
	'valve-trays': valveTrays
};
const layoutStand = (stand: Stand, design: Design, shelf: Shelf, anchor: Anchor): StandPiece =>
	(VARIANTS[stand.variant] as unknown as (...all: unknown[]) => StandPiece)(
		stand,
		design,
		shelf,
		anchor
	);

const MARGIN_M = 0.1;
const GAP_M = 0.08;
/** A tank under the bench stands this far out of its end, for the riser and a hand. */
const OUT_M = 0.16;
/** The pump's outlet over the inside floor. */
const PUMP_M = 0.05;

/**
 * The whole loop in space: tank, stands, feed and return, with true lengths and elevations.
 * Never refuses a design: what cannot be built is drawn as far as it goes and listed under `problems`.
 */
export function layoutDesign(design: Design, area: Area, shelf: Shelf): Layout {
	const tank: TankLayout = { ...tankAtOrigin(design, shelf), xM: MARGIN_M, yM: MARGIN_M };
	const under = design.tank.spot === 'under';
	const carries = design.tank.spot === 'lid' || design.tank.spot === 'inside';
	const pumpX = tank.xM + (carries ? tank.lengthM / 2 : 0.1);
	const pump: Point = { xM: pumpX, yM: 0, zM: tank.floorM + PUMP_M };
	const riser: FeedNode = { id: 'riser', xM: pump.xM, yM: 0, zM: 0 };
	let startXM = under ? tank.xM + OUT_M : carries ? tank.xM : tank.xM + tank.lengthM + GAP_M;
	const pieces = design.stands.map((stand) => {
		const piece = layoutStand(stand, design, shelf, {
			startXM,
			startYM: MARGIN_M,
			tank,
			waterLevelM: filledTo(design, shelf),
			feedNode: riser
		});
		startXM = Math.max(
			startXM,
			Math.max(piece.stand.lowEndM.xM + piece.stand.lengthM, tank.xM + tank.lengthM) + GAP_M
		);
		return piece;
	});
	letterOn(pieces);
	const first = pieces[0]!;
	const middleY = MARGIN_M + first.stand.depthM / 2;
	tank.yM = middleY - tank.widthM / 2;
	tank.clearanceM = under ? lowestOver(tank, pieces) : null;
	pump.yM = middleY;
	riser.yM = middleY;
	const main = mainRun(design, shelf, pump, riser);
	// header lengths were measured before the riser found its place
	const runs = [main, ...pieces.flatMap((p) => p.runs)].map((run) => remeasure(run));
	const layout: Layout = {
		tank,
		pump,
		nodes: [{ id: 'pump', ...pump }, riser, ...pieces.flatMap((p) => p.nodes)],
		runs,
		sites: pieces.flatMap((p) => p.sites),
		containers: pieces.flatMap((p) => p.containers),
		emissions: pieces.flatMap((p) => p.emissions),
		returns: pieces.flatMap((p) => p.returns),
		joints: pieces.flatMap((p) => p.joints),
		solids: [...tankStand(tank), ...pieces.flatMap((p) => p.solids), ...obstacles(area)],
		problems: [...unknownParts(design, shelf), ...pieces.flatMap((p) => p.problems)],
		stands: pieces.map((p) => p.stand),
		extent: extentOf(tank, pieces)
	};
	hang(layout, design);
	layout.problems.push(...outside(layout, area));
	return layout;
}

function mainRun(design: Design, shelf: Shelf, pump: Point, riser: FeedNode): FeedRun {
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
			{ name: 'pump barb', k: 0.5 },
			{ name: 'elbow', k: 1.5 },
			...(adapted ? [{ name: 'reducing joiner', k: 0.5 }] : []),
			...(design.lines.filter ? [{ name: 'screen filter', k: 2.5 }] : []),
			...(design.lines.checkValve ? [{ name: 'check valve', k: 2.5 }] : [])
		],
		open: true,
		emptiesBack: !design.lines.checkValve
	};
}

const LAMP_M = 0.05;

/** Lamps over what is built, from its left and its front; the drawing grows to hold them. */
function hang(layout: Layout, design: Design): void {
	const { from, to } = layout.extent;
	const [left, front] = [from.xM, from.yM];
	for (const lamp of design.lamps) {
		const x = left + lamp.xM;
		const y = front + lamp.yM;
		layout.solids.push({
			id: `lamp.${lamp.id}`,
			standId: null,
			role: 'lamp',
			front: rect(x - lamp.lengthM / 2, x + lamp.lengthM / 2, lamp.heightM, lamp.heightM + LAMP_M),
			above: rect(x - lamp.lengthM / 2, x + lamp.lengthM / 2, y - 0.1, y + 0.1)
		});
		to.zM = Math.max(to.zM, lamp.heightM + LAMP_M);
	}
}

/** What a raised tank stands on. */
function tankStand(tank: TankLayout): Layout['solids'] {
	const top = tank.floorM;
	if (top < 0.02) return [];
	const above = rect(tank.xM, tank.xM + tank.lengthM, tank.yM, tank.yM + tank.widthM);
	const inset = (tank.lengthM - tank.bottomLengthM) / 2;
	const [x0, x1] = [tank.xM + inset, tank.xM + tank.lengthM - inset];
	const part = (id: string, a: number, b: number, z0: number, z1: number) => ({
		id: `tank.${id}`,
		standId: null,
		role: 'leg' as const,
		front: rect(a, b, z0, z1),
		above
	});
	const board = Math.min(0.03, top);
	return [
		part('board', x0 - 0.02, x1 + 0.02, top - board, top),
		...(top > board
			? [part('leg1', x0, x0 + 0.045, 0, top - board), part('leg2', x1 - 0.045, x1, 0, top - board)]
			: [])
	];
}

/** Rows of later stands go on where the letters of the one before ended, so that a label is said once. */
function letterOn(pieces: StandPiece[]): void {
	let offset = 0;
	for (const piece of pieces) {
		if (pieces.length === 1) return;
		const rows = piece.sites.reduce((most, site) => Math.max(most, site.row), 0) + 1;
		if (offset > 0)
			for (const item of [...piece.sites, ...piece.containers, ...piece.emissions])
				item.label = item.label.replace(/^[A-Z]+/, (letters) =>
					rowLetter(rowIndex(letters) + offset)
				);
		offset += rows;
	}
}

/** Height of the water when the tank is filled, m over the floor of the place. */
function filledTo(design: Design, shelf: Shelf): number {
	const mm = Math.min(
		brimMmOf(design, shelf),
		heightAt(tankShapeOf(design, shelf), design.water.fillL)
	);
	return (design.tank.floorMm + mm) / 1000;
}

const remeasure = (run: FeedRun): FeedRun =>
	run.role === 'header' ? { ...run, lengthM: lengthOf(run.points) } : run;

/** The pump on its main: apart from the layout, which a change of pump does not touch. */
export function pumpJoint(design: Design, shelf: Shelf): Joint[] {
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

const obstacles = (area: Area): Layout['solids'] =>
	area.obstacles.map((o, i) => ({
		id: `obstacle${i + 1}`,
		standId: null,
		role: 'obstacle',
		front: [
			[o.xM, 0],
			[o.xM + o.lengthM, 0],
			[o.xM + o.lengthM, o.heightM],
			[o.xM, o.heightM]
		],
		above: [
			[o.xM, o.yM],
			[o.xM + o.lengthM, o.yM],
			[o.xM + o.lengthM, o.yM + o.widthM],
			[o.xM, o.yM + o.widthM]
		]
	}));

interface Named {
	list: readonly { id: string; name: string }[];
	id: string;
	what: string;
	path: string;
	/** What to set at the path for a replacement, where that is more than its id. */
	value?: (replacementId: string) => unknown;
}

/** Parts a design names that are not on the shelf; the first of their kind is drawn in their place. */
function unknownParts(design: Design, shelf: Shelf): LayoutProblem[] {
	const named: Named[] = [
		{ list: shelf.tanks, id: design.tank.partId, what: 'tank', path: 'tank.partId' },
		{ list: shelf.tubes, id: design.lines.mainTubeId, what: 'feed main', path: 'lines.mainTubeId' },
		...design.stands.flatMap((stand, i): Named[] =>
			Object.entries(kindOf(stand).schema.shape).flatMap(([field, schema]) => {
				const { shelf: list, title } = ((schema as z.ZodType).meta() ?? {}) as FieldMeta;
				if (!list) return [];
				return [
					{
						list: shelf[list as keyof Shelf],
						id: String((stand as Record<string, unknown>)[field]),
						what: title ?? field,
						path: `stands.${i}.${field}`
					}
				];
			})
		)
	];
	for (const cropId of new Set(Object.values(design.plants).map((plant) => plant.cropId)))
		named.push({
			list: shelf.crops,
			id: cropId,
			what: 'crop',
			path: 'plants',
			value: (replacementId) =>
				Object.fromEntries(
					Object.entries(design.plants).map(([site, plant]) => [
						site,
						plant.cropId === cropId ? { ...plant, cropId: replacementId } : plant
					])
				)
		});
	return named
		.filter(({ list, id }) => !has(list, id))
		.map(({ list, id, what, path, value }) => {
			const replacement = list[0]!;
			return {
				code: 'unknown-part' as const,
				standId: null,
				numbers: {},
				text: `The ${what} “${id}” is not on the shelf, so its sizes are not known; “${replacement.name}” is drawn and solved in its place`,
				path,
				replacement: { value: value?.(replacement.id) ?? replacement.id, name: replacement.name }
			};
		});
}

function extentOf(tank: TankLayout, pieces: StandPiece[]): Layout['extent'] {
	const from: Point = { xM: tank.xM, yM: tank.yM, zM: Math.min(0, tank.floorM) };
	const to: Point = {
		xM: tank.xM + tank.lengthM,
		yM: tank.yM + tank.widthM,
		zM: tank.floorM + tank.heightM
	};
	const x = (a: number, b: number) => {
		if (a < from.xM) from.xM = a;
		if (b > to.xM) to.xM = b;
	};
	const y = (a: number, b: number) => {
		if (a < from.yM) from.yM = a;
		if (b > to.yM) to.yM = b;
	};
	const z = (b: number) => {
		if (b > to.zM) to.zM = b;
	};
	for (const { containers, nodes, solids } of pieces) {
		for (const c of containers) {
			for (const outline of [c.front, ...c.inner.map((pot) => pot.front)]) {
				const box = boxOf(outline);
				x(box.x0, box.x1);
				z(box.z1);
			}
			if (c.radiusM === null) {
				const box = boxOf(c.above);
				y(box.z0, box.z1);
			} else y(c.yM - c.radiusM, c.yM + c.radiusM);
		}
		for (const node of nodes) z(node.zM);
		for (const solid of solids) {
			const front = boxOf(solid.front);
			const above = boxOf(solid.above);
			if (solid.front.length > 0) x(front.x0, front.x1);
			if (solid.above.length > 0) y(above.z0, above.z1);
		}
	}
	return { from, to };
}

function outside({ extent }: Layout, area: Area): LayoutProblem[] {
	const length = extent.to.xM - extent.from.xM;
	const width = extent.to.yM - extent.from.yM;
	const height = extent.to.zM;
	if (length <= area.lengthM && width <= area.widthM && height <= area.heightM) return [];
	return [
		{
			code: 'outside-area',
			standId: null,
			numbers: { length, width, height },
			text: ''
		}
	];
}
