import type { Ground } from './types';

/** A place on the ground, m. */
export type Spot = readonly [xM: number, yM: number];

/** A pipe keeps so far off what it goes round, m. */
const CLEAR_M = 0.05;
/** A bend is worth going so much further, m. */
const BEND_M = 0.3;

const inside = ({ x0, x1, y0, y1 }: Ground, [ax, ay]: Spot, [bx, by]: Spot): boolean =>
	Math.max(ax, bx) > x0 + 1e-9 &&
	Math.min(ax, bx) < x1 - 1e-9 &&
	Math.max(ay, by) > y0 + 1e-9 &&
	Math.min(ay, by) < y1 - 1e-9;
const free = (blocks: readonly Ground[], a: Spot, b: Spot): boolean =>
	blocks.every((block) => !inside(block, a, b));
const same = ([ax, ay]: Spot, [bx, by]: Spot): boolean =>
	Math.abs(ax - bx) < 1e-9 && Math.abs(ay - by) < 1e-9;
const apart = ([ax, ay]: Spot, [bx, by]: Spot): number => Math.abs(ax - bx) + Math.abs(ay - by);

/** A way without the spots it only passes straight through. */
export function straightened(way: readonly Spot[]): Spot[] {
	const kept: Spot[] = [];
	for (const spot of way) {
		const [before, last] = kept.slice(-2) as [Spot, Spot];
		if (kept.length > 0 && same(kept.at(-1)!, spot)) continue;
		if (last !== undefined) {
			const along = (k: 0 | 1) =>
				Math.abs(before[k] - last[k]) < 1e-9 && Math.abs(last[k] - spot[k]) < 1e-9;
			if (along(0) || along(1)) kept.pop();
		}
		kept.push(spot);
	}
	return kept;
}

/**
 * The shortest way along walls and square corners from any of some spots to another, round what stands on the
 * floor; a bend is avoided where that costs little. Where nothing leads there it goes straight through.
 */
export function shortestWay(
	from: readonly Spot[],
	to: Spot,
	blocks: readonly Ground[],
	room: Ground | null = null
): Spot[] {
	// what one of the ends stands in is not in its own way
	const inTheWay = blocks.filter(
		(block) => !inside(block, to, to) && !from.some((spot) => inside(block, spot, spot))
	);
	const nearest = [...from].sort((a, b) => apart(a, to) - apart(b, to))[0]!;
	for (const corner of [
		[to[0], nearest[1]],
		[nearest[0], to[1]]
	] as const)
		if (free(inTheWay, nearest, corner) && free(inTheWay, corner, to))
			return straightened([nearest, corner, to]);
	return (
		new Search(from, to, inTheWay, room).run() ?? straightened([nearest, [to[0], nearest[1]], to])
	);
}

/** A crossing of two lines, and whether one came to it along or across. */
interface Step {
	cost: number;
	i: number;
	j: number;
	way: 0 | 1;
}

const STEPS = [
	[1, 0],
	[-1, 0],
	[0, 1],
	[0, -1]
] as const;

/** Dijkstra over the lines that pass the ends and the sides of what is in the way. */
class Search {
	private readonly xs: number[];
	private readonly ys: number[];
	private readonly best = new Map<number, number>();
	private readonly before = new Map<number, number>();
	private readonly open: Step[] = [];

	constructor(
		private readonly from: readonly Spot[],
		private readonly to: Spot,
		private readonly blocks: readonly Ground[],
		room: Ground | null
	) {
		this.xs = this.lines(0, (block) => [block.x0, block.x1], [
			room?.x0 ?? -Infinity,
			room?.x1 ?? Infinity
		]);
		this.ys = this.lines(1, (block) => [block.y0, block.y1], [
			room?.y0 ?? -Infinity,
			room?.y1 ?? Infinity
		]);
	}

	private lines(
		axis: 0 | 1,
		sides: (block: Ground) => readonly [number, number],
		within: readonly [number, number]
	): number[] {
		// no pipe goes round behind a wall
		const beside = this.blocks
			.flatMap((block) => [sides(block)[0] - CLEAR_M, sides(block)[1] + CLEAR_M])
			.filter((m) => m >= within[0] && m <= within[1]);
		const ends = [...this.from, this.to].map((spot) => spot[axis]);
		return [...new Set([...ends, ...beside])].sort((a, b) => a - b);
	}

	private at = (i: number, j: number): Spot => [this.xs[i]!, this.ys[j]!];
	private key = ({ i, j, way }: Step): number => 2 * (i * this.ys.length + j) + way;

	private reach(step: Step, back: number | null): void {
		const key = this.key(step);
		if (step.cost >= (this.best.get(key) ?? Infinity)) return;
		this.best.set(key, step.cost);
		if (back !== null) this.before.set(key, back);
		this.open.push(step);
	}

	private nearest(): Step {
		const least = this.open.reduce((a, step, n) => (step.cost < this.open[a]!.cost ? n : a), 0);
		return this.open.splice(least, 1)[0]!;
	}

	/** The way, or null where nothing leads there. */
	run(): Spot[] | null {
		for (const [x, y] of this.from)
			for (const way of [0, 1] as const)
				this.reach({ cost: 0, i: this.xs.indexOf(x), j: this.ys.indexOf(y), way }, null);
		while (this.open.length > 0) {
			const step = this.nearest();
			if (step.cost > this.best.get(this.key(step))!) continue;
			if (same(this.at(step.i, step.j), this.to)) return this.traced(this.key(step));
			for (const [di, dj] of STEPS) this.goOn(step, di, dj);
		}
		return null;
	}

	private goOn(step: Step, di: number, dj: number): void {
		const [i, j] = [step.i + di, step.j + dj];
		if (i < 0 || j < 0 || i >= this.xs.length || j >= this.ys.length) return;
		const [here, there] = [this.at(step.i, step.j), this.at(i, j)];
		if (!free(this.blocks, here, there)) return;
		const way = di === 0 ? 1 : 0;
		const bend = way === step.way ? 0 : BEND_M;
		this.reach({ cost: step.cost + apart(here, there) + bend, i, j, way }, this.key(step));
	}

	private traced(end: number): Spot[] {
		const way: Spot[] = [];
		for (let key: number | undefined = end; key !== undefined; key = this.before.get(key)) {
			const crossing = Math.floor(key / 2);
			way.push(this.at(Math.floor(crossing / this.ys.length), crossing % this.ys.length));
		}
		return straightened(way.reverse());
	}
}
