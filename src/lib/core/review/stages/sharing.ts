import { spread, type Spread, type SpreadInput } from '../../hydraulics';
import type { Emission, Rim } from '../../layout';
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
export function sharesAt({ rim, shares }: Emission, flowLph: number): Record<string, number> {
	if (!rim || rim.tiltMmPerM === 0 || flowLph <= 0) return shares;
	const { sectors } = spread(spreadInputOf(rim, flowLph));
	return Object.fromEntries(
		rim.lines.flatMap((line, k) =>
			line.map((id): [string, number] => [id, (rim.catchShare * sectors[k]!.flowLph) / flowLph])
		)
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
				leastFlowLph: leastFlow(rim, flowLph),
				mostTiltMmPerM: mostTilt(rim, flowLph)
			}
		];
	});
}

const wet = (rim: Rim, flowLph: number, tilt: number): boolean =>
	flowLph > 0 && spread(spreadInputOf(rim, flowLph, tilt)).dry === 0;

function mostTilt(rim: Rim, flowLph: number): number {
	if (flowLph <= 0) return 0;
	if (wet(rim, flowLph, STEEPEST)) return STEEPEST;
	let [low, high] = [0, STEEPEST];
	for (let step = 0; step < 24; step++) {
		const tilt = (low + high) / 2;
		if (wet(rim, flowLph, tilt)) low = tilt;
		else high = tilt;
	}
	return low;
}

function leastFlow(rim: Rim, flowLph: number): number {
	if (rim.tiltMmPerM === 0) return 0;
	let [low, high] = [0, Math.max(1, flowLph)];
	while (!wet(rim, high, rim.tiltMmPerM) && high < 1e6) high *= 2;
	for (let step = 0; step < 30; step++) {
		const q = (low + high) / 2;
		if (wet(rim, q, rim.tiltMmPerM)) high = q;
		else low = q;
	}
	return high;
}
