import { z } from 'zod';
import { NoSolution, quantity, rootOf } from '../quantity';

export const drainInput = z.strictObject({
	flowLph: quantity('flow', 'flow', { min: 0, max: 1e9 }),
	innerDiameterMm: quantity('inner diameter', 'size', { min: 1, max: 200 }),
	fallPercent: quantity('fall', 'percent', { above: 0, max: 1e6 }),
	manningN: quantity("Manning's n", 'ratio', { above: 0, max: 1e6 }).default(0.01)
});
export const drainOutput = z.strictObject({
	fullCapacityLph: z.number(),
	maxCapacityLph: z.number(),
	halfCapacityLph: z.number(),
	depthRatio: z.number(),
	velocityMS: z.number()
});
export type Drain = z.infer<typeof drainOutput>;

/** The wetted angle at which a round pipe carries most: the root of 3θ − 5θ·cosθ + 2·sinθ, y/D = 0.938. */
const THETA_MOST = rootOf((t) => 3 * t - 5 * t * Math.cos(t) + 2 * Math.sin(t), 6.2, 4);

/**
 * A gravity return flowing part full, by Manning with θ = 2·acos(1 − 2y/D).
 *
 * `depthRatio` is the lower of the two depths that carry the flow. A return should stay under half full.
 *
 * @throws NoSolution when no depth carries the flow; the message names the pipe or fall that would
 * @example drain({ flowLph: 260, innerDiameterMm: 40, fallPercent: 1.5, manningN: 0.01 }).depthRatio // 0.215
 */
export function drain(input: z.input<typeof drainInput>): Drain {
	const { flowLph, innerDiameterMm, fallPercent, manningN = 0.01 } = input;
	const d = innerDiameterMm / 1000;
	const root = Math.sqrt(fallPercent / 100) / manningN;
	// θ − sin θ cancels for a trickle; its series does not
	const segment = (t: number) => (t < 1e-3 ? (t ** 3 / 6) * (1 - (t * t) / 20) : t - Math.sin(t));
	const area = (t: number) => (d * d * segment(t)) / 8;
	const flow = (t: number) => {
		if (t <= 0) return 0;
		const a = area(t);
		return 3.6e6 * root * a * (a / ((d * t) / 2)) ** (2 / 3);
	};
	const most = flow(THETA_MOST);
	if (flowLph > most * (1 + 1e-12)) throw new NoSolution(tooMuch(input, most));
	const theta = flowLph === 0 ? 0 : rootOf((t) => flow(t) - flowLph, 0, THETA_MOST);
	return {
		fullCapacityLph: flow(2 * Math.PI),
		maxCapacityLph: most,
		halfCapacityLph: flow(Math.PI),
		depthRatio: (1 - Math.cos(theta / 2)) / 2,
		velocityMS: area(theta) > 0 ? flowLph / 3.6e6 / area(theta) : 0
	};
}

/** Capacity grows with D^(8/3) and with √fall. */
export const diameterForFlow = (flow: number, capacity: number, innerDiameterMm: number): number =>
	innerDiameterMm * (flow / capacity) ** (3 / 8);

function tooMuch(
	{ flowLph, innerDiameterMm, fallPercent }: z.input<typeof drainInput>,
	most: number
): string {
	const wider = Math.ceil(diameterForFlow(flowLph, most, innerDiameterMm));
	const steeper = Math.ceil(fallPercent * (flowLph / most) ** 2 * 100) / 100;
	return (
		`A ${innerDiameterMm} mm return falling ${fallPercent} % carries at most ${Math.floor(most)} L/h, not ${Number(flowLph.toPrecision(4))}. ` +
		`An inner diameter of ${wider} mm would carry it, or a fall of ${steeper} %.`
	);
}
