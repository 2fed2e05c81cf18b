import { z } from 'zod';
import { G, quantity, refuse } from '../quantity';
import { fluid } from './fluid';

/** Field definitions shared by every pipe, link and hose. */
export const pipeFields = {
	innerDiameterMm: quantity('inner diameter', 'size', { min: 1, max: 200 }),
	roughnessMm: quantity('roughness', 'size', { min: 0, max: 10 }),
	fittingsK: quantity('fittings K', 'ratio', { min: 0, max: 1e6 }),
	temperatureC: quantity('temperature', 'temperature', { min: 0, max: 45 })
};
/** Length: nothing, or 1 mm to 10 km; in between is a slip of the keyboard. */
export const lengthM = quantity('length', 'span', { min: 0, max: 10_000 }).refine(
	(l) => l === 0 || l >= 0.001,
	'length must be 0 or a number from 0.001 to 10,000 m'
);
export const DEFAULT_ROUGHNESS_MM = 0.0015;
/** Relative roughness above which Colebrook–White no longer describes a pipe. */
const ROUGHEST = 0.05;

/** Roughness past what Colebrook–White is good for: over 0.05 of the bore. */
export const tooRough = (roughnessMm: number, innerDiameterMm: number): boolean =>
	roughnessMm > ROUGHEST * innerDiameterMm;
export const roughnessMessage =
	'roughness must be a number from 0 to 0.05 of the inner diameter, mm';

export const pipeLossInput = z.strictObject({
	flowLph: quantity('flow', 'flow', { min: 0, max: 1e6 }),
	innerDiameterMm: pipeFields.innerDiameterMm,
	lengthM,
	roughnessMm: pipeFields.roughnessMm.default(DEFAULT_ROUGHNESS_MM),
	temperatureC: pipeFields.temperatureC.default(20),
	fittingsK: pipeFields.fittingsK.default(0)
});
export const pipeLossOutput = z.strictObject({
	velocityMS: z.number(),
	reynolds: z.number(),
	regime: z.enum(['still', 'laminar', 'transitional', 'turbulent']),
	frictionFactor: z.number(),
	frictionLossM: z.number(),
	fittingLossM: z.number(),
	totalLossM: z.number()
});
export type PipeLoss = z.infer<typeof pipeLossOutput>;

const STILL = 1e-30;
const LAMINAR_BELOW = 2000;
const TURBULENT_FROM = 4000;
const F_AT_2000 = 64 / LAMINAR_BELOW;

/**
 * Colebrook–White friction factor, solved by Newton on 1/√f to machine precision.
 *
 * @param reynolds over 0 (meant for 4000 and more)
 * @param relativeRoughness ε/D, 0–0.05
 */
export function colebrook(reynolds: number, relativeRoughness: number): number {
	const a = relativeRoughness / 3.7;
	const b = 2.51 / reynolds;
	// Haaland's explicit form lands within 2 %; two or three Newton steps finish it.
	let x = -1.8 * Math.log10(a ** 1.11 + 6.9 / reynolds);
	for (let step = 0; step < 20; step++) {
		const inside = a + b * x;
		const residual = x + 2 * Math.log10(inside);
		const slope = 1 + (2 / Math.LN10) * (b / inside);
		const move = residual / slope;
		x -= move;
		// Newton squares what is left: after a move so small it is at rounding
		if (Math.abs(move) <= 1e-8 * x) break;
	}
	return 1 / (x * x);
}

/**
 * Darcy friction factor over all regimes: 64/Re to 2000, Colebrook–White from 4000, and between them
 * linear in Re, so that the loss rises steadily through the transition.
 */
export function frictionFactor(
	reynolds: number,
	relativeRoughness: number,
	colebrookAt4000?: number
): number {
	if (reynolds <= LAMINAR_BELOW) return 64 / reynolds;
	if (reynolds >= TURBULENT_FROM) return colebrook(reynolds, relativeRoughness);
	const top = colebrookAt4000 ?? colebrook(TURBULENT_FROM, relativeRoughness);
	return (
		F_AT_2000 + ((top - F_AT_2000) * (reynolds - LAMINAR_BELOW)) / (TURBULENT_FROM - LAMINAR_BELOW)
	);
}

const regimeOf = (reynolds: number): PipeLoss['regime'] =>
	reynolds < STILL
		? 'still'
		: reynolds <= LAMINAR_BELOW
			? 'laminar'
			: reynolds >= TURBULENT_FROM
				? 'turbulent'
				: 'transitional';

/**
 * Head lost in a round pipe running full, by Darcy–Weisbach with fittings as K·v²/2g.
 * Darcy–Weisbach because a 4 mm tube runs laminar, where Hazen–Williams does not hold.
 *
 * @throws InvalidInput where the roughness exceeds 0.05 of the diameter
 * @example pipeLoss({ flowLph: 4, innerDiameterMm: 4, lengthM: 0.6 }).totalLossM // 0.0109 m
 */
export function pipeLoss(input: z.input<typeof pipeLossInput>): PipeLoss {
	const { flowLph, innerDiameterMm, lengthM } = input;
	const { roughnessMm = DEFAULT_ROUGHNESS_MM, temperatureC = 20, fittingsK = 0 } = input;
	if (tooRough(roughnessMm, innerDiameterMm)) throw refuse('roughnessMm', roughnessMessage);
	const d = innerDiameterMm / 1000;
	const velocityMS = flowLph / 3.6e6 / ((Math.PI / 4) * d * d);
	const reynolds = (velocityMS * d) / fluid({ temperatureC }).kinematicViscosityM2S;
	// slower than an atom a year is still: 64/Re would overflow
	const f = reynolds < STILL ? 0 : frictionFactor(reynolds, roughnessMm / innerDiameterMm);
	const velocityHead = velocityMS ** 2 / (2 * G);
	const frictionLossM = f * (lengthM / d) * velocityHead;
	const fittingLossM = fittingsK * velocityHead;
	return {
		velocityMS,
		reynolds,
		regime: regimeOf(reynolds),
		frictionFactor: f,
		frictionLossM,
		fittingLossM,
		totalLossM: frictionLossM + fittingLossM
	};
}
