import { expect } from 'chai';
import fc from 'fast-check';
import {
	atSpeed,
	drain,
	drainBack,
	headAt,
	pumpCurve,
	uniformityOf
} from '../../src/lib/core/hydraulics';
import { InvalidInput, NoSolution } from '../../src/lib/core/quantity';

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe('pump', () => {
	const curves = fc.record({ h: between(0.5, 10), q: between(100, 8000), b: between(1.05, 2.95) });

	it('a fit through points of a true curve finds that curve again', () => {
		fc.assert(
			fc.property(curves, ({ h, q, b }) => {
				const coefficient = h / q ** b;
				const points = [0, 0.2, 0.4, 0.6, 0.8, 0.95].map((s) => ({
					flowLph: s * q,
					headM: h - coefficient * (s * q) ** b
				}));
				const fitted = pumpCurve({ points });
				expect(fitted.shutOffHeadM).to.be.closeTo(h, 1e-4 * h);
				expect(fitted.exponent).to.be.closeTo(b, 1e-3);
				expect(fitted.maxFlowLph).to.be.closeTo(q, 1e-3 * q);
				expect(fitted.rSquared).to.be.closeTo(1, 1e-6);
			})
		);
	});

	it('readings come back in the order they were taken', () => {
		const bench = [
			{ liftM: 0.3, litres: 2, seconds: 9 },
			{ liftM: 1.4, litres: 0, seconds: 5 },
			{ liftM: 0.9, litres: 2, seconds: 16 }
		];
		const { fittedPoints } = pumpCurve({ bench });
		expect(fittedPoints.map((p) => Math.round(p.flowLph))).to.deep.equal([800, 0, 450]);
		expect(fittedPoints.map((p) => p.headM)).to.deep.equal([0.3, 1.4, 0.9]);
	});

	it('a dial follows the affinity laws: flow with speed, head with its square', () => {
		const curve = pumpCurve({ nameplate: { maxHeadM: 2.4, maxFlowLph: 1500 } });
		const half = atSpeed(curve, 0.5);
		expect(headAt(half, 0)).to.be.closeTo(0.6, 1e-12);
		expect(headAt(half, 750)).to.be.closeTo(0, 1e-9);
		expect(headAt(half, 375)).to.be.closeTo(0.25 * headAt(curve, 750), 1e-9);
	});

	const refused: [what: string, input: Parameters<typeof pumpCurve>[0], path: string][] = [
		[
			'all readings at one flow',
			{
				points: [
					{ headM: 1, flowLph: 300 },
					{ headM: 0.9, flowLph: 300 }
				]
			},
			'points'
		],
		[
			'a head that does not fall',
			{
				points: [
					{ headM: 1, flowLph: 0 },
					{ headM: 1, flowLph: 300 }
				]
			},
			'points'
		],
		[
			'jugs that fill faster higher up',
			{
				bench: [
					{ liftM: 0.2, litres: 1, seconds: 60 },
					{ liftM: 1, litres: 2, seconds: 10 }
				]
			},
			'bench'
		]
	];
	for (const [what, input, path] of refused)
		it(`refuses ${what}`, () => {
			try {
				pumpCurve(input);
			} catch (problem) {
				expect((problem as InvalidInput).issues[0]!.path).to.equal(path);
				return;
			}
			throw new Error('accepted');
		});

	it('takes the square where only two flows were measured three times', () => {
		const points = [
			{ headM: 2, flowLph: 100 },
			{ headM: 1, flowLph: 500 },
			{ headM: 1.1, flowLph: 500 }
		];
		expect(pumpCurve({ points }).exponent).to.equal(2);
	});
});

describe('drain', () => {
	it('carries, at the depth it names, the flow it was asked for', () => {
		fc.assert(
			fc.property(
				between(20, 150),
				between(0.3, 10),
				between(0, 1),
				(innerDiameterMm, fallPercent, share) => {
					const { maxCapacityLph } = drain({ flowLph: 0, innerDiameterMm, fallPercent });
					const flowLph = share * maxCapacityLph;
					const { depthRatio, velocityMS } = drain({ flowLph, innerDiameterMm, fallPercent });
					expect(depthRatio).to.be.within(0, 0.9383);
					if (flowLph === 0) return;
					const theta = 2 * Math.acos(1 - 2 * depthRatio);
					const area = ((innerDiameterMm / 1000) ** 2 * (theta - Math.sin(theta))) / 8;
					expect(area * velocityMS * 3.6e6).to.be.closeTo(flowLph, 1e-3 * flowLph + 1e-6);
				}
			)
		);
	});

	it('names a pipe and a fall that would do, and they do', () => {
		const input = { flowLph: 6000, innerDiameterMm: 40, fallPercent: 1 };
		try {
			drain(input);
		} catch (problem) {
			expect(problem).to.be.instanceOf(NoSolution);
			const [, wide] = /diameter of (\d+) mm/.exec((problem as Error).message)!;
			const [, steep] = /fall of ([\d.]+) %/.exec((problem as Error).message)!;
			expect(() => drain({ ...input, innerDiameterMm: Number(wide) })).to.not.throw();
			expect(() => drain({ ...input, innerDiameterMm: Number(wide) - 1 })).to.throw(NoSolution);
			expect(() => drain({ ...input, fallPercent: Number(steep) })).to.not.throw();
			return;
		}
		throw new Error('carried');
	});
});

describe('drain-back and evenness', () => {
	it('accounts for every litre', () => {
		const lines = fc.array(
			fc.record({ innerDiameterMm: between(1, 50), lengthM: between(0, 20) }),
			{ maxLength: 8 }
		);
		fc.assert(
			fc.property(
				lines,
				between(0, 20),
				between(1, 200),
				between(0, 200),
				(list, inTransitL, tankFullL, runningL) => {
					const r = drainBack({ lines: list, inTransitL, tankFullL, runningL });
					expect(r.restingL - runningL).to.be.closeTo(r.standingL + inTransitL, 1e-9);
					expect(r.spills).to.equal(r.marginL < 0);
					const safe = drainBack({ lines: list, inTransitL, tankFullL, runningL: r.safeRunningL });
					if (r.returnsL <= tankFullL) expect(safe.marginL).to.be.closeTo(0, 1e-9);
				}
			)
		);
	});

	const table: [
		flows: number[],
		variation: number,
		quarter: number,
		christiansen: number,
		dry: number
	][] = [
		[[4, 4, 4, 4], 0, 100, 100, 0],
		[[2, 4], 50, 66.6667, 66.6667, 0],
		[[0, 4, 4, 4, 4], 100, 62.5, 60, 1],
		[[0, 0, 0], 0, 0, 0, 3],
		[[7], 0, 100, 100, 0]
	];
	for (const [flows, variation, quarter, christiansen, dry] of table)
		it(`of ${flows.join(', ')} L/h`, () => {
			const u = uniformityOf(flows);
			expect(u.variationPercent).to.be.closeTo(variation, 1e-3);
			expect(u.lowQuarterPercent).to.be.closeTo(quarter, 1e-3);
			expect(u.christiansenPercent).to.be.closeTo(christiansen, 1e-3);
			expect(u.dry).to.equal(dry);
		});
});
