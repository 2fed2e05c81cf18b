import { pick, type ShelfLists } from '../../shelf';
import type { Ground } from '../types';
import { lengthOf, type Point, type ReturnRun } from '../types';
import { shortestWay, type Spot } from '../ways';

/** A return ends at least so far inside the edge of the tank, m. */
const INSIDE_M = 0.05;

const clampTo = (m: number, low: number, high: number): number => {
	const inset = Math.min(INSIDE_M, (high - low) / 2);
	return Math.min(high - inset, Math.max(low + inset, m));
};
/** The spot over the tank nearest another. */
const overTank = ([x, y]: Spot, { x0, x1, y0, y1 }: Ground): Spot => [
	clampTo(x, x0, x1),
	clampTo(y, y0, y1)
];
const spotOf = ({ xM, yM }: Point): Spot => [xM, yM];
const apart = (a: Spot, b: Spot): number => Math.abs(a[0] - b[0]) + Math.abs(a[1] - b[1]);

/** A way that falls all along from a height. */
function falling(way: readonly Spot[], fromM: number, fallPercent: number): Point[] {
	let zM = fromM;
	return way.map(([xM, yM], i) => {
		if (i > 0) zM -= (apart(way[i - 1]!, [xM, yM]) * fallPercent) / 100;
		return { xM, yM, zM };
	});
}

/**
 * The falling returns of a stand that stands away from the tank, brought home: a single one goes on along the
 * shortest way; several run into one that crosses their ends and goes home for all.
 */
export function broughtHome(
	returns: readonly ReturnRun[],
	{ tank, blocks, room }: { tank: Ground; blocks: readonly Ground[]; room: Ground | null },
	shelf: Pick<ShelfLists, 'tubes'>
): ReturnRun[] {
	const falls = returns.filter(({ way }) => way === 'fall');
	const [only] = falls;
	if (!only) return [...returns];
	const home = (from: Spot) => shortestWay([from], overTank(from, tank), blocks, room);
	if (falls.length === 1) {
		const end = only.points.at(-1)!;
		const rest = falling(home(spotOf(end)), end.zM, only.fallPercent).slice(1);
		return returns.map((run) =>
			run === only ? endingAt(run, [...run.points, ...rest], shelf) : run
		);
	}
	const main = crossing(falls, tank, home, shelf);
	return [...returns.map((run) => (run.way === 'fall' ? { ...run, into: main.id } : run)), main];
}

/** A return across the ends of others, each running into it from above, and on home. */
function crossing(
	falls: readonly ReturnRun[],
	tank: Ground,
	home: (from: Spot) => Spot[],
	shelf: Pick<ShelfLists, 'tubes'>
): ReturnRun {
	const first = falls[0]!;
	const ends = falls.map(({ points }) => points.at(-1)!);
	const toTank = (point: Point) => apart(spotOf(point), overTank(spotOf(point), tank));
	const exit = spotOf(ends.reduce((best, end) => (toTank(end) < toTank(best) ? end : best)));
	const order = [...ends].sort((a, b) => apart(spotOf(b), exit) - apart(spotOf(a), exit));
	const start = spotOf(order[0]!);
	const { fallPercent } = first;
	const { outerDiameterMm } = pick(shelf.tubes, first.tubeId);
	const startM =
		Math.min(...order.map((end) => end.zM + (apart(start, spotOf(end)) * fallPercent) / 100)) -
		outerDiameterMm / 1000;
	const main: ReturnRun = {
		...first,
		id: `${first.standId}.return-main`,
		name: 'return main',
		containerIds: falls.flatMap(({ containerIds }) => containerIds),
		joins: falls.map(({ id }) => id)
	};
	const along = [...order.map(spotOf), ...home(exit).slice(1)];
	return endingAt(main, falling(along, startM, fallPercent), shelf);
}

function endingAt(run: ReturnRun, points: Point[], shelf: Pick<ShelfLists, 'tubes'>): ReturnRun {
	const kept = points.filter(
		(point, i) => i === 0 || apart(spotOf(point), spotOf(points[i - 1]!)) > 1e-9
	);
	const straight = kept.filter((point, i) => {
		const [before, after] = [kept[i - 1], kept[i + 1]];
		if (!before || !after) return true;
		const along = (k: 'xM' | 'yM') =>
			Math.abs(before[k] - point[k]) < 1e-9 && Math.abs(point[k] - after[k]) < 1e-9;
		return !along('xM') && !along('yM');
	});
	const { outerDiameterMm } = pick(shelf.tubes, run.tubeId);
	return {
		...run,
		points: straight,
		lengthM: Math.max(0.001, lengthOf(straight)),
		endM: straight.at(-1)!.zM - outerDiameterMm / 2000
	};
}
