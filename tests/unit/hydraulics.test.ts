import { expect } from 'chai';
import fc from 'fast-check';
import { colebrook, fluid, frictionFactor, pipeLoss } from '../../src/lib/core/hydraulics';
import { bores, outletLaw, PipeLaw, PowerLaw, type Law } from '../../src/lib/core/hydraulics/laws';
import { SparseLdl } from '../../src/lib/core/hydraulics/sparse';
import type { Outlet } from '../../src/lib/core/hydraulics';
import { InvalidInput } from '../../src/lib/core/quantity';

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
				const law = new PipeLaw(bores(nu)(d, 1.5e-6), length, k);
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
				const law = new PipeLaw(bores(nu)(d, 1.5e-6), length, k);
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
				const law = outletLaw(outlet, bores(nu), 1.5e-6);
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
		const law = outletLaw(outlet, bores(nu), 1.5e-6);
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
