/** Steps after which a bracket has long closed: every third halves it, and a number has 53 bits. */
const MOST_STEPS = 200;

interface Bracket {
	/** Where f is below nought, and where it is at or over it. */
	below: number;
	over: number;
	fBelow: number;
	fOver: number;
}

/**
 * Closes in on where a continuous function goes over nought: regula falsi with the weight of an end that stays
 * put halved (Illinois; Dowell and Jarratt 1971), and a plain halving every third step, so that it never takes
 * more than three times as long as halving alone. Steps land a little beside the root, so that both ends meet.
 */
function close(f: (x: number) => number, at: Bracket, tolerance: number): Bracket {
	let { below, over, fBelow, fOver } = at;
	// the ends' true values are kept beside the weights they enter the secant with
	let [weightBelow, weightOver] = [fBelow, fOver];
	let side = 0;
	for (let step = 1; step <= MOST_STEPS && Math.abs(over - below) > tolerance; step++) {
		const secant = below - (weightBelow * (over - below)) / (weightOver - weightBelow);
		const margin = (Math.sign(over - below) * tolerance) / 2;
		const inside = beside(secant + margin / 2, below + margin, over - margin / 2);
		const x = step % 3 === 0 || !Number.isFinite(inside) ? (below + over) / 2 : inside;
		if (x === below || x === over) break;
		const fx = f(x);
		if (fx < 0) {
			[below, fBelow, weightBelow] = [x, fx, fx];
			if (side < 0) weightOver /= 2;
			side = -1;
		} else {
			[over, fOver, weightOver] = [x, fx, fx];
			if (fx === 0) break;
			if (side > 0) weightBelow /= 2;
			side = 1;
		}
	}
	return { below, over, fBelow, fOver };
}

const beside = (x: number, a: number, b: number): number =>
	Math.min(Math.max(a, b), Math.max(Math.min(a, b), x));

/**
 * Where a continuous function is nought, between an end where it is below and one where it is at or over it.
 *
 * @param below where f is below nought; it may lie on either side of `over`
 * @param tolerance the answer is within this of a root, in x; 0: as near as numbers go
 * @returns the root; the nearer end where f is on one side of nought at both
 * @example rootOf((x) => x * x - 2, 0, 2) // 1.4142135623730951
 */
export function rootOf(
	f: (x: number) => number,
	below: number,
	over: number,
	tolerance = 0
): number {
	const [fBelow, fOver] = [f(below), f(over)];
	if (fBelow >= 0) return below;
	if (fOver < 0) return over;
	const end = close(f, { below, over, fBelow, fOver }, tolerance);
	return -end.fBelow < end.fOver ? end.below : end.over;
}

/**
 * The least x at which a rising function is at least nought.
 *
 * @param tolerance the answer is over the root by no more than this, and f is at least nought there
 * @returns `low` where it is so already; null where it is not even at `high`
 */
export function leastAtOrOver(
	f: (x: number) => number,
	low: number,
	high: number,
	tolerance: number
): number | null {
	const fBelow = f(low);
	if (fBelow >= 0) return low;
	const fOver = f(high);
	if (fOver < 0) return null;
	return close(f, { below: low, over: high, fBelow, fOver }, tolerance).over;
}
