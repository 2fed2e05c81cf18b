import { expect } from 'chai';
import fc from 'fast-check';
import { leastAtOrOver, rootOf } from '../../src/lib/core/quantity';

/** Rising functions of unlike bends, each with its root at `at`. */
const SHAPES: Record<string, (at: number) => (x: number) => number> = {
	straight: (at) => (x) => 3 * (x - at),
	'steep at its end': (at) => (x) => Math.cbrt(x - at),
	'flat where it crosses': (at) => (x) => (x - at) ** 3,
	'rising ever faster': (at) => (x) => Math.exp(x / 3) - Math.exp(at / 3),
	'a step': (at) => (x) => (x < at ? -1 : 2)
};
const inside = fc.double({ min: 0.001, max: 39.999, noNaN: true });

describe('the root finder', () => {
	for (const [name, shape] of Object.entries(SHAPES)) {
		it(`${name}: within its tolerance, whichever way round, in no more than three times what halving takes`, () => {
			fc.assert(
				fc.property(inside, fc.constantFrom(1e-3, 1e-9, 1e-12), (at, tolerance) => {
					let calls = 0;
					const f = (x: number) => {
						calls++;
						return shape(at)(x);
					};
					expect(Math.abs(rootOf(f, 0, 40, tolerance) - at)).to.be.at.most(tolerance + 1e-14);
					expect(calls).to.be.at.most(2 + 3 * Math.ceil(Math.log2(40 / tolerance) + 1));
					const falling = (x: number) => -shape(at)(x);
					expect(Math.abs(rootOf(falling, 40, 0, tolerance) - at)).to.be.at.most(tolerance + 1e-14);
				})
			);
		});
		it(`${name}: the least that will do does, and hardly less does not`, () => {
			fc.assert(
				fc.property(inside, fc.constantFrom(0.5, 1e-3, 1e-9), (at, tolerance) => {
					const f = shape(at);
					const found = leastAtOrOver(f, 0, 40, tolerance)!;
					expect(f(found)).to.be.at.least(0);
					if (found - 1.01 * tolerance > 0) expect(f(found - 1.01 * tolerance)).to.be.below(1e-9);
				})
			);
		});
	}

	it('says the end, or nothing, where there is no root', () => {
		expect(rootOf((x) => x + 1, 0, 5)).to.equal(0);
		expect(rootOf((x) => x - 9, 0, 5)).to.equal(5);
		expect(leastAtOrOver((x) => x + 1, 0, 5, 0.1)).to.equal(0);
		expect(leastAtOrOver((x) => x - 9, 0, 5, 0.1)).to.equal(null);
	});

	it('without a tolerance goes as near as numbers do', () => {
		expect(rootOf((x) => x * x - 2, 0, 2)).to.be.closeTo(Math.SQRT2, 5e-16);
		expect(rootOf((x) => x ** 3 - 1e-30, 0, 1)).to.be.closeTo(1e-10, 1e-22);
	});
});
