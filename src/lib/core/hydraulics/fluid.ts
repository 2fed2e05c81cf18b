import { z } from 'zod';
import { quantity } from '../quantity';

export const fluidInput = z.strictObject({
	temperatureC: quantity('temperature', 'temperature', { min: 0, max: 45 })
});
export const fluidOutput = z.strictObject({
	densityKgM3: z.number(),
	dynamicViscosityPaS: z.number(),
	kinematicViscosityM2S: z.number(),
	oxygenSaturationMgL: z.number(),
	vapourPressureKpa: z.number()
});

/**
 * Properties of fresh water at atmospheric pressure.
 *
 * Density after Tanaka et al. (2001), dynamic viscosity by the Vogel form 2.414e-5·10^(247.8/(T+133.15)),
 * oxygen saturation at 101.325 kPa after Benson & Krause (1984), vapour pressure by FAO-56 eq. 11.
 *
 * @param input.temperatureC 0–45 °C
 * @example fluid({ temperatureC: 20 }).densityKgM3 // 998.2067
 */
export function fluid({
	temperatureC: t
}: z.infer<typeof fluidInput>): z.infer<typeof fluidOutput> {
	const densityKgM3 =
		999.97495 * (1 - ((t - 3.983035) ** 2 * (t + 301.797)) / (522528.9 * (t + 69.34881)));
	const dynamicViscosityPaS = 2.414e-5 * 10 ** (247.8 / (t + 133.15));
	const k = t + 273.15;
	const lnOxygen =
		-139.34411 + 1.575701e5 / k - 6.642308e7 / k ** 2 + 1.2438e10 / k ** 3 - 8.621949e11 / k ** 4;
	return {
		densityKgM3,
		dynamicViscosityPaS,
		kinematicViscosityM2S: dynamicViscosityPaS / densityKgM3,
		oxygenSaturationMgL: Math.exp(lnOxygen),
		vapourPressureKpa: vapourPressureKpa(t)
	};
}

/** Saturation vapour pressure, kPa, at t °C (FAO-56 eq. 11). */
export const vapourPressureKpa = (t: number): number =>
	0.6108 * Math.exp((17.27 * t) / (t + 237.3));
