import {
	leastWetFlowLph,
	mostWetTiltMmPerM,
	spread,
	type Spread,
	type SpreadInput
} from '../../hydraulics';
import type { Emission, Rim, Shares } from '../../layout';
import type { Chain } from '../chain';

/** A tower's rim as the operation takes it, at a flow and a lean. */
export const spreadInputOf = (
	{ diameterMm, tiltMmPerM, lines }: Rim,
	flowLph: number,
	tilt = tiltMmPerM
): SpreadInput => ({
	flowLph: Math.max(0, flowLph),
	rimDiameterMm: diameterMm,
	tiltMmPerM: tilt,
	sectors: Math.max(1, lines.length),
	coefficient: 0.62
});

/** Share of an outlet's flow that wets each site; round a tower that leans it depends on the flow. */
export function sharesAt({ rim, shares }: Emission, flowLph: number): Shares {
	if (!rim || rim.tiltMmPerM === 0 || flowLph <= 0) return shares;
	const { sectors } = spread(spreadInputOf(rim, flowLph));
	return rim.lines.flatMap((line, k) =>
		line.map((id) => [id, (rim.catchShare * sectors[k]!.flowLph) / flowLph] as const)
	);
}

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
export function sharingOf(chain: Chain): SharingState[] {
	return chain.layout.emissions.flatMap((emission): SharingState[] => {
		const { rim } = emission;
		if (!rim || rim.lines.length === 0) return [];
		const flowLph = chain.flows.outletLph.get(emission.nodeId) ?? 0;
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
	});
}
