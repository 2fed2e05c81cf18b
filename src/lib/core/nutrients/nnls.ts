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
	const scale = Math.max(1e-300, ...a.flat().map(Math.abs)) * Math.max(1e-300, ...b.map(Math.abs));
	const blocked = new Set<number>();
	for (let round = 0; round < 30 * n + 30; round++) {
		const residual = b.map((value, i) => value - dot(a[i]!, x));
		const pull = x.map((_, j) => a.reduce((t, row, i) => t + row[j]! * residual[i]!, 0));
		let next = -1;
		for (let j = 0; j < n; j++)
			if (
				!free.has(j) &&
				!blocked.has(j) &&
				pull[j]! > 1e-12 * scale &&
				(next < 0 || pull[j]! > pull[next]!)
			)
				next = j;
		if (next < 0) break;
		free.add(next);
		let first = true;
		for (;;) {
			const columns = [...free];
			const trial = leastSquares(a, b, columns);
			// A column that depends on the others would come in backwards: leave it out for good.
			if (first && trial[columns.indexOf(next)]! <= 0) {
				free.delete(next);
				blocked.add(next);
				break;
			}
			first = false;
			if (trial.every((value) => value > 0)) {
				x.fill(0);
				columns.forEach((j, k) => (x[j] = trial[k]!));
				blocked.clear();
				break;
			}
			let step = 1;
			columns.forEach((j, k) => {
				if (trial[k]! <= 0) step = Math.min(step, x[j]! / (x[j]! - trial[k]!));
			});
			columns.forEach((j, k) => {
				x[j] = x[j]! + step * (trial[k]! - x[j]!);
				if (x[j]! <= 1e-15 && trial[k]! <= 0) {
					x[j] = 0;
					free.delete(j);
				}
			});
		}
	}
	return x;
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
		if (size <= 1e-11 * full[k]!) {
			for (let i = k; i < rows; i++) r[i]![k] = 0;
			continue;
		}
		const alpha = r[k]![k]! > 0 ? -size : size;
		const v = r.slice(k).map((row) => row[k]!);
		v[0]! -= alpha;
		const vv = v.reduce((t, value) => t + value * value, 0);
		const reflect = (get: (i: number) => number, set: (i: number, value: number) => void) => {
			const along = (2 * v.reduce((t, value, i) => t + value * get(k + i), 0)) / vv;
			v.forEach((value, i) => set(k + i, get(k + i) - along * value));
		};
		for (let c = k; c < n; c++)
			reflect(
				(i) => r[i]![c]!,
				(i, value) => (r[i]![c] = value)
			);
		reflect(
			(i) => y[i]!,
			(i, value) => (y[i] = value)
		);
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
