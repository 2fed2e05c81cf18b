import type { NetworkInput, Source } from '../network/types';
import { NoSolution } from '../quantity';
import { pumpLaw, type Law } from './laws';
import { buildGraph, type Graph } from './network-graph';
import type { NetworkResult } from './network-schema';
import { atSpeed, headAt } from './pump';
import { uniformityOf } from './uniformity';

/** All nodes together may be out of balance by this much. The solver aims far below it. */
const ACCEPT_LPH = 0.01;
const AIM_LPH = 1e-6;
/** … or at this share of the flow, where rounding in a large network allows no better. */
const AIM_SHARE = 1e-10;
/** Far more than any network has needed; a guard against running for ever, not a design figure. */
const GUARD = 400;

/** Heads of an earlier solve of the same graph, to start the next from. */
export interface Warm {
	heads: Float64Array;
}

/**
 * Flow and head everywhere in a network of pipes and outlets on one pump or gravity tank.
 *
 * Unknown are the heads. Every element's flow never falls with its head difference, so the sum of
 * imbalances is the gradient of a convex potential; Newton's method with a line search on its slope and a
 * sparse LDLᵀ finds the one minimum from anywhere: rings, shut links, dry outlets and starved pumps alike.
 * The pump counts as a lossy way out of a reservoir at its shut-off head.
 *
 * @throws NoSolution when the balance cannot be met within 0.01 L/h (with the figure reached)
 */
export const solveNetwork = (input: NetworkInput): NetworkResult =>
	solveGraph(buildGraph(input), input.source);

/** Solves a prepared graph for a source at another level, dial or curve. */
export function solveGraph(graph: Graph, source: Source, warm?: Warm): NetworkResult {
	const { state, iterations } = settle(graph, source, warm);
	return report(graph, source, state, iterations);
}

/** Flow, L/h, and head left over the outlet, m (below zero where dry), in the order of `graph.outlets`. */
export interface OutletState {
	flowLph: Float64Array;
	leftM: Float64Array;
}

/** As solveGraph, for trials by the dozen: the outlets alone, no report. */
export function solveOutlets(graph: Graph, source: Source, warm?: Warm): OutletState {
	const { state } = settle(graph, source, warm);
	const leftM = Float64Array.from(graph.outlets, ({ slot, atM }) => state.heads[slot]! - atM);
	return { flowLph: state.outletFlow, leftM };
}

function settle(graph: Graph, source: Source, warm?: Warm) {
	const state = new Balance(graph, source);
	const heads = warm?.heads.length === state.size ? warm.heads : state.firstGuess();
	state.start(heads);
	const iterations = descend(state);
	if (warm) warm.heads = heads;
	return { state, iterations };
}

/** Damped Newton; returns the number of linear solves. */
function descend(state: Balance): number {
	let stalled = 0;
	let best = Infinity;
	for (let iteration = 1; iteration <= GUARD; iteration++) {
		if (state.imbalance <= AIM_LPH + AIM_SHARE * Math.abs(state.sourceFlow)) return iteration - 1;
		state.newtonStep();
		state.search();
		// Rounding is reached when steps no longer help although the balance is already good.
		const better = state.imbalance < best / 2;
		stalled = better ? 0 : stalled + 1;
		if (better) best = state.imbalance;
		if (state.imbalance <= ACCEPT_LPH / 10 && stalled >= 3) return iteration;
	}
	if (state.imbalance <= ACCEPT_LPH) return GUARD;
	throw new NoSolution(
		`The water path did not settle: after ${GUARD} steps flows are still out of balance by ${state.imbalance.toPrecision(3)} L/h.`
	);
}

/** Heads, flows and the imbalance at every unknown; holds the arrays the iteration works in. */
class Balance {
	readonly size: number;
	heads: Float64Array = new Float64Array(0);
	imbalance = Infinity;
	sourceFlow = 0;
	readonly linkFlow: Float64Array;
	readonly outletFlow: Float64Array;
	private readonly pump: Law | undefined;
	private readonly reservoirM: number;
	private readonly fixedM: number;
	private readonly out: Float64Array;
	private readonly diagonal: Float64Array;
	private readonly values: Float64Array;
	private readonly step: Float64Array;
	private readonly trial: Float64Array;

	constructor(
		private readonly graph: Graph,
		source: Source
	) {
		const n = graph.unknowns;
		this.size = n + 1;
		this.fixedM = source.waterLevelM;
		const curve = source.kind === 'pump' ? atSpeed(source.curve, source.speed) : undefined;
		this.pump = curve && pumpLaw(curve);
		this.reservoirM = source.waterLevelM + (curve?.shutOffHeadM ?? 0);
		this.linkFlow = new Float64Array(graph.links.length);
		this.outletFlow = new Float64Array(graph.outlets.length);
		this.out = new Float64Array(n + 1);
		this.diagonal = new Float64Array(n + 1);
		this.values = new Float64Array(graph.edges);
		this.step = new Float64Array(n + 1);
		this.trial = new Float64Array(n + 1);
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

function report(graph: Graph, source: Source, state: Balance, iterations: number): NetworkResult {
	const { input, slotOfNode, kinematicViscosity } = graph;
	const { heads } = state;
	const outletFlow = new Float64Array(input.nodes.length);
	graph.outlets.forEach(({ node }, i) => (outletFlow[node] = state.outletFlow[i]!));
	let lowestPressureM = Infinity;
	const nodes = input.nodes.map((node, i) => {
		const slot = slotOfNode[i]!;
		const headM = slot < 0 ? node.elevationM : heads[slot]!;
		const pressureM = headM - node.elevationM;
		if (slot >= 0) lowestPressureM = Math.min(lowestPressureM, pressureM);
		return { id: node.id, headM, pressureM, outletFlowLph: outletFlow[i]! };
	});
	const still = { flowLph: 0, velocityMS: 0, reynolds: 0, lossM: 0 };
	const links = input.links.map((link) => ({ id: link.id, ...still }));
	graph.links.forEach(({ index, a, b }, i) => {
		const d = input.links[index]!.innerDiameterMm / 1000;
		const flowLph = state.linkFlow[i]!;
		const velocityMS = Math.abs(flowLph) / 3.6e6 / ((Math.PI / 4) * d * d);
		const reynolds = (velocityMS * d) / kinematicViscosity;
		const lossM = Math.abs(heads[a]! - heads[b]!);
		links[index] = { id: links[index]!.id, flowLph, velocityMS, reynolds, lossM };
	});
	shareMergedFlows(graph, links, outletFlow, state.sourceFlow);
	const headM =
		source.kind === 'pump'
			? Math.min(
					heads[graph.sourceSlot]! - source.waterLevelM,
					headAt(atSpeed(source.curve, source.speed), 0)
				)
			: 0;
	const flows = input.nodes.flatMap((node, i) => (node.outlet ? [outletFlow[i]!] : []));
	return {
		source: { flowLph: Math.max(0, state.sourceFlow), headM },
		nodes,
		links,
		uniformity: uniformityOf(flows),
		iterations,
		imbalanceLph: state.imbalance,
		lowestPressureM
	};
}

type LinkResult = NetworkResult['links'][number];

/**
 * Links merged away lose nothing but still carry water. Where they form a tree their flows follow from the
 * balance of their ends; leaves are taken off one by one. (Round a ring without loss the split is
 * undetermined, and the links closing it stay at 0.)
 */
function shareMergedFlows(
	graph: Graph,
	links: LinkResult[],
	outletFlow: Float64Array,
	sourceFlow: number
): void {
	const { input, slotOfNode } = graph;
	const index = new Map(input.nodes.map((node, i) => [node.id, i]));
	const merged = input.links.flatMap((link, i) => {
		const [a, b] = [index.get(link.from)!, index.get(link.to)!];
		const carries = link.open && link.lengthM === 0 && link.fittingsK === 0 && slotOfNode[a]! >= 0;
		return carries ? [{ i, a, b }] : [];
	});
	if (merged.length === 0) return;
	// What each node must still receive over merged links.
	const need = outletFlow.slice();
	need[index.get(input.source.nodeId)!]! -= sourceFlow;
	input.links.forEach((link, i) => {
		need[index.get(link.from)!]! += links[i]!.flowLph;
		need[index.get(link.to)!]! -= links[i]!.flowLph;
	});
	const around = new Map<number, Set<number>>();
	const tree: typeof merged = [];
	const root = new Map<number, number>();
	const find = (i: number): number => {
		const up = root.get(i);
		return up === undefined || up === i ? i : find(up);
	};
	for (const link of merged) {
		if (find(link.a) === find(link.b)) continue;
		root.set(find(link.a), find(link.b));
		const at = tree.push(link) - 1;
		for (const end of [link.a, link.b]) around.set(end, (around.get(end) ?? new Set()).add(at));
	}
	const leaves = [...around.keys()].filter((node) => around.get(node)!.size === 1);
	for (let leaf = leaves.pop(); leaf !== undefined; leaf = leaves.pop()) {
		const [at] = around.get(leaf)!;
		if (at === undefined) continue;
		const { i, a, b } = tree[at]!;
		const other = a === leaf ? b : a;
		const flowLph = (leaf === b ? 1 : -1) * need[leaf]!;
		need[other]! += need[leaf]!;
		around.get(leaf)!.delete(at);
		around.get(other)!.delete(at);
		if (around.get(other)!.size === 1) leaves.push(other);
		const d = input.links[i]!.innerDiameterMm / 1000;
		const velocityMS = Math.abs(flowLph) / 3.6e6 / ((Math.PI / 4) * d * d);
		const reynolds = (velocityMS * d) / graph.kinematicViscosity;
		links[i] = { id: links[i]!.id, flowLph, velocityMS, reynolds, lossM: 0 };
	}
}
