import { z } from 'zod';
import { fluid } from '../hydraulics';
import { quantity } from '../quantity';

const DAY = 1440;
const degrees = (name: string) => quantity(name, 'temperature', { min: -30, max: 60 });
const minute = (name: string, max = DAY) => quantity(name, 'minutes', { min: 0, max, whole: true });

/** Heat of a litre of water, J/K. */
const J_PER_LITRE_K = 4184;
/** A minute may take no more than this share of what the air is warmer by. */
const MOST_A_MINUTE = 0.5;

export const tankHeatInput = z
	.strictObject({
		volumeL: quantity('water', 'volume', { above: 0, max: 100_000 }),
		wallAreaM2: quantity('area of its walls', 'area', { above: 0, max: 10_000 }),
		/** What its walls let through. */
		wallUWM2K: quantity('heat its walls let through', 'heatLoss', { min: 0.05, max: 50 }),
		pumpWatts: quantity('power of the pump', 'power', { min: 0, max: 100_000 }),
		pumpMinutesPerDay: quantity('minutes the pump runs', 'minutes', { min: 0, max: DAY }),
		air: z.strictObject({
			minC: degrees('coolest air'),
			maxC: degrees('warmest air'),
			hottestMin: minute('warmest minute', DAY - 1).default(900)
		}),
		sun: z
			.strictObject({
				peakW: quantity('sun on it at its most', 'power', { min: 0, max: 1e6 }),
				startMin: minute('sun from'),
				endMin: minute('sun until')
			})
			.optional(),
		days: quantity('days', 'days', { min: 1, max: 60, whole: true }).default(7)
	})
	.superRefine(({ volumeL, wallAreaM2, wallUWM2K, air, sun }, context) => {
		const refuse = (path: string[], message: string) =>
			context.addIssue({ code: 'custom', path, message });
		const a = (wallUWM2K * wallAreaM2 * 60) / (J_PER_LITRE_K * volumeL);
		if (a > MOST_A_MINUTE)
			refuse(
				['wallUWM2K'],
				`heat its walls let through must be at most ${(MOST_A_MINUTE * (wallUWM2K / a)).toPrecision(3)} W/m²K for so little water: it takes the air's temperature at once`
			);
		if (air.minC > air.maxC) refuse(['air', 'minC'], 'coolest air must be at most the warmest, °C');
		if (sun && sun.startMin >= sun.endMin)
			refuse(['sun', 'startMin'], 'the sun must rise before it sets, min');
	});
export type TankHeatInput = z.infer<typeof tankHeatInput>;

export const tankHeatOutput = z.strictObject({
	minC: z.number(),
	meanC: z.number(),
	maxC: z.number(),
	/** Minute of the day at whose end it is warmest. */
	hottestAtMin: z.number(),
	oxygenAtMaxMgL: z.number()
});
export type TankHeat = z.infer<typeof tankHeatOutput>;

/** Air through a day: a cosine between its coolest and its warmest. */
const airAt = ({ minC, maxC, hottestMin }: TankHeatInput['air'], m: number): number =>
	(minC + maxC) / 2 + ((maxC - minC) / 2) * Math.cos((2 * Math.PI * (m - hottestMin)) / DAY);

/** Sun on the tank: half a sine between its rise and its end, W. */
function sunAt(sun: TankHeatInput['sun'], m: number): number {
	if (!sun || m < sun.startMin || m > sun.endMin) return 0;
	return sun.peakW * Math.sin((Math.PI * (m - sun.startMin)) / (sun.endMin - sun.startMin));
}

/**
 * The water's temperature at the end of each minute of its last day, °C: one mixed body, warmed by its pump and the
 * sun, drawn to the air through its walls. C·dT/dt = P + U·A·(T_air − T) + sun, in explicit steps of a minute from
 * the mean of the air at midnight; with the air's own.
 */
export function tankCourse(input: TankHeatInput): { waterC: Float64Array; airC: Float64Array } {
	const heat = J_PER_LITRE_K * input.volumeL;
	const pumpW = (input.pumpWatts * input.pumpMinutesPerDay) / DAY;
	const lossWK = input.wallUWM2K * input.wallAreaM2;
	const air = Float64Array.from({ length: DAY }, (_, m) => airAt(input.air, m));
	const sun = Float64Array.from({ length: DAY }, (_, m) => sunAt(input.sun, m));
	const course = new Float64Array(DAY);
	let t = (input.air.minC + input.air.maxC) / 2;
	for (let day = 0; day < input.days; day++)
		for (let m = 0; m < DAY; m++) {
			t += ((pumpW + lossWK * (air[m]! - t) + sun[m]!) * 60) / heat;
			course[m] = t;
		}
	return { waterC: course, airC: air };
}

/**
 * How warm the water gets in a day, and the oxygen it can then hold.
 *
 * @returns of the last day: least, mean and greatest temperature, when, and oxygen at its warmest, mg/L
 */
export function tankHeat(input: TankHeatInput): TankHeat {
	const { waterC: course } = tankCourse(input);
	let [minC, maxC, sum, hottestAtMin] = [Infinity, -Infinity, 0, 0];
	course.forEach((t, m) => {
		sum += t;
		if (t < minC) minC = t;
		if (t <= maxC) return;
		maxC = t;
		hottestAtMin = m;
	});
	const temperatureC = Math.min(45, Math.max(0, maxC));
	const { oxygenSaturationMgL } = fluid({ temperatureC });
	return { minC, meanC: sum / DAY, maxC, hottestAtMin, oxygenAtMaxMgL: oxygenSaturationMgL };
}
