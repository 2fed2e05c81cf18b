import { expect } from 'chai';
import fc from 'fast-check';
import {
	atSpeed,
	colebrook,
	drain,
	drainBack,
	fluid,
	frictionFactor,
	headAt,
	pipeLoss,
	pumpCurve,
	uniformityOf
} from '../../src/lib/core/hydraulics';
import { outletLaw, PipeLaw, PowerLaw, type Law } from '../../src/lib/core/hydraulics/laws';
import { SparseLdl } from '../../src/lib/core/hydraulics/sparse';
import type { Outlet } from '../../src/lib/core/network';
import { InvalidInput, NoSolution } from '../../src/lib/core/quantity';

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
/** Numbers spread evenly over orders of magnitude. */
const magnitude = (low: number, high: number) => between(low, high).map((e) => 10 ** e);
const nu = fluid({ temperatureC: 20 }).kinematicViscosityM2S;

describe('fluid', () => {
	// handbook values: density kg/m³, kinematic viscosity 1e-6 m²/s, oxygen mg/L
	const table = [
		[4, 999.97, 1.567, 13.11],
		[10, 999.7, 1.306, 11.29],
		[25, 997.05, 0.893, 8.26],
		[40, 992.2, 0.658, 6.41]
	] as const;
	for (const [t, density, viscosity, oxygen] of table)
		it(`at ${t} °C agrees with the handbook`, () => {
			const water = fluid({ temperatureC: t });
			expect(water.densityKgM3).to.be.closeTo(density, 0.1);
			expect(water.kinematicViscosityM2S * 1e6).to.be.closeTo(viscosity, 0.025);
			expect(water.oxygenSaturationMgL).to.be.closeTo(oxygen, 0.03);
		});
	it('holds less oxygen and runs thinner as it warms', () => {
		for (let t = 0; t < 45; t++) {
			const [cool, warm] = [fluid({ temperatureC: t }), fluid({ temperatureC: t + 1 })];
			expect(warm.oxygenSaturationMgL).to.be.below(cool.oxygenSaturationMgL);
			expect(warm.kinematicViscosityM2S).to.be.below(cool.kinematicViscosityM2S);
			expect(warm.vapourPressureKpa).to.be.above(cool.vapourPressureKpa);
		}
	});
});

describe('friction', () => {
	it('solves Colebrook–White, not something near it', () => {
		fc.assert(
			fc.property(magnitude(3.6, 8), between(0, 0.05), (reynolds, roughness) => {
				const f = colebrook(reynolds, roughness);
				const right = -2 * Math.log10(roughness / 3.7 + 2.51 / (reynolds * Math.sqrt(f)));
				expect(1 / Math.sqrt(f)).to.be.closeTo(right, 1e-9 * right);
			})
		);
	});

	// the Moody chart, read with a ruler
	const moody = [
		[1e4, 0, 0.0309],
		[1e5, 0, 0.018],
		[1e6, 0, 0.0116],
		[1e5, 0.001, 0.0222],
		[1e6, 0.01, 0.038],
		[1e7, 0.05, 0.0716]
	] as const;
	for (const [reynolds, roughness, f] of moody)
		it(`at Re ${reynolds} and ε/D ${roughness} reads ${f} on the Moody chart`, () =>
			void expect(colebrook(reynolds, roughness)).to.be.closeTo(f, 0.02 * f));

	it('has no jump where regimes meet', () => {
		for (const at of [2000, 4000])
			expect(frictionFactor(at * (1 + 1e-9), 0.001)).to.be.closeTo(
				frictionFactor(at * (1 - 1e-9), 0.001),
				1e-6
			);
	});

	it('loses more with more flow, more length and more fittings, never less', () => {
		const pipe = fc.record({
			innerDiameterMm: between(2, 100),
			lengthM: between(0.01, 50),
			fittingsK: between(0, 20),
			flowLph: magnitude(-1, 4)
		});
		fc.assert(
			fc.property(pipe, between(1.001, 3), (p, times) => {
				const loss = (change: object) => pipeLoss({ ...p, ...change }).totalLossM;
				const now = loss({});
				expect(loss({ flowLph: p.flowLph * times })).to.be.above(now);
				expect(loss({ lengthM: p.lengthM * times })).to.be.above(now);
				expect(loss({ fittingsK: p.fittingsK + times })).to.be.above(now);
				expect(loss({ innerDiameterMm: p.innerDiameterMm / times })).to.be.above(now);
			})
		);
	});

	it('is exact for laminar flow: Hagen–Poiseuille', () => {
		const { totalLossM } = pipeLoss({ flowLph: 3, innerDiameterMm: 4, lengthM: 1 });
		const q = 3 / 3.6e6;
		expect(totalLossM).to.be.closeTo((128 * nu * q) / (Math.PI * 9.80665 * 0.004 ** 4), 1e-12);
	});

	it('refuses a pipe rougher than Colebrook–White holds for', () => {
		expect(() =>
			pipeLoss({ flowLph: 1, innerDiameterMm: 4, lengthM: 1, roughnessMm: 0.3 })
		).to.throw(InvalidInput, /0.05 of the inner diameter/);
	});
});

/** Slope by the law's own word against the difference of two flows. */
function checkSlope(law: Law, h: number): void {
	const step = 1e-6 * h;
	const difference = (law.flow(h + step) - law.flow(h - step)) / (2 * step);
	law.flow(h);
	expect(law.slope).to.be.closeTo(difference, 1e-4 * Math.abs(difference) + 1e-9);
}

describe('laws', () => {
	const pipes = fc.record({
		d: between(0.002, 0.1),
		length: fc.oneof(fc.constant(0), between(0.01, 100)),
		k: between(0, 20)
	});

	it('a pipe passes, at a head, the flow that loses just that head', () => {
		fc.assert(
			fc.property(pipes, magnitude(-6, 1), ({ d, length, k }, h) => {
				fc.pre(length > 0 || k > 0.01);
				const law = new PipeLaw(d, length, 1.5e-6, k, nu);
				const flowLph = law.flow(h);
				const loss = pipeLoss({
					flowLph,
					innerDiameterMm: d * 1000,
					lengthM: length,
					fittingsK: k
				});
				expect(loss.totalLossM).to.be.closeTo(h, 1e-7 * h);
				expect(law.flow(-h)).to.be.closeTo(-flowLph, 1e-9 * flowLph);
				expect(law.headAt(flowLph)).to.be.closeTo(h, 1e-7 * h);
			}),
			{ numRuns: 400 }
		);
	});

	it('knows its own slope, away from where regimes meet', () => {
		fc.assert(
			fc.property(pipes, magnitude(-5, 1), ({ d, length, k }, h) => {
				fc.pre(length > 0 || k > 0.01);
				const law = new PipeLaw(d, length, 1.5e-6, k, nu);
				const { reynolds } = pipeLoss({
					flowLph: law.flow(h),
					innerDiameterMm: d * 1000,
					lengthM: length,
					fittingsK: k
				});
				fc.pre([2000, 4000].every((edge) => Math.abs(reynolds / edge - 1) > 1e-3));
				checkSlope(law, h);
			}),
			{ numRuns: 300 }
		);
	});

	it('never falls, whatever lets the water out', () => {
		const outlets: fc.Arbitrary<Outlet> = fc.oneof(
			fc.record({
				kind: fc.constant('orifice' as const),
				nominalFlowLph: between(1, 50),
				nominalHeadM: between(0.5, 10),
				exponent: between(0.1, 1)
			}),
			fc.record({
				kind: fc.constant('compensating' as const),
				nominalFlowLph: between(1, 50),
				minHeadM: between(0.2, 5),
				maxHeadM: between(5, 40)
			}),
			fc.record({
				kind: fc.constant('tube' as const),
				innerDiameterMm: between(2, 8),
				lengthM: between(0, 2),
				outletElevationM: fc.constant(0),
				fittingsK: between(0.1, 2)
			})
		);
		fc.assert(
			fc.property(outlets, between(-1, 45), between(0, 5), (outlet, h, more) => {
				const { law } = outletLaw(outlet, 0, nu, 1.5e-6);
				const q = law.flow(h);
				if (h <= 0) expect(q).to.equal(0);
				expect(law.flow(h + more)).to.be.at.least(q - 1e-9);
				expect(law.slope).to.be.at.least(0);
			}),
			{ numRuns: 400 }
		);
	});

	it('a compensating dripper holds its flow over its range and follows the root outside it', () => {
		const outlet: Outlet = { kind: 'compensating', nominalFlowLph: 4, minHeadM: 3.5, maxHeadM: 35 };
		const { law } = outletLaw(outlet, 0, nu, 1.5e-6);
		expect([3.5, 10, 35].map((h) => law.flow(h))).to.deep.equal([4, 4, 4]);
		expect(law.flow(3.5 / 4)).to.be.closeTo(2, 1e-9);
		expect(law.flow(140)).to.be.closeTo(8, 1e-9);
	});

	it('a power law passes its nominal flow at its nominal head', () => {
		expect(new PowerLaw(12, 3, 0.5).flow(3)).to.be.closeTo(12, 1e-12);
		expect(new PowerLaw(12, 3, 0.5).flow(0.75)).to.be.closeTo(6, 1e-12);
	});
});

describe('sparse factorisation', () => {
	it('solves what a full matrix solves, on trees and rings', () => {
		fc.assert(
			fc.property(
				fc.integer({ min: 1, max: 25 }),
				fc.array(fc.tuple(fc.nat(1000), fc.nat(1000), between(0.01, 100)), { maxLength: 60 }),
				(n, raw) => {
					const ends = raw
						.map(([a, b, v]) => [a % n, b % n, v] as const)
						.filter(([a, b]) => a !== b);
					const diagonal = new Float64Array(n).fill(0.5);
					const full = Array.from({ length: n }, (_, i) =>
						Float64Array.from({ length: n }, (_, j) => (i === j ? 0.5 : 0))
					);
					for (const [a, b, v] of ends) {
						diagonal[a]! += v;
						diagonal[b]! += v;
						full[a]![a]! += v;
						full[b]![b]! += v;
						full[a]![b]! -= v;
						full[b]![a]! -= v;
					}
					const matrix = new SparseLdl(
						n,
						Int32Array.from(ends, ([a]) => a),
						Int32Array.from(ends, ([, b]) => b)
					);
					matrix.factorise(
						diagonal,
						Float64Array.from(ends, ([, , v]) => -v)
					);
					const right = Float64Array.from({ length: n }, (_, i) => Math.sin(i + 1));
					const x = new Float64Array(n);
					matrix.solve(right, x);
					full.forEach((row, i) =>
						expect(row.reduce((t, v, j) => t + v * x[j]!, 0)).to.be.closeTo(right[i]!, 1e-8)
					);
				}
			)
		);
	});
});

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
