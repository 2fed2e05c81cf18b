import type { Design, Operation } from '../design';
import type { ParameterSet } from '../parameters';
import type { Stage } from '../shelf';
import type { LayoutRow, LayoutRowInput } from './row';
import type { LayoutTower, LayoutTowerInput } from './tower';

/** What of a system decides where everything stands. */
export interface StructureInput {
	design: Pick<Design, 'stands' | 'tank' | 'lines' | 'lamps' | 'reserve'>;
	operation: Pick<Operation, 'shutValves' | 'valves' | 'fillL' | 'topUp'>;
	/** Mains leave a tank with a pump over its rim, one without at its foot. */
	sourceKind: 'pump' | 'tank';
	parameters: Pick<ParameterSet, 'vessels' | 'wind'>;
}

/** Where the water comes from, among the nodes of the lines: the pump, or the outlet of a tank without one. */
export const SOURCE_NODE = 'pump';

/** x to the right along the front, y away from the viewer, z up from the floor; metres. */
export interface Point {
	xM: number;
	yM: number;
	zM: number;
}

/** Ground from above, m: its low corner and the opposite one. */
export interface Ground {
	x0: number;
	x1: number;
	y0: number;
	y1: number;
}

/** A corner of an outline, m: across and up, or across and back. */
export type Corner = readonly [number, number];

/** Where one plant stands: at the surface of its medium. */
export interface Site extends Point {
	id: string;
	standId: string;
	label: string;
	row: number;
	column: number;
	containerId: string;
	cropId: string | null;
	stage: Stage | null;
	mediumId: string;
	mediumL: number;
	/** Spread at its stage, for drawing, and at maturity, for spacing. */
	spreadMm: number;
	matureSpreadMm: number;
	/** How high over its root it reaches at its stage, and where most of its leaf is. */
	tallMm: number;
	leafMm: number;
	/** Which way it grows out of a side, degrees from the front, turning right; null: straight up. */
	facingDeg: number | null;
	/** The hole, cup or pocket it grows out of, seen from the front; null: the container's open top. */
	opening: Corner[] | null;
	/** Of what arrives here, the share it takes while it is short; the rest goes on at once. */
	catchFraction: number;
	/** The site below that gets what it leaves; null: the way back, or away. */
	passesTo: string | null;
}

export type ContainerForm = 'pot' | 'slab' | 'tray' | 'tower' | 'channel' | 'panel';

/** What holds medium and drains as one. Outlines are in metres, true to scale. */
export interface Container extends Point {
	id: string;
	standId: string;
	form: ContainerForm;
	label: string;
	row: number;
	column: number;
	/** Seen from the front; the medium and the water that stands in it. */
	front: Corner[];
	mediumFront: Corner[];
	poolFront: Corner[];
	/** Pots that stand in a tray, seen from the front and as circles from above. */
	inner: { front: Corner[]; mediumFront: Corner[]; xM: number; yM: number; radiusM: number }[];
	/** Seen from above: corners, or a circle of this radius about its place. */
	above: Corner[];
	radiusM: number | null;
	heightMm: number;
	fillMm: number;
	poolMm: number;
	mediumL: number;
	poolL: number;
	siteIds: string[];
	/** Full, wet and with its crop. */
	massKg: number;
}

/** A corner of the feed network, with its place in space. */
export interface FeedNode extends Point {
	id: string;
}

/** Something on a run that costs head, and which fitting it is like. */
export interface Fitting {
	name: string;
	like: keyof ParameterSet['fittings'];
}

/** A length of feed tube between two nodes; its length is true, along the points. */
export interface FeedRun {
	id: string;
	standId: string | null;
	name: string;
	role: 'main' | 'header' | 'row' | 'stake';
	from: string;
	to: string;
	points: Point[];
	tubeId: string;
	innerDiameterMm: number;
	lengthM: number;
	fittings: Fitting[];
	open: boolean;
	/** Falls back to the tank by gravity when the pump stops. */
	emptiesBack: boolean;
	/** A valve in it that is part open. */
	valve?: Operation['valves'][string];
	/** Of a main along the floor: only what lies over this height does, m. */
	fallsAboveM?: number;
}

/** What each of some sites gets of a flow: pairs, for objects with a key of their own each are slow by the hundred. */
export type Shares = readonly (readonly [siteId: string, share: number])[];

/** Each site the same part, all together the whole. */
export const equally = (siteIds: readonly string[]): Shares =>
	siteIds.map((id) => [id, 1 / siteIds.length]);

export interface LayoutOutlet extends Point {
	id: string;
	label: string;
	standId: string;
	nodeId: string;
	emitterId: string;
	containerId: string;
	/** Share of this outlet's flow that each site is given; what passes on to sites below is not counted again. */
	shares: Shares;
	/** Less than this breaks up on its way and leaves some dry, L/h; 0: it falls on one place. */
	leastLph: number;
	/** Falling from a rim round a tower, the flow decides how it is shared. */
	rim: Rim | null;
}

/** A spreader's rim over lines of sites; water falls down each line from site to site. */
export interface Rim {
	diameterMm: number;
	tiltMmPerM: number;
	/** Sites below each sector, the lowest side of the lean first, highest site first. */
	lines: string[][];
	/** Share each site catches of what falls past. */
	catchShare: number;
}

/** A gravity return: containers let into it, and it ends over the tank. */
export interface ReturnRun {
	id: string;
	standId: string;
	name: string;
	/** Along a fall, straight down, level and under water, or away to waste. */
	way: 'fall' | 'drop' | 'level' | 'waste';
	points: Point[];
	tubeId: string;
	innerDiameterMm: number;
	lengthM: number;
	fallPercent: number;
	/** Elevation of its outlet over the tank (the pipe's underside). */
	endM: number;
	containerIds: string[];
	/** Returns that run into this one, by id. */
	joins?: string[];
	/** The return it runs into; it ends over the tank where there is none. */
	into?: string;
	lifted: boolean;
	/** Of a level line: metres from each container to the next, from the tank on; closed to a ring or not. */
	level?: { order: string[]; metres: number[]; closed: boolean };
}

/** Two parts that must join: a tube on a barb, a spigot in a seal. */
export interface Joint {
	id: string;
	name: string;
	aPartId: string;
	bPartId: string;
	aMm: number;
	bMm: number;
	fits: boolean;
	/** Its sizes differ: it holds by an adapter alone. */
	needs: boolean;
	/** What makes it fit, in words for the shopping list. */
	adapter: string | null;
	/** How many there are of it. */
	count: number;
}

/** A board, leg or rail: an outline to draw, and what it is. */
export interface Solid {
	id: string;
	standId: string | null;
	role: 'top' | 'leg' | 'obstacle' | 'pipe' | 'lid' | 'board' | 'wall' | 'lamp';
	/** Corners seen from the front (x, z) and from above (x, y). */
	front: Corner[];
	above: Corner[];
}

/** A square opening, by its middle. */
export interface Hatch {
	xM: number;
	yM: number;
	sizeM: number;
}

export interface TankLayout {
	xM: number;
	yM: number;
	/** Outer size, m. */
	lengthM: number;
	widthM: number;
	bottomLengthM: number;
	heightM: number;
	floorM: number;
	brimM: number;
	round: boolean;
	/** Free height over the rim for a hand, the pump or a watering can; null: open above. */
	clearanceM: number | null;
	/** Where a way to the pump goes through what the tank carries; null where there is no room, or no need. */
	hatch: Hatch | null;
}

/** Vessels behind a float, joined at the base, and the hose from them to it. */
export interface ReserveLayout {
	vessels: { ground: Ground; round: boolean; front: Corner[]; waterFront: Corner[] }[];
	ground: Ground;
	/** Their bottom, how high they are, and the outlet and the float, m over the floor of the place. */
	floorM: number;
	heightM: number;
	outletM: number;
	floatM: number;
	solids: Solid[];
	hose: {
		points: Point[];
		tubeId: string;
		innerDiameterMm: number;
		lengthM: number;
		fittings: Fitting[];
	};
}

/** Why something cannot be built as asked; lengths in mm. */
export type Impossible =
	/** A plate so high in its bucket leaves hardly any room for roots. */
	| { why: 'plate-too-high'; plateMm: number; bucketMm: number }
	/** Things this near would stand in one another: each needs so much. */
	| {
			why: 'too-near';
			things: 'towers' | 'channels' | 'vessels' | 'rows';
			askedMm: number;
			leastMm: number;
	  }
	| { why: 'beyond-the-lid'; over: number; of: number; lidMm: number }
	| { why: 'tray-too-small'; pots: number; potMm: number; lengthMm: number; widthMm: number }
	/** What is kept clear at the ends of a pipe or channel leaves nothing between them. */
	| { why: 'no-room-between-ends'; of: 'pipe' | 'channel'; lengthMm: number; clearMm: number };

/** What would do instead: a value at a path of the document. */
export interface Replacement {
	path: string;
	value: unknown;
}

/** What does not fit or cannot be built, found while laying out. Drawn as far as possible all the same. */
export type LayoutProblem =
	| { code: 'row-does-not-fit'; standId: string; neededMm: number }
	/** Not on the shelf; the first of its kind is drawn. */
	| { code: 'unknown-part'; what: string; id: string; drawn: string; instead: Replacement }
	| { code: 'outside-area'; lengthM: number; widthM: number; heightM: number }
	/** Stands through a wall of its area by so much, m. */
	| { code: 'through-wall'; what: string; byM: number }
	/** Two things on the same ground. */
	| { code: 'same-ground'; what: string; other: string; byM: number }
	| {
			code: 'cannot-be-built';
			standId: string;
			because: Impossible;
			/** The field at fault, or another way; null: none is known. */
			instead: Replacement | null;
	  };

/** A place for a plant, whatever grows there. */
export type EmptySite = Omit<
	Site,
	'cropId' | 'stage' | 'spreadMm' | 'matureSpreadMm' | 'tallMm' | 'leafMm'
>;

/** Everything that is built, to scale, before anything grows in it: containers have no crop's weight yet. */
export type Structure = Omit<Layout, 'sites'> & { sites: EmptySite[] };

export interface Layout {
	tank: TankLayout;
	pump: Point;
	sites: Site[];
	containers: Container[];
	nodes: FeedNode[];
	runs: FeedRun[];
	outlets: LayoutOutlet[];
	returns: ReturnRun[];
	joints: Joint[];
	solids: Solid[];
	problems: LayoutProblem[];
	stands: StandLayout[];
	/** What stands behind a float; null: nothing does. */
	reserve: ReserveLayout | null;
	/** Where what hangs is measured from. */
	origin: Point;
	/** Box around everything that is built (not plants). */
	extent: { from: Point; to: Point };
	/** The same with what stands behind a float: all there is to draw. */
	drawn: { from: Point; to: Point };
}

/** What holds a stand up, for its loads. */
export type Stance =
	| { kind: 'legs'; legs: number }
	/** Free-standing and tall: the edge it would tip over, and the face the wind finds. */
	| {
			kind: 'free';
			edgeM: number;
			topM: number;
			faceM2: number;
			faceHeightM: number;
			/** A body with leaves round it: so long in all, so wide, and so much wider a metre of spread. */
			leaves?: { alongM: number; widthM: number; perSpread: number };
	  }
	| { kind: 'wall'; standoffM: number; rows: { heightM: number; fixings: number }[] }
	| { kind: 'floor' };

/** What one stand adds; the same for every family and variant. */
export interface StandLayout {
	id: string;
	lowEndM: Point;
	lengthM: number;
	depthM: number;
	/** The ground it takes, from above, and quarter turns to the left it is turned by. */
	ground: Ground;
	turns: number;
	/** What it is made of, empty, kg. */
	frameKg: number;
	stance: Stance;
	/** Rows hide one another from the front; sides of a tower are all seen. */
	view: 'rows' | 'sides';
	/** What it takes besides what fields of the stand name: pipe, lids, valves, ties. */
	parts: { id: string; name: string; count: number; lengthM: number | null }[];
	/** How its containers stand in a row, and where the holes of a tower go, as the operations work it out. */
	row: { input: LayoutRowInput; result: LayoutRow } | null;
	holes: { input: LayoutTowerInput; result: LayoutTower } | null;
	/** Trays or pots a valve keeps at a depth; the head over them is the water path's. */
	level: LevelFillBasis | null;
}

/** What level-fill needs besides the head. */
export interface LevelFillBasis {
	depthMm: number;
	valves: 'shared' | 'each';
	trays: {
		id: string;
		lengthMm: number;
		widthMm: number;
		floorOffsetMm: number;
		tiltMmPerM: number;
		heightMm: number;
		solidFraction: number;
	}[];
	/** Water surface in the trays over the floor of the place, m. */
	surfaceM: number;
	innerDiameterMm: number;
	lengthM: number;
	valve: { nominalFlowLph: number; nominalHeadM: number };
}

/** From one point to another, m. */
export const distance = (a: Point, b: Point): number =>
	Math.hypot(a.xM - b.xM, a.yM - b.yM, a.zM - b.zM);
/** Along a line of points, m. */
export const lengthOf = (points: readonly Point[]): number =>
	points.slice(1).reduce((total, point, i) => total + distance(points[i]!, point), 0);
