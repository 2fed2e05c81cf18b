import type { NetworkInput, Source } from './network-schema';
import { NoSolution } from '../quantity';
import { Balance } from './balance';
import { shareMergedFlows } from './merged-links';
import { buildGraph, type Graph } from './network-graph';
import type { NetworkResult } from './network-schema';
import { atSpeed, headAt } from './pump';
import { uniformityOf } from './uniformity';

/** All nodes together may be out of balance by this much. The solver aims far below it. */
const ACCEPT_LPH = 0.01;
const AIM_LPH = 1e-6;
/** … or at this share of the flow, where rounding in a large network allows no better. */
const AIM_SHARE = 1e-9;
/** Trials look for a level or a dial, not for a figure to show. */
const TRIAL_LPH = 1e-3;
const TRIAL_SHARE = 1e-6;
/** Far more than any network has needed; a guard against running for ever, not a design figure. */
const GUARD = 400;

/** Heads of an earlier solve of the same graph, to start the next from. */
export interface Warm {
	heads: Float64Array;
}

/** A network in balance: heads by slot, flows in the order of the graph's links and outlets, L/h and m. */
export interface Solution {
	source: Source;
	heads: Float64Array;
	linkFlow: Float64Array;
	outletFlow: Float64Array;
	sourceFlow: number;
	imbalance: number;
	iterations: number;
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
	solveGraph(buildGraph(input, input.source), input.source);

/** Solves a prepared graph for a source at another level, dial or curve. */
export const solveGraph = (graph: Graph, source: Source, warm?: Warm): NetworkResult =>
	reportOf(graph, solutionOf(graph, source, warm));

/** As solveGraph, without the report of every node and link: that can be had later, or not at all. */
export function solutionOf(graph: Graph, source: Source, warm?: Warm): Solution {
	const { state, iterations } = settle(graph, source, warm);
	const { heads, linkFlow, outletFlow, sourceFlow, imbalance } = state;
	return {
		source,
		heads: heads.slice(),
		linkFlow: linkFlow.slice(),
		outletFlow: outletFlow.slice(),
		sourceFlow,
		imbalance,
		iterations
	};
}

/** Flow, L/h, and head left over the outlet, m (below zero where dry), in the order of `graph.outlets`. */
export interface OutletState {
	flowLph: Float64Array;
	residualM: Float64Array;
}

/** As solveGraph, for trials by the dozen: the outlets alone, no report. */
export function solveOutlets(graph: Graph, source: Source, warm?: Warm): OutletState {
	const { state } = settle(graph, source, warm, TRIAL_LPH, TRIAL_SHARE);
	const residualM = Float64Array.from(graph.outlets, ({ slot, atM }) => state.heads[slot]! - atM);
	return { flowLph: state.outletFlow.slice(), residualM };
}

let networks = 0;
/** How many networks were solved since the program began, for those who count the work. */
export const networksSolved = (): number => networks;

/** One set of arrays a graph: what a solve leaves in them is read before the next begins. */
const scratch = new WeakMap<Graph, Balance>();

function settle(graph: Graph, source: Source, warm?: Warm, aimLph = AIM_LPH, aimShare = AIM_SHARE) {
	networks++;
	const state = scratch.get(graph) ?? new Balance(graph);
	scratch.set(graph, state);
	state.aim(source);
	const heads = warm?.heads.length === state.size ? warm.heads : state.firstGuess();
	state.start(heads);
	const iterations = descend(state, aimLph, aimShare);
	if (warm) warm.heads = heads;
	return { state, iterations };
}

/** Damped Newton; returns the number of linear solves. */
function descend(state: Balance, aimLph: number, aimShare: number): number {
	let stalled = 0;
	let best = Infinity;
	for (let iteration = 1; iteration <= GUARD; iteration++) {
		if (state.imbalance <= aimLph + aimShare * Math.abs(state.sourceFlow)) return iteration - 1;
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

/** Every link of the input; one that carries nothing, or is merged away, at rest. */
function linksOf(
	{ input, links, kinematicViscosity }: Graph,
	state: Solution
): NetworkResult['links'] {
	const told: NetworkResult['links'] = input.links.map(({ id }) => ({
		id,
		flowLph: 0,
		velocityMS: 0,
		reynolds: 0,
		lossM: 0
	}));
	links.forEach(({ index, a, b }, i) => {
		const d = input.links[index]!.innerDiameterMm / 1000;
		const flowLph = state.linkFlow[i]!;
		const velocityMS = Math.abs(flowLph) / 3.6e6 / ((Math.PI / 4) * d * d);
		const link = told[index]!;
		link.flowLph = flowLph;
		link.velocityMS = velocityMS;
		link.reynolds = (velocityMS * d) / kinematicViscosity;
		link.lossM = Math.abs(state.heads[a]! - state.heads[b]!);
	});
	return told;
}

/** Head, pressure, flow and loss at every node and link of a settled network. */
export function reportOf(graph: Graph, state: Solution): NetworkResult {
	const { input, slotOfNode } = graph;
	const { source, heads, iterations } = state;
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
	const links = linksOf(graph, state);
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
