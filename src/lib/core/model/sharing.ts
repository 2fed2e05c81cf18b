import {
	leastWetFlowLph,
	mostWetTiltMmPerM,
	spread,
	type Spread,
	type SpreadInput
} from '../hydraulics';
import type { LayoutOutlet, Rim } from '../layout';
import { structure } from './layout';
import { spreadInputOf } from './helpers/rim';
import { stage } from './stage';
import { flows } from './water-path';

export interface SharingState {
	outlet: LayoutOutlet;
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
export const sharing = stage('sharing', {}, { layout: structure, flows }, ({ layout, flows }) =>
	layout.outlets.flatMap((outlet): SharingState[] => {
		const { rim } = outlet;
		if (!rim || rim.lines.length === 0) return [];
		const flowLph = flows.outletLph.get(outlet.nodeId) ?? 0;
		const input = spreadInputOf(rim, flowLph);
		return [
			{
				outlet,
				rim,
				input,
				result: spread(input),
				leastFlowLph: leastWetFlowLph(input, rim.tiltMmPerM),
				mostTiltMmPerM: flowLph > 0 ? Math.min(STEEPEST, mostWetTiltMmPerM(input, flowLph)) : 0
			}
		];
	})
);
