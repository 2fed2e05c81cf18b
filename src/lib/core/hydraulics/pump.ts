import { z } from 'zod';
import { G, quantity, refuse } from '../quantity';
import { lengthM, pipeFields, pipeLoss } from './friction';

const head = quantity('head', 'head', { min: 0, max: 1000 });
const flow = quantity('flow', 'flow', { min: 0, max: 1e6 });

export const pumpCurveInput = z
	.strictObject({
		nameplate: z
			.strictObject({
				maxHeadM: quantity('greatest head', 'head', { above: 0, max: 1000 }),
				maxFlowLph: quantity('greatest flow', 'flow', { above: 0, max: 1e6 })
			})
			.optional(),
		points: z
			.array(z.strictObject({ headM: head, flowLph: flow }))
			.min(2, 'points must hold at least 2 readings')
			.max(1000)
			.optional(),
		bench: z
			.array(
				z.strictObject({
					liftM: quantity('lift', 'head', { min: 0, max: 1000 }),
					litres: quantity('litres', 'volume', { min: 0, max: 1e5 }),
					seconds: quantity('seconds', 'seconds', { above: 0, max: 1e6 })
				})
			)
			.min(2, 'bench must hold at least 2 readings')
			.max(1000)
			.optional(),
		hose: z
			.strictObject({
				innerDiameterMm: pipeFields.innerDiameterMm,
				lengthM,
				fittingsK: pipeFields.fittingsK.default(0)
			})
			.optional()
	})
	.superRefine((input, context) => {
		const given = [input.nameplate, input.points, input.bench].filter((x) => x !== undefined);
		if (given.length !== 1)
			context.addIssue({
				code: 'custom',
				message: 'give exactly one of nameplate, points and bench'
			});
		if (input.hose && !input.bench)
			context.addIssue({
				code: 'custom',
				path: ['hose'],
				message: 'a hose goes with bench readings only'
			});
	});
export const pumpCurveOutput = z.strictObject({
	shutOffHeadM: z.number(),
	coefficient: z.number(),
	exponent: z.number(),
	maxFlowLph: z.number(),
	rSquared: z.number(),
	fittedPoints: z.array(z.strictObject({ flowLph: z.number(), headM: z.number() }))
});
export type PumpCurve = z.infer<typeof pumpCurveOutput>;
/** The three numbers of H(Q) = shutOffHeadM − coefficient·Q^exponent, m and L/h. */
export type Curve = Pick<PumpCurve, 'shutOffHeadM' | 'coefficient' | 'exponent'>;

interface Reading {
	flowLph: number;
	headM: number;
}

/**
 * A pump's curve H(Q) = H0 − a·Q^b from its nameplate, from points of a data sheet, or from the grower's
 * own jug and watch.
 *
 * A nameplate or two readings take b = 2; three or more are fitted by least squares in head with b bound
 * to 1–3. A bench reading is corrected by the hose's loss and by the speed left at its outlet.
 *
 * @throws InvalidInput (`points` or `bench`) when the readings do not fall with flow, or all share one flow
 * @example pumpCurve({ nameplate: { maxHeadM: 2.4, maxFlowLph: 1500 } }).coefficient // 1.067e-6
 */
export function pumpCurve(input: z.input<typeof pumpCurveInput>): PumpCurve {
	if (input.nameplate) {
		const { maxHeadM, maxFlowLph } = input.nameplate;
		const curve = { shutOffHeadM: maxHeadM, coefficient: maxHeadM / maxFlowLph ** 2, exponent: 2 };
		const fittedPoints = [
			{ flowLph: 0, headM: maxHeadM },
			{ flowLph: maxFlowLph, headM: 0 }
		];
		return { ...curve, maxFlowLph, rSquared: 1, fittedPoints };
	}
	const path = input.points ? 'points' : 'bench';
	const readings = input.points ?? benchReadings(input);
	const qMax = Math.max(...readings.map((r) => r.flowLph));
	const qMin = Math.min(...readings.map((r) => r.flowLph));
	if (qMax - qMin <= 1e-9 * Math.max(qMax, 1))
		throw refuse(path, 'all readings are at one flow; take one at another lift');
	const { curve, rSquared } = fit(readings, qMax);
	if (
		!(curve.shutOffHeadM > 0) ||
		!(curve.coefficient * qMax ** curve.exponent > 1e-6 * curve.shutOffHeadM)
	)
		throw refuse(path, "these readings do not fall: a pump's head must drop as its flow rises");
	return {
		...curve,
		maxFlowLph: (curve.shutOffHeadM / curve.coefficient) ** (1 / curve.exponent),
		rSquared,
		fittedPoints: readings.map(({ flowLph, headM }) => ({ flowLph, headM }))
	};
}

function benchReadings({ bench = [], hose }: z.input<typeof pumpCurveInput>): Reading[] {
	return bench.map(({ liftM, litres, seconds }) => {
		const flowLph = (litres / seconds) * 3600;
		if (!hose) return { flowLph, headM: liftM };
		const loss = pipeLoss({ ...hose, flowLph });
		return { flowLph, headM: liftM + loss.totalLossM + loss.velocityMS ** 2 / (2 * G) };
	});
}

interface Fit {
	curve: Curve;
	rSquared: number;
}

function fit(readings: Reading[], qMax: number): Fit {
	const distinct = new Set<number>();
	for (const { flowLph } of readings)
		if (![...distinct].some((q) => Math.abs(q - flowLph) <= 1e-9 * qMax)) distinct.add(flowLph);
	if (readings.length === 2) return { curve: lineAt(2, readings, qMax).curve, rSquared: 1 };
	const exponent = distinct.size < 3 ? 2 : bestExponent(readings, qMax);
	const { curve, squares } = lineAt(exponent, readings, qMax);
	const mean = readings.reduce((a, r) => a + r.headM, 0) / readings.length;
	const total = readings.reduce((a, r) => a + (r.headM - mean) ** 2, 0);
	return { curve, rSquared: total > 0 ? 1 - squares / total : 1 };
}

/** Least squares of head over (Q/qMax)^b for one exponent: a straight line. */
function lineAt(
	exponent: number,
	readings: Reading[],
	qMax: number
): { curve: Curve; squares: number } {
	const x = readings.map((r) => (r.flowLph / qMax) ** exponent);
	const n = readings.length;
	const meanX = x.reduce((a, b) => a + b, 0) / n;
	const meanY = readings.reduce((a, r) => a + r.headM, 0) / n;
	let sxy = 0;
	let sxx = 0;
	readings.forEach((r, i) => {
		const dx = (x[i] ?? 0) - meanX;
		sxy += dx * (r.headM - meanY);
		sxx += dx * dx;
	});
	const slope = sxy / sxx;
	const shutOffHeadM = meanY - slope * meanX;
	const squares = readings.reduce(
		(a, r, i) => a + (r.headM - shutOffHeadM - slope * (x[i] ?? 0)) ** 2,
		0
	);
	return { curve: { shutOffHeadM, coefficient: -slope / qMax ** exponent, exponent }, squares };
}

/** The exponent in [1, 3] with the least squares: a scan, for there may be two dips, then golden section. */
function bestExponent(readings: Reading[], qMax: number): number {
	const error = (b: number) => lineAt(b, readings, qMax).squares;
	const steps = 80;
	let best = 0;
	for (let i = 1; i <= steps; i++)
		if (error(1 + (2 * i) / steps) < error(1 + (2 * best) / steps)) best = i;
	let low = 1 + (2 * Math.max(0, best - 1)) / steps;
	let high = 1 + (2 * Math.min(steps, best + 1)) / steps;
	const ratio = (Math.sqrt(5) - 1) / 2;
	for (let i = 0; i < 80; i++) {
		const a = high - ratio * (high - low);
		const b = low + ratio * (high - low);
		if (error(a) <= error(b)) high = b;
		else low = a;
	}
	const middle = (low + high) / 2;
	return [1, 3, middle].reduce((a, b) => (error(b) < error(a) ? b : a));
}

/** Affinity laws for a speed dial s: H = s²·H0 − a·s^(2−b)·Q^b. */
export const atSpeed = (curve: Curve, speed: number): Curve => ({
	shutOffHeadM: speed ** 2 * curve.shutOffHeadM,
	coefficient: curve.coefficient * speed ** (2 - curve.exponent),
	exponent: curve.exponent
});

/** Head at a flow, m; may be negative past the greatest flow. */
export const headAt = (curve: Curve, flowLph: number): number =>
	curve.shutOffHeadM - curve.coefficient * flowLph ** curve.exponent;
