import type { NetworkInput, NetworkLink, NetworkNode, Outlet, Source } from './network-schema';
import { DEFAULT_ROUGHNESS_MM } from './friction';
import { fluid } from './fluid';
import { bores, outletAtM, outletLaw, PipeLaw, type Law } from './laws';
import { neighbours, SparseLdl } from './sparse';

/** Tubes, outlets and their water, whatever drives it. */
export type Lines = Pick<NetworkInput, 'temperatureC' | 'nodes' | 'links'>;

/** What the pattern of a network takes from its source: where it is, and whether its head is known. */
export type Driver = Pick<Source, 'kind' | 'nodeId'>;

/**
 * A network ready to be solved at any water level, dial or curve: what is merged, what is cut off and the
 * sparse pattern do not depend on those. Unknowns are the heads of the merged nodes the source reaches;
 * a gravity source's own node is known and stands after the unknowns.
 */
export interface Graph {
	input: Lines;
	/** Places of the nodes at both ends of each input link, one after the other. */
	ends: Int32Array;
	/** Place of the source's node among those of the input. */
	sourceNode: number;
	/** Unknown (or, for `unknowns`, the fixed node) of each input node; −1 where it is cut off. */
	slotOfNode: Int32Array;
	unknowns: number;
	sourceSlot: number;
	/** Links that carry: open, reached, not merged away. */
	links: { index: number; a: number; b: number; edge: number; law: PipeLaw }[];
	outlets: { node: number; slot: number; law: Law; atM: number }[];
	/** Unknowns at both ends of each edge of the matrix. */
	edges: { from: Int32Array; to: Int32Array };
	/** The pattern and its order of elimination: the same one for networks that differ in their figures alone. */
	matrix: SparseLdl;
	kinematicViscosity: number;
}

/**
 * The graph of a network: short links merged, what the source does not reach cut off, the rest numbered.
 *
 * @param input checked by its schema: every end is a node
 * @param driver its source
 * @param before a graph that may be of the same pattern, whose order of elimination is then its own
 */
export function buildGraph(input: Lines, driver: Driver, before?: Graph): Graph {
	const index = new Map(input.nodes.map((node, i) => [node.id, i]));
	const ends = endsOf(input, index);
	const group = mergeShortLinks(input, ends);
	const sourceNode = index.get(driver.nodeId)!;
	const numbered = numberReached(input, ends, sourceNode, group, driver.kind);
	const { slotOfNode, unknowns } = numbered;
	const nu = fluid({ temperatureC: input.temperatureC }).kinematicViscosityM2S;
	const boreOf = bores(nu);

	const links: Graph['links'] = [];
	const endA: number[] = [];
	const endB: number[] = [];
	input.links.forEach((link, i) => {
		const a = slotOfNode[ends[2 * i]!]!;
		const b = slotOfNode[ends[2 * i + 1]!]!;
		if (!link.open || a < 0 || b < 0 || a === b) return;
		let edge = -1;
		if (a < unknowns && b < unknowns) {
			edge = endA.push(a) - 1;
			endB.push(b);
		}
		links.push({ index: i, a, b, edge, law: pipeLawOf(link, boreOf) });
	});
	const edges = { from: Int32Array.from(endA), to: Int32Array.from(endB) };
	const known = before && isPattern(before, slotOfNode, edges) ? before : undefined;
	return {
		...{ input, ends, sourceNode, ...numbered, links },
		outlets: outletsOf(input, slotOfNode, boreOf),
		edges: known?.edges ?? edges,
		matrix: known?.matrix ?? new SparseLdl(unknowns, edges.from, edges.to),
		kinematicViscosity: nu
	};
}

const same = (a: Int32Array, b: Int32Array) =>
	a.length === b.length && a.every((value, i) => value === b[i]);

/** Whether nodes that are numbered and joined so are of this graph's pattern. */
const isPattern = (graph: Graph, slotOfNode: Int32Array, edges: Graph['edges']): boolean =>
	same(graph.slotOfNode, slotOfNode) &&
	same(graph.edges.from, edges.from) &&
	same(graph.edges.to, edges.to);

/** Whether heads of one are a beginning for the other: the same unknowns, joined alike. */
export const isLike = (a: Graph, b: Graph): boolean => a.matrix === b.matrix;

function endsOf({ links }: Lines, index: ReadonlyMap<string, number>): Int32Array {
	const ends = new Int32Array(2 * links.length);
	links.forEach((link, i) => {
		ends[2 * i] = index.get(link.from)!;
		ends[2 * i + 1] = index.get(link.to)!;
	});
	return ends;
}

function outletsOf({ nodes }: Lines, slotOfNode: Int32Array, boreOf: BoreOf): Graph['outlets'] {
	const outlets: Graph['outlets'] = [];
	const lawOf = outletLaws(boreOf);
	nodes.forEach(({ outlet, elevationM }, node) => {
		const slot = slotOfNode[node]!;
		if (!outlet || slot < 0) return;
		outlets.push({ node, slot, law: lawOf(outlet), atM: outletAtM(outlet, elevationM) });
	});
	return outlets;
}

type BoreOf = ReturnType<typeof bores>;
const pipeLawOf = (link: NetworkLink, boreOf: BoreOf, boreMm = link.innerDiameterMm) =>
	new PipeLaw(boreOf(boreMm / 1000, link.roughnessMm / 1000), link.lengthM, link.fittingsK);

/** The laws of outlets, one for each kind of emitter. */
function outletLaws(boreOf: BoreOf): (outlet: Outlet) => Law {
	const laws = new Map<Outlet, Law>();
	return (outlet) => {
		let law = laws.get(outlet);
		if (!law) laws.set(outlet, (law = outletLaw(outlet, boreOf, DEFAULT_ROUGHNESS_MM / 1000)));
		return law;
	};
}

/**
 * The same graph with other bores and outlets on the same nodes and links: what was merged, cut off and
 * ordered stays. `bore` (mm) and `outlet` say undefined where nothing changes. Its `input` stays the old one:
 * it is for flows, not for a report.
 */
export function withElements(
	graph: Graph,
	change: {
		bore: (link: NetworkLink) => number | undefined;
		outlet: (node: NetworkNode) => Outlet | undefined;
	}
): Graph {
	const { nodes, links } = graph.input;
	const boreOf = bores(graph.kinematicViscosity);
	const lawOf = outletLaws(boreOf);
	return {
		...graph,
		links: graph.links.map((link) => {
			const boreMm = change.bore(links[link.index]!);
			return boreMm === undefined
				? link
				: { ...link, law: pipeLawOf(links[link.index]!, boreOf, boreMm) };
		}),
		outlets: graph.outlets.map((at) => {
			const { elevationM } = nodes[at.node]!;
			const outlet = change.outlet(nodes[at.node]!);
			return outlet ? { ...at, law: lawOf(outlet), atM: outletAtM(outlet, elevationM) } : at;
		})
	};
}

/** An open link without length or fittings: its ends are one point. */
export const losesNothing = ({ open, lengthM, fittingsK }: NetworkLink): boolean =>
	open && lengthM === 0 && fittingsK === 0;

/** Open links without length or fittings lose nothing: their ends are one point (union–find). */
function mergeShortLinks(input: Lines, ends: Int32Array): (i: number) => number {
	const up = Int32Array.from(input.nodes, (_, i) => i);
	const find = (i: number): number => {
		let root = i;
		while (up[root] !== root) root = up[root] = up[up[root]!]!;
		return root;
	};
	input.links.forEach((link, i) => {
		if (losesNothing(link)) up[find(ends[2 * i]!)] = find(ends[2 * i + 1]!);
	});
	return find;
}

function numberReached(
	input: Lines,
	ends: Int32Array,
	sourceNode: number,
	group: (i: number) => number,
	kind: Driver['kind']
): Pick<Graph, 'slotOfNode' | 'unknowns' | 'sourceSlot'> {
	const n = input.nodes.length;
	const joined: number[] = [];
	input.links.forEach((link, i) => {
		if (link.open) joined.push(group(ends[2 * i]!), group(ends[2 * i + 1]!));
	});
	const { start, neighbour } = neighbours(n, joined);
	const source = group(sourceNode);
	const slotOfGroup = new Int32Array(n).fill(-1);
	const reached = [source];
	slotOfGroup[source] = 0;
	for (let i = 0; i < reached.length; i++)
		for (let p = start[reached[i]!]!; p < start[reached[i]! + 1]!; p++) {
			const there = neighbour[p]!;
			if (slotOfGroup[there] === -1) slotOfGroup[there] = reached.push(there) - 1;
		}
	const fixed = kind === 'tank';
	const unknowns = fixed ? reached.length - 1 : reached.length;
	// A gravity source is known: move it behind the unknowns.
	if (fixed)
		for (const g of reached) slotOfGroup[g] = g === source ? unknowns : slotOfGroup[g]! - 1;
	const slotOfNode = new Int32Array(n);
	for (let i = 0; i < n; i++) slotOfNode[i] = slotOfGroup[group(i)]!;
	return { slotOfNode, unknowns, sourceSlot: slotOfGroup[source]! };
}
