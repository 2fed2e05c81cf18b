import { losesNothing, type Graph } from './network-graph';
import type { NetworkResult } from './network-schema';

type LinkResult = NetworkResult['links'][number];

/**
 * Links merged away lose nothing but still carry water. Where they form a tree their flows follow from the
 * balance of their ends; leaves are taken off one by one. (Round a ring without loss the split is
 * undetermined, and the links closing it stay at 0.)
 */
export function shareMergedFlows(
	graph: Graph,
	links: LinkResult[],
	outletFlow: Float64Array,
	sourceFlow: number
): void {
	const { input, ends, sourceNode } = graph;
	const merged = mergedIn(graph);
	if (merged.length === 0) return;
	// What each node must still receive over merged links.
	const need = outletFlow.slice();
	need[sourceNode]! -= sourceFlow;
	links.forEach(({ flowLph }, i) => {
		need[ends[2 * i]!]! += flowLph;
		need[ends[2 * i + 1]!]! -= flowLph;
	});
	const { tree, around } = treeOf(merged);
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

interface Merged {
	/** Its place among the links, and the nodes at its ends. */
	i: number;
	a: number;
	b: number;
}

function mergedIn({ input, ends, slotOfNode }: Graph): Merged[] {
	return input.links.flatMap((link, i): Merged[] => {
		const [a, b] = [ends[2 * i]!, ends[2 * i + 1]!];
		return losesNothing(link) && slotOfNode[a]! >= 0 ? [{ i, a, b }] : [];
	});
}

/** Those that form no ring, and which of them are at each node. */
function treeOf(merged: readonly Merged[]): { tree: Merged[]; around: Map<number, Set<number>> } {
	const around = new Map<number, Set<number>>();
	const tree: Merged[] = [];
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
	return { tree, around };
}
