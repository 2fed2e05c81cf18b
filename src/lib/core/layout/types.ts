import type { Stage } from '../shelf';

/** x to the right along the front, y away from the viewer, z up from the floor; metres. */
export interface Point {
	xM: number;
	yM: number;
	zM: number;
}

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
}

export interface Container extends Point {
	id: string;
	standId: string;
	label: string;
	row: number;
	column: number;
	bottomDiameterMm: number;
	topDiameterMm: number;
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

/** Something on a run that costs head. */
export interface Fitting {
	name: string;
	k: number;
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
}

export interface Emission extends Point {
	id: string;
	label: string;
	standId: string;
	nodeId: string;
	emitterId: string;
	containerId: string;
	/** Share of this outlet's flow that each site gets. */
	shares: Record<string, number>;
}

/** A gravity return: containers let into it, and it ends over the tank. */
export interface ReturnRun {
	id: string;
	standId: string;
	name: string;
	points: Point[];
	tubeId: string;
	innerDiameterMm: number;
	lengthM: number;
	fallPercent: number;
	/** Elevation of its outlet over the tank (the pipe's underside). */
	endM: number;
	containerIds: string[];
	lifted: boolean;
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
	/** What makes it fit, in words for the shopping list. */
	adapter: string | null;
	/** How many there are of it. */
	count: number;
}

/** A board, leg or rail: an outline to draw, and what it is. */
export interface Solid {
	id: string;
	standId: string | null;
	role: 'top' | 'leg' | 'obstacle';
	/** Corners seen from the front (x, z) and from above (x, y). */
	front: [number, number][];
	above: [number, number][];
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
}

/** What does not fit or cannot be built, found while laying out. Drawn as far as possible all the same. */
export interface LayoutProblem {
	code: 'row-does-not-fit' | 'unknown-part' | 'outside-area';
	standId: string | null;
	numbers: Record<string, number>;
	text: string;
	/** Where in the design the trouble stands, and what would do there. */
	path?: string;
	replacement?: { value: unknown; name: string };
}

export interface Layout {
	tank: TankLayout;
	pump: Point;
	sites: Site[];
	containers: Container[];
	nodes: FeedNode[];
	runs: FeedRun[];
	emissions: Emission[];
	returns: ReturnRun[];
	joints: Joint[];
	solids: Solid[];
	problems: LayoutProblem[];
	stands: StandLayout[];
	/** Box around everything that is built (not plants). */
	extent: { from: Point; to: Point };
}

/** What one stand adds; the same for every family and variant. */
export interface StandLayout {
	id: string;
	lowEndM: Point;
	lengthM: number;
	depthM: number;
	legs: number;
	/** Figure of layout-row or layout-tower, to be recomputed. */
	operations: { name: string; input: unknown; result: unknown }[];
}

export const distance = (a: Point, b: Point): number =>
	Math.hypot(a.xM - b.xM, a.yM - b.yM, a.zM - b.zM);
export const lengthOf = (points: readonly Point[]): number =>
	points.slice(1).reduce((total, point, i) => total + distance(points[i]!, point), 0);
