import {
	buildGraph,
	DRY_LPH,
	reportOf,
	solutionOf,
	type NetworkInput,
	type NetworkResult
} from '../hydraulics';
import { reserveShapeOf, type ReserveLayout } from '../layout';
import type { ParameterSet } from '../parameters';
import { pick, shapeHeightMm, tankLevel, type Emitter } from '../shelf';
import { structure } from './layout';
import { outletOf } from './helpers/network-input';
import { stage } from './stage';

export interface ReserveState {
	/** Full to the rim; of that what runs to the float, and what lies under outlet or float and never does, L. */
	fullL: number;
	usableL: number;
	deadL: number;
	/** One of its vessels. */
	level: { input: Parameters<typeof tankLevel>[0]; result: ReturnType<typeof tankLevel> };
	/** Hose and float valve while it is full, and when a tenth of what runs is left. */
	full: Trickle;
	low: Trickle;
	/** Of one vessel, full, kg. */
	vesselKg: number;
}

/** What comes through the hose at a height of the water. */
interface Trickle {
	flowLph: number;
	input: NetworkInput;
	/** null: the water is no higher than the float. */
	result: NetworkResult | null;
}

interface Hose {
	made: ReserveLayout;
	valve: Emitter;
	temperatureC: number;
	fittings: ParameterSet['fittings'];
}

/** The hose from a vessel filled to a height over its bottom, mm. */
function trickle({ made, valve, temperatureC, fittings }: Hose, mm: number): Trickle {
	const { hose, floatM, floorM, outletM } = made;
	const waterLevelM = floorM + mm / 1000;
	const source = { kind: 'tank' as const, nodeId: 'reserve', waterLevelM };
	const input: NetworkInput = {
		temperatureC,
		source,
		nodes: [
			{ id: 'reserve', elevationM: outletM },
			{ id: 'float', elevationM: floatM, outlet: outletOf(valve, floatM) }
		],
		links: [
			{
				id: 'hose',
				from: 'reserve',
				to: 'float',
				innerDiameterMm: hose.innerDiameterMm,
				lengthM: hose.lengthM,
				roughnessMm: fittings.roughnessMm.value,
				// its tap, and wherever it turns
				fittingsK: hose.fittings.reduce(
					(k, { like }) => k + fittings[like].value,
					fittings.valve.value
				),
				open: true
			}
		]
	};
	if (waterLevelM <= floatM) return { flowLph: 0, input, result: null };
	const graph = buildGraph(input, source);
	const result = reportOf(graph, solutionOf(graph, source));
	const flowLph = result.source.flowLph;
	return { flowLph: flowLph < DRY_LPH ? 0 : flowLph, input, result };
}

/** A reserve behind a float: what of it ever runs in, and how fast; null: there is none, or no float. */
export const reserve = stage(
	'reserve',
	{
		design: ['reserve'],
		record: ['waterC'],
		shelf: ['tanks', 'emitters'],
		parameters: ['fittings']
	},
	{ layout: structure },
	({ design, record, shelf, parameters, layout }): ReserveState | null => {
		const { reserve } = design;
		const made = layout.reserve;
		if (!reserve || !made) return null;
		const shape = reserveShapeOf(reserve, shelf);
		const rimMm = shapeHeightMm(shape);
		// water runs from its outlet on, and from over the float
		const endMm = Math.min(rimMm, Math.max(reserve.outletMm, (made.floatM - made.floorM) * 1000));
		const input = { shape, levelsMm: [Math.max(0, endMm)], litres: [] };
		const result = tankLevel(input);
		const [fullL, deadL] = [result.fullL * reserve.count, result.volumesL[0]! * reserve.count];
		const hose = {
			made,
			valve: pick(shelf.emitters, reserve.valveId),
			temperatureC: record.waterC,
			fittings: parameters.fittings
		};
		return {
			fullL,
			deadL,
			usableL: fullL - deadL,
			level: { input, result },
			full: trickle(hose, rimMm),
			low: trickle(hose, endMm + (rimMm - endMm) / 10),
			vesselKg: pick(shelf.tanks, reserve.partId).emptyKg + result.fullL
		};
	}
);
