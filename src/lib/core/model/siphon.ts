import { buildGraph, DRY_LPH, solutionOf, type NetworkInput } from '../hydraulics';
import { SOURCE_NODE } from '../layout';
import { clamp } from '../quantity';
import { litresAt } from '../shelf';
import { structure } from './layout';
import { drainBackState } from './returns';
import { stage } from './stage';
import { tank } from './tank';
import { graph } from './water-path';

export interface SiphonState {
	/** The lines with the pump off and full of water: what still runs. */
	input: NetworkInput;
	flowLph: number;
	/** The highest water, and the outlet it runs on to, m over the floor of the place. */
	fromM: number;
	toM: number;
	litres: number;
	/** The main rises over the water, so that a hole there lets air in. */
	canBreak: boolean;
}

/** Lines that go on running when the pump has stopped, because an outlet hangs under the water; null: none does. */
export const siphon = stage(
	'siphon',
	{ design: ['source', 'lines'], parameters: ['fittings'] },
	{ layout: structure, graph, drainBackState, tank },
	({ design, parameters, layout, graph, drainBackState, tank }): SiphonState | null => {
		if (design.source.kind !== 'pump') return null;
		const fromM = drainBackState.highestM;
		const toM = Math.min(...layout.outlets.map(({ zM }) => zM));
		const { checkValveOpensM } = parameters.fittings;
		const held = design.lines.checkValve ? checkValveOpensM.value : 0;
		const topM = Math.max(...layout.nodes.map(({ zM }) => zM));
		const canBreak = topM > fromM;
		if (!(fromM - held > toM) || (design.lines.airHole && canBreak)) return null;
		const { nodes, links, temperatureC } = graph.input;
		const source = { kind: 'tank' as const, nodeId: SOURCE_NODE, waterLevelM: fromM - held };
		const input: NetworkInput = { temperatureC, nodes, links, source };
		const flowLph = solutionOf(buildGraph(input, source), source).outletFlow.reduce(
			(sum, each) => sum + each,
			0
		);
		if (flowLph < DRY_LPH) return null;
		const litresTo = (zM: number) =>
			litresAt(tank.input.shape, clamp((zM - layout.tank.floorM) * 1000, 0, tank.input.brimMm));
		const litres = litresTo(fromM) - litresTo(toM + held);
		return { input, flowLph, fromM, toM, litres, canBreak };
	}
);
