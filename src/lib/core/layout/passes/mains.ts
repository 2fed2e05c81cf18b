import { ELBOW, TEE_BRANCH } from '../fittings';
import type { Ground } from '../types';
import { lengthOf, type FeedNode, type FeedRun, type Fitting, type Point } from '../types';
import { shortestWay, straightened, type Spot } from '../ways';

/** Mains lie on the floor, m over it. */
const FLOOR_M = 0.03;

/** Where a stand that was put somewhere takes its water in. */
export interface Inlet {
	standId: string;
	name: string;
	node: FeedNode;
}

/** What mains are laid with: the tube, and where they begin over the tank. */
export interface MainPlan {
	tubeId: string;
	innerDiameterMm: number;
	/** The node over the tank they branch from. */
	tee: FeedNode;
	/** Another main goes up from there to a stand beside the tank. */
	goesUp: boolean;
	/** The ground of the tank, which they leave over its rim. */
	tank: Ground;
	/** What stands on the floor and is gone round. */
	blocks: readonly Ground[];
	/** No pipe goes round behind its walls; null: there are none. */
	room: Ground | null;
}

interface Corner {
	at: Spot;
	before: Corner | null;
	after: Corner[];
	inlet: Inlet | null;
}

/** The corners of a tree of mains and the stretches between them, grown one inlet after the other. */
class Tree {
	readonly root: Corner;

	constructor(at: Spot) {
		this.root = { at, before: null, after: [], inlet: null };
	}

	private get corners(): Corner[] {
		const all: Corner[] = [this.root];
		for (const corner of all) all.push(...corner.after);
		return all;
	}

	/** Where the next main may branch off: every corner, and on every stretch the spot nearest where it goes. */
	private offers(to: Spot): { spot: Spot; from: Corner; on: Corner | null }[] {
		return this.corners.flatMap((corner) => {
			const at = { spot: corner.at, from: corner, on: null };
			if (!corner.before) return [at];
			const { at: a } = corner.before;
			const between = (k: 0 | 1) =>
				Math.min(Math.max(a[k], corner.at[k]), Math.max(Math.min(a[k], corner.at[k]), to[k]));
			return [at, { spot: [between(0), between(1)] as const, from: corner.before, on: corner }];
		});
	}

	grow(inlet: Inlet, blocks: readonly Ground[], room: Ground | null): void {
		const to: Spot = [inlet.node.xM, inlet.node.yM];
		const offers = this.offers(to);
		const way = shortestWay(
			offers.map(({ spot }) => spot),
			to,
			blocks,
			room
		);
		const offer = offers.find(
			({ spot }) => Math.hypot(spot[0] - way[0]![0], spot[1] - way[0]![1]) < 1e-9
		)!;
		let at = this.branch(offer);
		for (const spot of way.slice(1)) {
			const next: Corner = { at: spot, before: at, after: [], inlet: null };
			at.after.push(next);
			at = next;
		}
		if (at.inlet || at === this.root) {
			const here: Corner = { at: to, before: at, after: [], inlet: null };
			at.after.push(here);
			at = here;
		}
		at.inlet = inlet;
	}

	/** A corner at an offer: the one that is there, or a new one on its stretch. */
	private branch({ spot, from, on }: ReturnType<Tree['offers']>[number]): Corner {
		const there = [from, on].find(
			(corner) => corner && Math.hypot(corner.at[0] - spot[0], corner.at[1] - spot[1]) < 1e-9
		);
		if (there) return there;
		const made: Corner = { at: spot, before: from, after: [on!], inlet: null };
		from.after[from.after.indexOf(on!)] = made;
		on!.before = made;
		return made;
	}
}

/**
 * Mains from the tank to every stand that was put somewhere: along the floor the shortest way, each joined to
 * what is laid already where that is nearest, up to the height each stand takes its water in at.
 */
export function layMains(
	plan: MainPlan,
	inlets: readonly Inlet[]
): { nodes: FeedNode[]; runs: FeedRun[] } {
	const { tee } = plan;
	const tree = new Tree([tee.xM, tee.yM]);
	const apart = ({ node }: Inlet) => Math.abs(node.xM - tee.xM) + Math.abs(node.yM - tee.yM);
	for (const inlet of [...inlets].sort((a, b) => apart(a) - apart(b)))
		tree.grow(inlet, plan.blocks, plan.room);
	return laid(plan, tree);
}

/** The tree as nodes where it branches or ends, and a run from each to the next. */
function laid(plan: MainPlan, tree: Tree): { nodes: FeedNode[]; runs: FeedRun[] } {
	const nodes: FeedNode[] = [];
	const runs: FeedRun[] = [];
	const toInlet = ({ standId, name, node }: Inlet, from: FeedNode, way: Spot[], tees: number) =>
		runs.push(
			mainAlong(plan, { id: `main.to.${standId}`, name: `main to ${name}` }, from, node, way, tees)
		);
	const follow = (from: FeedNode, before: Corner, start: Corner, tees: number): void => {
		const way: Spot[] = [before.at, start.at];
		let at = start;
		while (at.after.length === 1 && !at.inlet) {
			at = at.after[0]!;
			way.push(at.at);
		}
		const { inlet, after } = at;
		if (inlet && after.length === 0) return void toInlet(inlet, from, way, tees);
		const number = nodes.length + 1;
		const to = { id: `main.tee${number}`, xM: at.at[0], yM: at.at[1], zM: FLOOR_M };
		nodes.push(to);
		const shared = { id: `main.${number}`, name: `shared main ${number}` };
		runs.push(mainAlong(plan, shared, from, to, way, tees));
		// the main goes on past a stand it also feeds
		if (inlet) toInlet(inlet, to, [at.at], 2);
		for (const next of after) follow(to, at, next, after.length + (inlet ? 1 : 0));
	};
	const { root } = tree;
	for (const next of root.after)
		follow(plan.tee, root, next, root.after.length + (plan.goesUp ? 1 : 0));
	return { nodes, runs };
}

/** One stretch: over the rim where it begins at the tank, down to the floor, along, and up where it ends. */
function mainAlong(
	plan: MainPlan,
	{ id, name }: { id: string; name: string },
	from: FeedNode,
	to: FeedNode,
	way: readonly Spot[],
	branches: number
): FeedRun {
	const flat = straightened(way).map(([xM, yM]): Point => ({ xM, yM, zM: FLOOR_M }));
	const leaves = from === plan.tee ? overRim(plan, flat) : [from, ...flat];
	const all = [...leaves, { ...to, zM: FLOOR_M }, to];
	const points = all.filter((point, i) => i === 0 || apartM(point, all[i - 1]!) > 1e-6);
	return {
		id,
		standId: null,
		name,
		role: 'main',
		from: from.id,
		to: to.id,
		points,
		tubeId: plan.tubeId,
		innerDiameterMm: plan.innerDiameterMm,
		lengthM: Math.max(0.001, lengthOf(points)),
		fittings: [...(branches > 1 ? [TEE_BRANCH] : []), ...bends(points)],
		open: true,
		emptiesBack: true,
		fallsAboveM: plan.tee.zM
	};
}

const apartM = (a: Point, b: Point): number => Math.hypot(a.xM - b.xM, a.yM - b.yM, a.zM - b.zM);

/** From over the tank to beside it, and there down to the floor. */
function overRim({ tee, tank }: MainPlan, flat: readonly Point[]): Point[] {
	const [first, next] = flat;
	if (!next) return [tee, ...flat];
	const out = 0.03;
	const beside: Point = { ...first!, zM: tee.zM };
	if (next.xM > first!.xM) beside.xM = Math.min(next.xM, Math.max(first!.xM, tank.x1 + out));
	else if (next.xM < first!.xM) beside.xM = Math.max(next.xM, Math.min(first!.xM, tank.x0 - out));
	else if (next.yM > first!.yM) beside.yM = Math.min(next.yM, Math.max(first!.yM, tank.y1 + out));
	else beside.yM = Math.max(next.yM, Math.min(first!.yM, tank.y0 - out));
	return [tee, beside, { ...beside, zM: FLOOR_M }, ...flat.slice(1)];
}

/** An elbow wherever it turns. */
function bends(points: readonly Point[]): Fitting[] {
	const way = (a: Point, b: Point) => {
		const length = apartM(a, b) || 1;
		return [(b.xM - a.xM) / length, (b.yM - a.yM) / length, (b.zM - a.zM) / length];
	};
	return points.slice(2).flatMap((point, i) => {
		const [u, v] = [way(points[i]!, points[i + 1]!), way(points[i + 1]!, point)];
		const turn = u[0]! * v[0]! + u[1]! * v[1]! + u[2]! * v[2]!;
		return turn < 0.999 ? [ELBOW] : [];
	});
}
