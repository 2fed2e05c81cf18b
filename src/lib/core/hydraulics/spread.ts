import { z } from 'zod';
import { G, quantity } from '../quantity';

export const spreadInput = z.strictObject({
	flowLph: quantity('flow', 'flow', { min: 0, max: 1e6 }),
	rimDiameterMm: quantity('rim diameter', 'size', { min: 5, max: 1000 }),
	tiltMmPerM: quantity('lean', 'slope', { min: 0, max: 200 }),
	sectors: quantity('sectors', 'count', { min: 1, max: 72, whole: true }),
	coefficient: quantity('weir coefficient', 'ratio', { above: 0, max: 2 }).default(0.62)
});
export const spreadOutput = z.strictObject({
	meanDepthMm: z.number(),
	sectors: z.array(z.strictObject({ angleDeg: z.number(), flowLph: z.number() })),
	dry: z.number(),
	driestPercent: z.number()
});
export type SpreadInput = z.input<typeof spreadInput>;
export type Spread = z.infer<typeof spreadOutput>;

const LPH_PER_M3S = 3.6e6;

/**
 * How a spreader's rim shares the water round a tower: each sector of the rim is a weir, deeper on the low
 * side of a lean by half the diameter times the slope. Sector 0 is the lowest.
 *
 * Sharp-crested weir, q = 2/3·C·√(2g)·L·h^1.5 (Poleni), C = 0.62 unless given.
 *
 * @example spread({ flowLph: 170, rimDiameterMm: 110, tiltMmPerM: 10, sectors: 4 }).driestPercent // 55.8
 */
export function spread(input: SpreadInput): Spread {
	const { flowLph, rimDiameterMm, tiltMmPerM, sectors, coefficient = 0.62 } = input;
	const diameterM = rimDiameterMm / 1000;
	const weir = weirOf(rimDiameterMm, sectors, coefficient);
	const below = Array.from(
		{ length: sectors },
		(_, k) => (diameterM / 2) * (tiltMmPerM / 1000) * Math.cos((2 * Math.PI * k) / sectors)
	);
	const h0 = flowLph > 0 ? depthFor(flowLph, weir, below) : 0;
	const flows = below.map((b) => (flowLph > 0 ? weir * Math.max(0, h0 + b) ** 1.5 : 0));
	return {
		meanDepthMm: h0 * 1000,
		sectors: flows.map((q, k) => ({ angleDeg: (360 * k) / sectors, flowLph: q })),
		dry: flows.filter((q) => q === 0).length,
		driestPercent: flowLph > 0 ? (100 * Math.min(...flows) * sectors) / flowLph : 0
	};
}

/** What a sector passes at a depth of 1 m, L/h. */
const weirOf = (rimDiameterMm: number, sectors: number, coefficient: number): number =>
	((2 / 3) * coefficient * Math.sqrt(2 * G) * Math.PI * (rimDiameterMm / 1000) * LPH_PER_M3S) /
	sectors;

/**
 * Where the highest sector is just about to fall dry, the water stands as deep as that sector is high: the flow
 * then is this times the rim's own rise to the power of 1.5, L/h for m. With one sector none is ever higher.
 */
function edgeOf({ rimDiameterMm, sectors, coefficient = 0.62 }: Rim): number {
	const cosines = Array.from({ length: sectors }, (_, k) => Math.cos((2 * Math.PI * k) / sectors));
	const least = Math.min(...cosines);
	const sum = cosines.reduce((total, c) => total + (c - least) ** 1.5, 0);
	return weirOf(rimDiameterMm, sectors, coefficient) * sum;
}
type Rim = Pick<SpreadInput, 'rimDiameterMm' | 'sectors' | 'coefficient'>;

/** Least flow, L/h, over which every sector of a rim at a lean (mm/m) gets water. */
export const leastWetFlowLph = (rim: Rim, tiltMmPerM: number): number =>
	edgeOf(rim) * ((rim.rimDiameterMm / 2000) * (tiltMmPerM / 1000)) ** 1.5;

/** Greatest lean, mm/m, under which every sector of a rim at a flow (L/h) gets water; Infinity for one sector. */
export const mostWetTiltMmPerM = (rim: Rim, flowLph: number): number =>
	((flowLph / edgeOf(rim)) ** (2 / 3) / (rim.rimDiameterMm / 2000)) * 1000;

/** Depth at the middle, m, at which the sectors add up to the flow. Convex, so Newton from above descends. */
function depthFor(flowLph: number, weir: number, below: readonly number[]): number {
	let h = (flowLph / weir) ** (2 / 3) - Math.min(...below);
	for (let step = 0; step < 200; step++) {
		let total = 0;
		let slope = 0;
		for (const b of below) {
			const root = Math.sqrt(Math.max(0, h + b));
			total += weir * root ** 3;
			slope += 1.5 * weir * root;
		}
		const by = (total - flowLph) / slope;
		if (!(slope > 0) || Math.abs(by) <= 1e-15 * Math.max(1e-6, Math.abs(h))) break;
		h -= by;
	}
	return h;
}
