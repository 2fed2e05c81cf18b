import { valveId, type Operation } from '../design';
import {
	buildGraph,
	isLike,
	withElements,
	reportOf,
	solutionOf,
	solveGraph,
	solveOutlets,
	uniformityOf,
	type Graph,
	type NetworkInput,
	type NetworkResult,
	type Solution,
	type Uniformity
} from '../hydraulics';
import { SOURCE_NODE, type Structure } from '../layout';
import { pick, type Shelf } from '../shelf';
import { structure } from './layout';
import { buildNetwork, outletOf } from './helpers/network-input';
import { passedDown } from './helpers/passing';
import { sharesAt } from './helpers/rim';
import { source, sourceKind } from './source';
import { stage } from './stage';

/** The feed lines as a graph, ready to be solved at any level, dial or curve. */
export const graph = stage(
	'graph',
	{ record: ['waterC'], shelf: ['emitters'], parameters: ['fittings'] },
	{ layout: structure, sourceKind },
	({ record, layout, shelf, sourceKind: kind, parameters }, before: Graph | undefined) =>
		buildGraph(
			buildNetwork(record, layout, shelf, parameters.fittings),
			{ kind, nodeId: SOURCE_NODE },
			before
		)
);

interface Balanced extends Solution {
	graph: Graph;
}

/** Heads and flows in balance at the water level as it stands, started from a like model's heads if there are any. */
export const balance = stage(
	'balance',
	{},
	{ graph, source },
	({ graph, source }, before: Balanced | undefined): Balanced => {
		const near = before && isLike(before.graph, graph) ? before : undefined;
		const warm = near && { heads: near.heads.slice() };
		return { ...solutionOf(graph, source, warm), graph };
	}
);

export interface Flows {
	/** L/h by outlet node id, and by site id. */
	outletLph: Map<string, number>;
	/** What the outlets of a container, or of a stand, give together. */
	containerLph: Map<string, number>;
	standLph: Map<string, number>;
	/** What a site is given by outlets of its own. */
	siteLph: Map<string, number>;
	/** What comes past it once those above it have enough. */
	arrivesLph: Map<string, number>;
}

/** What every outlet gives and every site gets; all of one container or stand under its id. */
export const flows = stage(
	'flows',
	{},
	{ graph, layout: structure, balance },
	({ graph, layout, balance }): Flows => {
		// an outlet cut off from the source gives nothing
		const outletLph = new Map(layout.outlets.map(({ nodeId }) => [nodeId, 0]));
		graph.outlets.forEach(({ node }, i) =>
			outletLph.set(graph.input.nodes[node]!.id, balance.outletFlow[i]!)
		);
		const siteLph = new Map(layout.sites.map((site) => [site.id, 0]));
		const [containerLph, standLph] = [new Map<string, number>(), new Map<string, number>()];
		for (const outlet of layout.outlets) {
			const flowLph = outletLph.get(outlet.nodeId) ?? 0;
			add(containerLph, outlet.containerId, flowLph);
			add(standLph, outlet.standId, flowLph);
			for (const [siteId, share] of sharesAt(outlet, flowLph))
				add(siteLph, siteId, share * flowLph);
		}
		return {
			...{ outletLph, containerLph, standLph, siteLph },
			arrivesLph: passedDown(layout, siteLph)
		};
	}
);

const add = (to: Map<string, number>, id: string, lph: number): void =>
	void to.set(id, (to.get(id) ?? 0) + lph);

export interface WaterPath extends Flows {
	input: NetworkInput;
	result: NetworkResult;
	waterLevelM: number;
}

/** Flow and head everywhere: the report of the balance. */
export const waterPath = stage(
	'water path',
	{},
	{ graph, balance, flows },
	({ graph, balance, flows }): WaterPath => {
		const { source } = balance;
		const input = { ...graph.input, source };
		const result = reportOf(graph, balance);
		return { ...flows, input, result, waterLevelM: source.waterLevelM };
	}
);

/** Outlets on shut rows are meant to be dry. */
export function openOutlets({
	operation,
	layout
}: {
	operation: Pick<Operation, 'shutValves'>;
	layout: Structure;
}) {
	const shut = new Set(operation.shutValves);
	if (shut.size === 0) return layout.outlets;
	const row = new Map(layout.containers.map((c) => [c.id, valveId(c.standId, c.row)]));
	return layout.outlets.filter((e) => !shut.has(row.get(e.containerId) ?? ''));
}

/**
 * What the lines ask for at each flow: the head a source at the pump's node must give over the water, m.
 * Points for a chart, from rest to past the operating point.
 */
export function systemCurve(
	given: { path: WaterPath; layout: Structure; graph: Graph },
	points = 11
): { flowLph: number; headM: number }[] {
	const { result, waterLevelM } = given.path;
	const highest = Math.max(...given.layout.outlets.map((e) => e.zM)) - waterLevelM;
	const lowestOutlet = Math.min(...given.layout.outlets.map((e) => e.zM)) - waterLevelM;
	const top = Math.max(result.source.headM * 1.35, highest + 0.6);
	const at = (headM: number) => ({
		kind: 'tank' as const,
		nodeId: SOURCE_NODE,
		waterLevelM: waterLevelM + headM
	});
	const graph = buildGraph(given.graph.input, at(top));
	return Array.from({ length: points }, (_, i) => {
		const headM = lowestOutlet + ((top - lowestOutlet) * i) / (points - 1);
		return { flowLph: solveGraph(graph, at(headM)).source.flowLph, headM };
	});
}

interface Edit {
	/** Runs of another inner diameter. */
	runs?: ReadonlySet<string>;
	innerDiameterMm?: number;
	/** Nodes with another emitter. */
	outlets?: ReadonlySet<string>;
	emitterId?: string;
}

/**
 * How even the flow would be among some outlets, by their nodes, with other tubes or emitters on the same
 * lines, without laying them out anew.
 */
export function variationWith(
	given: { graph: Graph; balance: Solution; shelf: Pick<Shelf, 'emitters'> },
	edit: Edit,
	among: readonly string[]
): Uniformity {
	const { graph, balance, shelf } = given;
	const emitter = edit.emitterId ? pick(shelf.emitters, edit.emitterId) : null;
	const changed = withElements(graph, {
		bore: ({ id }) => (edit.runs?.has(id) ? edit.innerDiameterMm : undefined),
		outlet: ({ id, elevationM }) =>
			emitter && edit.outlets?.has(id) ? outletOf(emitter, elevationM) : undefined
	});
	const { flowLph } = solveOutlets(changed, balance.source, { heads: balance.heads.slice() });
	// one that is cut off gives nothing
	const flowAt = new Map(
		changed.outlets.map(({ node }, i) => [changed.input.nodes[node]!.id, flowLph[i]!])
	);
	return uniformityOf(among.map((id) => flowAt.get(id) ?? 0));
}
