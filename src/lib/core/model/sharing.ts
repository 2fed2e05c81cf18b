import {
	leastWetFlowLph,
	mostWetTiltMmPerM,
	spread,
	type Spread,
	type SpreadInput
} from '../hydraulics';
import type { Emission, Rim } from '../layout';
import { layout } from './layout';
import { spreadInputOf } from './rim';
import { stage } from './stage';
import { flows } from './water-path';

export interface SharingState {
	emission: Emission;
	rim: Rim;
	input: SpreadInput;
	result: Spread;
	/** Least flow, L/h, at which no line is dry at this lean. */
	leastFlowLph: number;
	/** Greatest lean, mm/m, at which no line is dry at this flow. */
	mostTiltMmPerM: number;
}

/** Steeper than this nothing is stood up. */
const STEEPEST = 200;

/** How each tower's rim shares its water at the flow it gets. */
export const sharing = stage('sharing', {}, { layout, flows }, ({ layout, flows }) =>
	layout.emissions.flatMap((emission): SharingState[] => {
		const { rim } = emission;
		if (!rim || rim.lines.length === 0) return [];
		const flowLph = flows.outletLph.get(emission.nodeId) ?? 0;
		const input = spreadInputOf(rim, flowLph);
		return [
			{
				emission,
				rim,
				input,
				result: spread(input),
				leastFlowLph: leastWetFlowLph(input, rim.tiltMmPerM),
				mostTiltMmPerM: flowLph > 0 ? Math.min(STEEPEST, mostWetTiltMmPerM(input, flowLph)) : 0
			}
		];
	})
);
