import type { Source } from './network-schema';
import { pumpLaw, type Law } from './laws';
import type { Graph } from './network-graph';
import { atSpeed } from './pump';

/** Heads, flows and the imbalance at every unknown; holds the arrays the iteration works in. */
export class Balance {
	readonly size: number;
	heads: Float64Array = new Float64Array(0);
	imbalance = Infinity;
	sourceFlow = 0;
	readonly linkFlow: Float64Array;
	readonly outletFlow: Float64Array;
	private pump: Law | undefined;
	private reservoirM = 0;
	private fixedM = 0;
	private readonly out: Float64Array;
	private readonly diagonal: Float64Array;
	private readonly values: Float64Array;
	private readonly step: Float64Array;
	private readonly trial: Float64Array;

	constructor(private readonly graph: Graph) {
		const n = graph.unknowns;
		this.size = n + 1;
		this.linkFlow = new Float64Array(graph.links.length);
		this.outletFlow = new Float64Array(graph.outlets.length);
		this.out = new Float64Array(n + 1);
		this.diagonal = new Float64Array(n + 1);
		this.values = new Float64Array(graph.edges.from.length);
		this.step = new Float64Array(n + 1);
		this.trial = new Float64Array(n + 1);
	}

	/** The level, dial and curve to balance for; the arrays are used again from solve to solve. */
	aim(source: Source): void {
		this.fixedM = source.waterLevelM;
		const curve = source.kind === 'pump' ? atSpeed(source.curve, source.speed) : undefined;
		this.pump = curve && pumpLaw(curve);
		this.reservoirM = source.waterLevelM + (curve?.shutOffHeadM ?? 0);
	}

	start(heads: Float64Array): void {
		this.heads = heads;
		heads[this.graph.unknowns] = this.fixedM;
		this.evaluate(heads);
	}

	/** One linear solve with every element replaced by its chord at a likely flow. */
	firstGuess(): Float64Array {
		const { graph, diagonal, values, out } = this;
		const heads = new Float64Array(this.size);
		diagonal.fill(0);
		values.fill(0);
		out.fill(0);
		const add = (slot: number, g: number, headM: number) => {
			if (slot >= graph.unknowns) return;
			diagonal[slot]! += g;
			out[slot]! += g * headM;
		};
		for (const { a, b, edge, law } of graph.links) {
			const q = law.flowAtSpeed(0.2);
			const g = q / Math.max(law.headAt(q), 1e-9);
			if (edge >= 0) {
				diagonal[a]! += g;
				diagonal[b]! += g;
				values[edge]! -= g;
			} else add(a === graph.unknowns ? b : a, g, this.fixedM);
		}
		for (const { slot, law, atM } of graph.outlets) {
			const head = Math.max(this.reservoirM - atM, 0.05) / 2;
			if (this.reservoirM > atM) add(slot, law.flow(head) / head, atM);
		}
		if (this.pump) {
			const half = Math.max(this.reservoirM - this.fixedM, 1e-6) / 2;
			add(graph.sourceSlot, this.pump.flow(half) / half, this.reservoirM);
		}
		graph.matrix.factorise(diagonal, values);
		graph.matrix.solve(out, heads);
		return heads;
	}

	/** Flows at these heads, what each node is short of, and the slopes for the next step. */
	private evaluate(heads: Float64Array): void {
		const { graph, diagonal, values, out, linkFlow, outletFlow } = this;
		const n = graph.unknowns;
		diagonal.fill(0);
		values.fill(0);
		out.fill(0);
		for (let i = 0; i < graph.links.length; i++) {
			const { a, b, edge, law } = graph.links[i]!;
			const q = law.flow(heads[a]! - heads[b]!);
			const slope = law.slope;
			linkFlow[i] = q;
			out[a]! += q;
			out[b]! -= q;
			diagonal[a]! += slope;
			diagonal[b]! += slope;
			if (edge >= 0) values[edge]! -= slope;
		}
		for (let i = 0; i < graph.outlets.length; i++) {
			const { slot, law, atM } = graph.outlets[i]!;
			const q = law.flow(heads[slot]! - atM);
			outletFlow[i] = q;
			out[slot]! += q;
			diagonal[slot]! += law.slope;
		}
		if (this.pump) {
			const slot = graph.sourceSlot;
			this.sourceFlow = this.pump.flow(this.reservoirM - heads[slot]!);
			out[slot]! -= this.sourceFlow;
			diagonal[slot]! += this.pump.slope;
		} else this.sourceFlow = out[n]!;
		let total = 0;
		for (let i = 0; i < n; i++) total += Math.abs(out[i]!);
		this.imbalance = total;
	}

	newtonStep(): void {
		const { graph, out, step } = this;
		for (let i = 0; i < graph.unknowns; i++) out[i] = -out[i]!;
		graph.matrix.factorise(this.diagonal, this.values);
		graph.matrix.solve(out, step);
		step[graph.unknowns] = 0;
	}

	/**
	 * Goes along the Newton step until the potential's slope there has at least halved in size: the whole
	 * step where that does it, else a point found by a bracketed secant. The potential is convex, so the
	 * slope rises along the step and such a point exists.
	 */
	search(): void {
		const { graph, heads, step, trial, out } = this;
		let initial = 0;
		for (let i = 0; i < graph.unknowns; i++) initial -= out[i]! * step[i]!;
		const slopeAt = (t: number): number => {
			for (let i = 0; i < trial.length; i++) trial[i] = heads[i]! + t * step[i]!;
			this.evaluate(trial);
			let slope = 0;
			for (let i = 0; i < graph.unknowns; i++) slope += out[i]! * step[i]!;
			return slope;
		};
		let low = 0;
		let high = 1;
		let slopeLow = initial;
		let slope = slopeAt(1);
		let slopeHigh = slope;
		for (let tries = 0; slope > -initial / 2 && tries < 40; tries++) {
			const secant = low + ((high - low) * -slopeLow) / (slopeHigh - slopeLow);
			// a secant that hugs one end is no progress: stay a tenth away from both
			const t = Math.min(high - (high - low) / 10, Math.max(low + (high - low) / 10, secant));
			slope = slopeAt(t);
			if (slope > 0) {
				high = t;
				slopeHigh = slope;
				continue;
			}
			low = t;
			slopeLow = slope;
			if (slope >= initial / 2) break;
		}
		heads.set(trial);
	}
}
