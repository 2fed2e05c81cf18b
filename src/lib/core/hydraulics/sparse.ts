/**
 * Sparse LDLᵀ for symmetric positive definite matrices whose pattern stays while the numbers change.
 * The order of elimination peels leaves first (trees and rows make no fill at all) and takes what is
 * left by least degree. Factorisation is the up-looking method on the elimination tree.
 */
export class SparseLdl {
	/** New position of each unknown. */
	private readonly place: Int32Array;
	private readonly order: Int32Array;
	/** Upper pattern by column in the new order: the rows above the diagonal, and which edge each came from. */
	private readonly columnStart: Int32Array;
	private readonly rows: Int32Array;
	private readonly edgeOf: Int32Array;
	private readonly parent: Int32Array;
	private readonly lowerStart: Int32Array;
	private readonly lowerRows: Int32Array;
	private readonly lower: Float64Array;
	private readonly pivots: Float64Array;
	private readonly work: Float64Array;
	private readonly pattern: Int32Array;
	private readonly flag: Int32Array;
	private readonly used: Int32Array;

	/**
	 * @param n unknowns
	 * @param edgeA,edgeB ends of each off-diagonal pair; a pair may stand more than once, its values add up
	 */
	constructor(
		private readonly n: number,
		edgeA: Int32Array,
		edgeB: Int32Array
	) {
		this.order = eliminationOrder(n, edgeA, edgeB);
		this.place = new Int32Array(n);
		this.order.forEach((old, at) => (this.place[old] = at));
		const upper = byColumn(n, this.place, edgeA, edgeB);
		this.columnStart = upper.start;
		this.rows = upper.rows;
		this.edgeOf = upper.edgeOf;
		this.parent = new Int32Array(n).fill(-1);
		const counts = this.analyse();
		this.lowerStart = new Int32Array(n + 1);
		for (let i = 0; i < n; i++) this.lowerStart[i + 1] = this.lowerStart[i]! + counts[i]!;
		this.lowerRows = new Int32Array(this.lowerStart[n]!);
		this.lower = new Float64Array(this.lowerStart[n]!);
		this.pivots = new Float64Array(n);
		this.work = new Float64Array(n);
		this.pattern = new Int32Array(n);
		this.flag = new Int32Array(n);
		this.used = new Int32Array(n);
	}

	/** Elimination tree and the number of entries in each column of L. */
	private analyse(): Int32Array {
		const { n, parent, rows, columnStart } = this;
		const counts = new Int32Array(n);
		const flag = new Int32Array(n).fill(-1);
		for (let k = 0; k < n; k++) {
			flag[k] = k;
			for (let p = columnStart[k]!; p < columnStart[k + 1]!; p++)
				for (let i = rows[p]!; flag[i] !== k; i = parent[i]!) {
					if (parent[i] === -1) parent[i] = k;
					counts[i]!++;
					flag[i] = k;
				}
		}
		return counts;
	}

	/** Factorises the matrix with this diagonal and these off-diagonal values (one per edge). */
	factorise(diagonal: Float64Array, values: Float64Array): void {
		const { n, parent, rows, columnStart, edgeOf, lowerStart, lowerRows, lower, pivots } = this;
		const y = this.work.fill(0);
		const { pattern } = this;
		const flag = this.flag.fill(-1);
		const used = this.used.fill(0);
		for (let k = 0; k < n; k++) {
			let top = n;
			flag[k] = k;
			for (let p = columnStart[k]!; p < columnStart[k + 1]!; p++) {
				let i = rows[p]!;
				y[i]! += values[edgeOf[p]!]!;
				let length = 0;
				for (; flag[i] !== k; i = parent[i]!) {
					pattern[length++] = i;
					flag[i] = k;
				}
				while (length > 0) pattern[--top] = pattern[--length]!;
			}
			let pivot = diagonal[this.order[k]!]!;
			for (; top < n; top++) {
				const i = pattern[top]!;
				const yi = y[i]!;
				y[i] = 0;
				const end = lowerStart[i]! + used[i]!;
				for (let p = lowerStart[i]!; p < end; p++) y[lowerRows[p]!]! -= lower[p]! * yi;
				const l = yi / pivots[i]!;
				pivot -= l * yi;
				lowerRows[end] = k;
				lower[end] = l;
				used[i]!++;
			}
			pivots[k] = pivot;
		}
	}

	/** Solves for one right-hand side into `x` (both in the caller's order). */
	solve(right: Float64Array, x: Float64Array): void {
		const { n, order, lowerStart, lowerRows, lower, pivots, work } = this;
		for (let k = 0; k < n; k++) work[k] = right[order[k]!]!;
		for (let k = 0; k < n; k++) {
			const wk = work[k]!;
			for (let p = lowerStart[k]!; p < lowerStart[k + 1]!; p++)
				work[lowerRows[p]!]! -= lower[p]! * wk;
		}
		for (let k = n - 1; k >= 0; k--) {
			let wk = work[k]! / pivots[k]!;
			for (let p = lowerStart[k]!; p < lowerStart[k + 1]!; p++)
				wk -= lower[p]! * work[lowerRows[p]!]!;
			work[k] = wk;
			x[order[k]!] = wk;
		}
	}
}

/**
 * Who is joined to whom: the neighbours of `i` stand in `neighbour` from `start[i]` to before `start[i + 1]`.
 *
 * @param ends both ends of each edge, one after the other
 */
export function neighbours(n: number, ends: ArrayLike<number>) {
	const start = new Int32Array(n + 1);
	for (let k = 0; k < ends.length; k++) start[ends[k]! + 1]!++;
	for (let i = 0; i < n; i++) start[i + 1]! += start[i]!;
	const fill = start.slice();
	const neighbour = new Int32Array(ends.length);
	for (let k = 0; k < ends.length; k++) neighbour[fill[ends[k]!]!++] = ends[k ^ 1]!;
	return { start, neighbour };
}

/** Leaves first, by a queue over plain arrays; the ringed core after them by least degree. */
function eliminationOrder(n: number, edgeA: Int32Array, edgeB: Int32Array): Int32Array {
	const ends = new Int32Array(2 * edgeA.length);
	for (let e = 0; e < edgeA.length; e++) {
		ends[2 * e] = edgeA[e]!;
		ends[2 * e + 1] = edgeB[e]!;
	}
	const { start, neighbour } = neighbours(n, ends);
	const degree = new Int32Array(n);
	const gone = new Uint8Array(n);
	const order = new Int32Array(n);
	let count = 0;
	for (let i = 0; i < n; i++) {
		degree[i] = start[i + 1]! - start[i]!;
		if (degree[i]! <= 1) order[count++] = i;
	}
	for (let at = 0; at < count; at++) {
		const i = order[at]!;
		gone[i] = 1;
		for (let p = start[i]!; p < start[i + 1]!; p++) {
			const j = neighbour[p]!;
			if (!gone[j] && degree[j]!-- === 2) order[count++] = j;
		}
	}
	const core: Set<number>[] = new Array(n);
	let left = 0;
	for (let i = 0; i < n; i++) {
		if (gone[i]) continue;
		left++;
		const set = new Set<number>();
		for (let p = start[i]!; p < start[i + 1]!; p++)
			if (!gone[neighbour[p]!]) set.add(neighbour[p]!);
		core[i] = set;
	}
	if (left > 0) leastDegree(core, order, count);
	return order;
}

function leastDegree(core: Set<number>[], order: Int32Array, count: number): void {
	const buckets: Set<number>[] = [];
	const bucket = (size: number) => (buckets[size] ??= new Set());
	core.forEach((set, i) => bucket(set.size).add(i));
	let size = 0;
	while (count < order.length) {
		while (!buckets[size]?.size) size++;
		const i: number = buckets[size]!.values().next().value!;
		buckets[size]!.delete(i);
		order[count++] = i;
		const around = [...core[i]!];
		for (const a of around) {
			const set = core[a]!;
			bucket(set.size).delete(a);
			set.delete(i);
			for (const b of around) if (b !== a) set.add(b);
			bucket(set.size).add(a);
			size = Math.min(size, set.size);
		}
	}
}

/** Off-diagonal pairs sorted by column: where each column starts, and row and edge of each entry. */
function byColumn(n: number, place: Int32Array, edgeA: Int32Array, edgeB: Int32Array) {
	const m = edgeA.length;
	const start = new Int32Array(n + 1);
	const column = new Int32Array(m);
	const row = new Int32Array(m);
	for (let e = 0; e < m; e++) {
		const a = place[edgeA[e]!]!;
		const b = place[edgeB[e]!]!;
		column[e] = Math.max(a, b);
		row[e] = Math.min(a, b);
		start[column[e]! + 1]!++;
	}
	for (let i = 0; i < n; i++) start[i + 1]! += start[i]!;
	const fill = start.slice();
	const rows = new Int32Array(m);
	const edgeOf = new Int32Array(m);
	for (let e = 0; e < m; e++) {
		const at = fill[column[e]!]!++;
		rows[at] = row[e]!;
		edgeOf[at] = e;
	}
	return { start, rows, edgeOf };
}
