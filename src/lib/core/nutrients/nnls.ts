/**
 * Non-negative least squares, min ‖A·x − b‖ with x ≥ 0, by the active-set method of Lawson & Hanson (1974).
 * Small and dense: a recipe has a dozen salts at most.
 *
 * @param a rows of equal length (one row an equation, one column an unknown)
 */
export function nnls(a: number[][], b: number[]): number[] {
	const n = a[0]?.length ?? 0;
	const x: number[] = new Array<number>(n).fill(0);
	const free = new Set<number>();
	// columns differ in size by a million where limits come in: each is judged by its own
	const least = x.map((_, j) => 1e-12 * Math.hypot(...a.map((row) => row[j]!)) * Math.hypot(...b));
	const blocked = new Set<number>();
	for (let round = 0; round < 30 * n + 30; round++) {
		const residual = b.map((value, i) => value - dot(a[i]!, x));
		const pull = x.map((_, j) => a.reduce((t, row, i) => t + row[j]! * residual[i]!, 0));
		const mayCome = (j: number) => !free.has(j) && !blocked.has(j) && pull[j]! > least[j]!;
		let next = -1;
		for (let j = 0; j < n; j++) if (mayCome(j) && (next < 0 || pull[j]! > pull[next]!)) next = j;
		if (next < 0) break;
		free.add(next);
		const came = settleFree(a, b, x, free, next);
		if (came === 'beyond') return x;
		if (came) blocked.clear();
		else blocked.add(next);
	}
	return x;
}

/**
 * Moves `x` to the least squares of its free columns, freeing those that would go below nought.
 *
 * @returns false where the column just freed would come in backwards: it depends on the others and is left out
 * for good; `beyond` where figures pass what a double holds: what is there already stands
 */
function settleFree(
	a: number[][],
	b: number[],
	x: number[],
	free: Set<number>,
	next: number
): boolean | 'beyond' {
	for (let first = true; ; first = false) {
		const columns = [...free];
		const trial = leastSquares(a, b, columns);
		if (first && trial[columns.indexOf(next)]! <= 0) {
			free.delete(next);
			return false;
		}
		if (trial.every((value) => value > 0)) {
			x.fill(0);
			columns.forEach((j, k) => (x[j] = trial[k]!));
			return true;
		}
		if (!trial.every(Number.isFinite)) return 'beyond';
		stepTowards(x, trial, columns, free);
	}
}

/** As far towards the trial as nothing goes below nought; what stands in the way is bound there. */
function stepTowards(x: number[], trial: number[], columns: number[], free: Set<number>): void {
	let step = 1;
	let stops = -1;
	columns.forEach((j, k) => {
		const far = trial[k]! <= 0 ? x[j]! / (x[j]! - trial[k]!) : 1;
		if (trial[k]! <= 0 && far <= step) [step, stops] = [far, j];
	});
	columns.forEach((j, k) => {
		x[j] = x[j]! + step * (trial[k]! - x[j]!);
		// the one that stopped the step goes, whatever rounding makes of it: each pass is shorter
		if (j === stops || (x[j]! <= 1e-15 && trial[k]! <= 0)) {
			x[j] = 0;
			free.delete(j);
		}
	});
}

/** Rounds of the multipliers; each takes off a factor of about PENALTY, so a handful is enough. */
const ROUNDS = 60;
const PENALTY = 1e6;
/** How far over a limit, as a share of it, still counts as within. */
const WITHIN = 1e-12;

/**
 * The same with upper limits, min ‖A·x − b‖ with x ≥ 0 and G·x ≤ h: a slack for each limit makes it an
 * equation, and the method of multipliers (Hestenes 1969, Powell 1969) holds the equations round by round.
 * With every h ≥ 0 there always is an answer, x = 0 at worst.
 *
 * @param g rows of as many columns as `a`, scaled so that figures of about 1 matter; `h` likewise
 */
export function nnlsWithin(a: number[][], b: number[], g: number[][], h: number[]): number[] {
	const free = nnls(a, b);
	if (g.every((row, i) => dot(row, free) <= h[i]! + WITHIN)) return free;
	const n = free.length;
	// columns of length 1 and limits with a greatest entry of 1: one penalty then suits any problem
	const unit = free.map((_, j) => 1 / (Math.hypot(...a.map((row) => row[j]!)) || 1));
	const scaled = (row: number[]) => row.map((value, j) => value * unit[j]!);
	const most = g.map((row) => Math.max(...scaled(row).map(Math.abs)) || 1);
	const weight = Math.sqrt(PENALTY);
	const rows = [
		...a.map((row) => [...scaled(row), ...g.map(() => 0)]),
		...g.map((row, i) =>
			[...scaled(row).map((v) => v / most[i]!), ...g.map((_, j) => (i === j ? 1 : 0))].map(
				(v) => v * weight
			)
		)
	];
	const limits = h.map((limit, i) => limit / most[i]!);
	const pressure = h.map(() => 0);
	let x = free;
	let before = Infinity;
	for (let round = 0; round < ROUNDS; round++) {
		const right = [...b, ...limits.map((limit, i) => (limit - pressure[i]!) * weight)];
		const all = nnls(rows, right);
		x = scaled(all.slice(0, n));
		const off = g.map((row, i) => dot(row, x) / most[i]! + all[n + i]! - limits[i]!);
		off.forEach((value, i) => (pressure[i]! += value));
		const worst = Math.max(...off.map((value, i) => Math.abs(value) / Math.max(1, limits[i]!)));
		// no nearer than the round before: that is as near as rounding lets it come
		if (worst <= WITHIN || (worst < 1e-7 && worst > before / 2)) break;
		before = worst;
	}
	// what rounding leaves over a limit is taken off everything alike
	const over = Math.max(1, ...g.map((row, i) => (h[i]! > 0 ? dot(row, x) / h[i]! : 1)));
	return x.map((value) => value / over);
}

const dot = (row: number[], x: number[]): number => row.reduce((t, v, j) => t + v * x[j]!, 0);

/** Least squares on some columns by Householder QR; a dependent column gets 0. */
function leastSquares(a: number[][], b: number[], columns: number[]): number[] {
	const r = a.map((row) => columns.map((j) => row[j]!));
	const y = [...b];
	const rows = r.length;
	const n = columns.length;
	const norm = (k: number, c: number) => Math.hypot(...r.slice(k).map((row) => row[c]!));
	const full = columns.map((_, c) => norm(0, c));
	for (let k = 0; k < Math.min(n, rows); k++) {
		const size = norm(k, k);
		if (size > 1e-11 * full[k]!) reflect(r, y, k, size);
		else for (let i = k; i < rows; i++) r[i]![k] = 0;
	}
	const x = new Array<number>(n).fill(0);
	for (let k = n - 1; k >= 0; k--) {
		const pivot = k < rows ? r[k]![k]! : 0;
		if (Math.abs(pivot) <= 1e-11 * full[k]!) continue;
		let value = y[k]!;
		for (let c = k + 1; c < n; c++) value -= r[k]![c]! * x[c]!;
		x[k] = value / pivot;
	}
	return x;
}

/** One Householder reflection: column k of `r` comes to nothing below its diagonal. */
function reflect(r: number[][], y: number[], k: number, size: number): void {
	const alpha = r[k]![k]! > 0 ? -size : size;
	const v = r.slice(k).map((row) => row[k]!);
	v[0]! -= alpha;
	const vv = v.reduce((t, value) => t + value * value, 0);
	const mirror = (get: (i: number) => number, set: (i: number, value: number) => void) => {
		const along = (2 * v.reduce((t, value, i) => t + value * get(k + i), 0)) / vv;
		v.forEach((value, i) => set(k + i, get(k + i) - along * value));
	};
	for (let c = k; c < r[0]!.length; c++)
		mirror(
			(i) => r[i]![c]!,
			(i, value) => (r[i]![c] = value)
		);
	mirror(
		(i) => y[i]!,
		(i, value) => (y[i] = value)
	);
}
