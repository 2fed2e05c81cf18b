import { z } from 'zod';
import { InvalidInput, quantity, rootOf } from '../quantity';
import { fluid } from './fluid';
import { DEFAULT_ROUGHNESS_MM } from './friction';
import { bores, PipeLaw } from './laws';

/** Smooth pipe, water of a room, and the way in and out of a vessel through its seals (common practice, 1 to 2). */
export const LINE_UNDER_WATER = {
	roughnessMm: DEFAULT_ROUGHNESS_MM,
	temperatureC: 20,
	fittingsK: 1.5
};

export const ringLevelInput = z.strictObject({
	innerDiameterMm: quantity('inner diameter', 'size', { min: 1, max: 200 }),
	/** Lengths from the tank to the first vessel, from each to the next, and, where it is closed, back to the tank. */
	metres: z
		.array(quantity('length', 'span', { min: 0, max: 10_000 }))
		.min(1, 'a line needs at least one length')
		.max(5001),
	closed: z.boolean('closed must be true or false'),
	/** What runs into each vessel, in the order of the line. */
	inflowsLph: z.array(quantity('flow into a vessel', 'flow', { min: 0, max: 1e6 })).max(5000),
	roughnessMm: quantity('roughness', 'size', { min: 0, max: 10 }).default(
		LINE_UNDER_WATER.roughnessMm
	),
	temperatureC: quantity('temperature', 'temperature', { min: 0, max: 45 }).default(
		LINE_UNDER_WATER.temperatureC
	),
	fittingsK: quantity('fittings K a length', 'ratio', { min: 0, max: 1e6 }).default(
		LINE_UNDER_WATER.fittingsK
	)
});
export const ringLevelOutput = z.strictObject({
	/** In each length towards the tank by the first way; below nought where it runs the other way round. */
	flowsLph: z.array(z.number()),
	/** Each vessel's water over the tank's. */
	risesMm: z.array(z.number())
});
export type RingLevel = z.infer<typeof ringLevelOutput>;

/** A flow round a ring is found to this share of all that runs. */
const FLOW_SHARE = 1e-7;

/**
 * The level in every vessel on a return line under water: each stands higher than the one it drains through by
 * what that length of line loses (Darcy–Weisbach, as pipe-loss). In a ring the water goes home both ways, split
 * so that both lose the same; what is lost rises with what goes by the first way, so the split is one root.
 *
 * @returns signed flows, L/h, one for each length; rises, mm, one for each vessel
 * @throws InvalidInput where the lengths do not fit the vessels
 */
export function ringLevel(input: z.input<typeof ringLevelInput>): RingLevel {
	const { innerDiameterMm, metres, closed, inflowsLph } = input;
	const { roughnessMm, temperatureC, fittingsK } = { ...LINE_UNDER_WATER, ...input };
	const wanted = inflowsLph.length + (closed ? 1 : 0);
	if (metres.length !== wanted)
		throw new InvalidInput([
			{
				path: 'metres',
				message: `a ${closed ? 'closed' : 'open'} line of ${inflowsLph.length} vessels has ${wanted} lengths, not ${metres.length}`
			}
		]);
	const nu = fluid({ temperatureC }).kinematicViscosityM2S;
	const bore = bores(nu)(innerDiameterMm / 1000, roughnessMm / 1000);
	const laws = metres.map((lengthM) => new PipeLaw(bore, lengthM, fittingsK));
	const total = inflowsLph.reduce((a, b) => a + b, 0);
	const flowsFrom = (home: number) => {
		let flow = home;
		return metres.map((_, k) => (flow -= k > 0 ? inflowsLph[k - 1]! : 0));
	};
	const lost = (flow: number, k: number) => Math.sign(flow) * laws[k]!.headAt(flow);
	const round = (home: number) => flowsFrom(home).reduce((sum, flow, k) => sum + lost(flow, k), 0);
	const flowsLph = flowsFrom(closed ? rootOf(round, 0, total, FLOW_SHARE * total) : total);
	let riseM = 0;
	const risesMm = inflowsLph.map((_, k) => (riseM += lost(flowsLph[k]!, k)) * 1000);
	return { flowsLph, risesMm };
}
