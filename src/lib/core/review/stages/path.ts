import {
	buildGraph,
	pumpCurve,
	relaw,
	reportOf,
	settleGraph,
	solveGraph,
	solveOutlets,
	uniformityOf,
	type NetworkResult,
	type PumpCurve,
	type Settled,
	type Uniformity
} from '../../hydraulics';
import { brimMmOf, tankShapeOf } from '../../layout';
import { benchOf, valveId } from '../../design';
import { buildNetwork, outletOf, type NetworkInput, type Source } from '../../network';
import { heightAt, litresAt, pick } from '../../shelf';
import type { Chain } from '../chain';
import { sharesAt } from './sharing';

/** Height of the water's surface over the floor of the place, m, with so many litres in the tank. */
export function levelOf(chain: Chain, litres: number): number {
	const { design, shelf } = chain;
	const shape = tankShapeOf(design, shelf);
	const brim = brimMmOf(design, shelf);
	const mm = Math.min(brim, heightAt(shape, Math.min(litres, litresAt(shape, brim))));
	return (design.tank.floorMm + mm) / 1000;
}

export interface CurveOf {
	input: Parameters<typeof pumpCurve>[0];
	result: PumpCurve;
}

/** What a pump for a tank can be: readings beyond it are slips of the pen. */
const isPump = ({ shutOffHeadM, maxFlowLph }: PumpCurve): boolean =>
	shutOffHeadM >= 0.01 && shutOffHeadM <= 100 && maxFlowLph >= 1 && maxFlowLph <= 100_000;

export function curveOf({ design, record, shelf }: Chain): CurveOf | null {
	const { source } = design;
	if (source.kind !== 'pump') return null;
	const { maxHeadM, maxFlowLph } = pick(shelf.pumps, source.partId);
	const nameplate = { nameplate: { maxHeadM, maxFlowLph } };
	const bench = benchOf(design, record);
	if (!bench) return { input: nameplate, result: pumpCurve(nameplate) };
	try {
		const input = { bench };
		const result = pumpCurve(input);
		if (isPump(result)) return { input, result };
		return { input: nameplate, result: pumpCurve(nameplate) };
	} catch {
		// readings that make no curve: the nameplate stands in, and a finding says so
		return { input: nameplate, result: pumpCurve(nameplate) };
	}
}

export function sourceAt(chain: Chain, litres: number, dial?: number): Source {
	const { design, curve, operation } = chain;
	const waterLevelM = levelOf(chain, litres);
	if (!curve || design.source.kind !== 'pump') return { kind: 'tank', nodeId: 'pump', waterLevelM };
	const { shutOffHeadM, coefficient, exponent } = curve.result;
	return {
		kind: 'pump',
		nodeId: 'pump',
		waterLevelM,
		curve: { shutOffHeadM, coefficient, exponent },
		speed: dial ?? operation.dial
	};
}

export const graphOf = (chain: Chain) =>
	buildGraph(
		buildNetwork(chain.record, chain.layout, chain.shelf, sourceAt(chain, chain.record.nowL))
	);

/** The network in balance at the water level as it stands, started from a like chain's heads if there are any. */
export function balanceOf(chain: Chain, near: Settled | null): Settled {
	const warm = near ? { heads: near.heads.slice() } : undefined;
	return settleGraph(chain.graph, sourceAt(chain, chain.record.nowL), warm);
}

export interface Flows {
	/** L/h by outlet node id, and by site id. */
	outletLph: Map<string, number>;
	siteLph: Map<string, number>;
}

export function flowsOf({ graph, layout, balance }: Chain): Flows {
	// an outlet cut off from the source gives nothing
	const outletLph = new Map(layout.emissions.map(({ nodeId }) => [nodeId, 0]));
	graph.outlets.forEach(({ node }, i) =>
		outletLph.set(graph.input.nodes[node]!.id, balance.outletFlow[i]!)
	);
	const siteLph = new Map(layout.sites.map((site) => [site.id, 0]));
	for (const emission of layout.emissions) {
		const flowLph = outletLph.get(emission.nodeId) ?? 0;
		for (const [siteId, share] of sharesAt(emission, flowLph))
			siteLph.set(siteId, (siteLph.get(siteId) ?? 0) + share * flowLph);
	}
	return { outletLph, siteLph };
}

export interface WaterPath extends Flows {
	input: NetworkInput;
	result: NetworkResult;
	waterLevelM: number;
}

export function pathOf({ graph, balance, flows }: Chain): WaterPath {
	const { source } = balance;
	const input = { ...graph.input, source };
	const result = reportOf(graph, balance);
	return { ...flows, input, result, waterLevelM: source.waterLevelM };
}

/** Litres at which the pump begins to draw air: its own minimum depth in this tank. */
export function pumpMinimumL({ design, shelf }: Chain): number {
	const depth =
		design.source.kind === 'pump' ? pick(shelf.pumps, design.source.partId).minimumDepthMm : 20;
	const brim = brimMmOf(design, shelf);
	return litresAt(tankShapeOf(design, shelf), Math.min(depth, brim));
}

/** Outlets on shut rows are meant to be dry. */
export function openOutlets(chain: Chain) {
	const shut = new Set(chain.operation.shutValves);
	if (shut.size === 0) return chain.layout.emissions;
	const row = new Map(chain.layout.containers.map((c) => [c.id, valveId(c.standId, c.row)]));
	return chain.layout.emissions.filter((e) => !shut.has(row.get(e.containerId) ?? ''));
}

/**
 * What the lines ask for at each flow: the head a source at the pump's node must give over the water, m.
 * Points for a chart, from rest to past the operating point.
 */
export function systemCurve(chain: Chain, points = 11): { flowLph: number; headM: number }[] {
	const { result, waterLevelM } = chain.path;
	const highest = Math.max(...chain.layout.emissions.map((e) => e.zM)) - waterLevelM;
	const lowestOutlet = Math.min(...chain.layout.emissions.map((e) => e.zM)) - waterLevelM;
	const top = Math.max(result.source.headM * 1.35, highest + 0.6);
	const at = (headM: number): Source => ({
		kind: 'tank',
		nodeId: 'pump',
		waterLevelM: waterLevelM + headM
	});
	const { nodes, links, temperatureC } = chain.graph.input;
	const graph = buildGraph({ temperatureC, nodes, links, source: at(top) });
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

/** How even the flow would be with other tubes or emitters on the same lines, without laying them out anew. */
export function variationWith(chain: Chain, edit: Edit): Uniformity {
	const { graph, balance, layout, shelf } = chain;
	const emitter = edit.emitterId ? pick(shelf.emitters, edit.emitterId) : null;
	const changed = relaw(graph, {
		bore: ({ id }) => (edit.runs?.has(id) ? edit.innerDiameterMm : undefined),
		outlet: ({ id, elevationM }) =>
			emitter && edit.outlets?.has(id) ? outletOf(emitter, elevationM) : undefined
	});
	const { flowLph } = solveOutlets(changed, balance.source, { heads: balance.heads.slice() });
	const cutOff = layout.emissions.length - graph.outlets.length;
	return uniformityOf([...flowLph, ...new Array<number>(cutOff).fill(0)]);
}
