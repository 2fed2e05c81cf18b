import { buildGraph, type Graph } from '../src/lib/core/hydraulics';
import type { NetworkInput } from '../src/lib/core/hydraulics';

/**
 * The plain way, to measure against: Newton on the nodal balance with a full matrix, Gaussian elimination
 * and a step halved until the balance improves. Good for the bench's tame networks only. Returns the
 * source's flow, L/h.
 */
export function denseNewton(input: NetworkInput): number {
	const graph = buildGraph(input, input.source);
	const n = graph.unknowns;
	if (input.source.kind !== 'pump') throw new Error('the bench solves pumped networks');
	const { curve, waterLevelM } = input.source;
	const top = waterLevelM + curve.shutOffHeadM;
	let heads = Float64Array.from({ length: n }, (_, i) => top - 0.3 - 1e-4 * i);
	let balance = balanceAt(graph, heads, curve, top);
	for (let iteration = 0; iteration < 200 && balance.off > 1e-3; iteration++) {
		const step = gauss(balance.matrix, n);
		for (let t = 1; t > 1e-6; t /= 2) {
			const trial = heads.map((h, i) => h + t * step[i]!);
			const next = balanceAt(graph, trial, curve, top);
			if (next.off >= balance.off) continue;
			[heads, balance] = [trial, next];
			break;
		}
	}
	return balance.flow;
}

interface Balance {
	matrix: Float64Array[];
	off: number;
	flow: number;
}

function balanceAt(
	{ links, outlets, unknowns: n, sourceSlot }: Graph,
	heads: Float64Array,
	curve: { coefficient: number; exponent: number },
	top: number
): Balance {
	const a = Array.from({ length: n }, () => new Float64Array(n + 1));
	for (const { a: i, b: j, law } of links) {
		const q = law.flow(heads[i]! - heads[j]!);
		a[i]![n]! -= q;
		a[j]![n]! += q;
		a[i]![i]! += law.slope;
		a[j]![j]! += law.slope;
		a[i]![j]! -= law.slope;
		a[j]![i]! -= law.slope;
	}
	for (const { slot, law, atM } of outlets) {
		a[slot]![n]! -= law.flow(heads[slot]! - atM);
		a[slot]![slot]! += law.slope;
	}
	const left = Math.max(1e-12, top - heads[sourceSlot]!);
	const flow = (left / curve.coefficient) ** (1 / curve.exponent);
	a[sourceSlot]![n]! += flow;
	a[sourceSlot]![sourceSlot]! += flow / curve.exponent / left;
	return { matrix: a, flow, off: a.reduce((sum, row) => sum + Math.abs(row[n]!), 0) };
}

function gauss(a: Float64Array[], n: number): number[] {
	for (let k = 0; k < n; k++) {
		const pivot = a[k]!;
		for (let i = k + 1; i < n; i++) {
			const row = a[i]!;
			const factor = row[k]! / pivot[k]!;
			for (let j = k; j <= n; j++) row[j]! -= factor * pivot[j]!;
		}
	}
	const x = new Array<number>(n).fill(0);
	for (let k = n - 1; k >= 0; k--) {
		let value = a[k]![n]!;
		for (let j = k + 1; j < n; j++) value -= a[k]![j]! * x[j]!;
		x[k] = value / a[k]![k]!;
	}
	return x;
}
