import { expect } from 'chai';
import fc from 'fast-check';
import { dilute, ppm, recipe, recipeInput, salts, saltsInput } from '../../src/lib/core/nutrients';
import { nnls } from '../../src/lib/core/nutrients/nnls';
import {
	atomsOf,
	ATOMIC_WEIGHT,
	ELEMENTS,
	labelFractions,
	labelSchema,
	molarMass,
	SALT_IDS,
	SALTS,
	saltFractions
} from '../../src/lib/core/shelf';

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe('salts', () => {
	const masses: [formula: string, gramsPerMole: number][] = [
		['KNO3', 101.1],
		['Ca(NO3)2.4H2O', 236.15],
		['5Ca(NO3)2.NH4NO3.10H2O', 1080.62],
		['MgSO4.7H2O', 246.47],
		['Na2B4O7.10H2O', 381.37],
		['(NH4)2SO4', 132.14]
	];
	for (const [formula, mass] of masses)
		it(`${formula} weighs ${mass} g a mole`, () =>
			void expect(molarMass(formula)).to.be.closeTo(mass, 0.02));

	it('formulas are read with their brackets, parts and counts', () => {
		expect(atomsOf('5Ca(NO3)2.NH4NO3.10H2O')).to.deep.equal({ Ca: 5, N: 12, O: 43, H: 24 });
	});

	it('every salt’s nitrogen is what its formula holds, and nothing weighs more than all', () => {
		for (const id of SALT_IDS) {
			const f = saltFractions(id);
			const salt: { name: string; formula?: string } = SALTS[id];
			const total = ELEMENTS.filter((e) => e !== 'NO3N' && e !== 'NH4N').reduce(
				(t, e) => t + f[e],
				0
			);
			expect(total, id).to.be.within(0.01, 1);
			if (salt.formula)
				expect(f.N, id).to.be.closeTo(
					((atomsOf(salt.formula).N ?? 0) * ATOMIC_WEIGHT.N) / molarMass(salt.formula),
					1e-12
				);
		}
	});

	it('pure salts are neutral: as many cations as anions, but for what is not counted', () => {
		const neutral = [
			'calcium-nitrate-4h',
			'calcium-ammonium-nitrate',
			'potassium-nitrate',
			'monopotassium-phosphate',
			'monoammonium-phosphate',
			'magnesium-sulfate-7h',
			'magnesium-nitrate-6h',
			'potassium-sulfate',
			'ammonium-nitrate',
			'ammonium-sulfate',
			'calcium-chloride-2h',
			'potassium-chloride'
		] as const;
		for (const salt of neutral) {
			const { cationsMeqL, anionsMeqL } = salts({
				volumeL: 10,
				additions: [{ salt, grams: 10, purity: 1 }]
			});
			expect(cationsMeqL, salt).to.be.closeTo(anionsMeqL, 1e-3 * cationsMeqL);
			expect(cationsMeqL).to.be.above(0);
		}
	});

	it('add up: two additions give what each gives alone', () => {
		const addition = fc.record({
			salt: fc.constantFrom(...SALT_IDS),
			grams: between(0, 50),
			purity: between(0.5, 1)
		});
		fc.assert(
			fc.property(addition, addition, between(1, 100), (a, b, volumeL) => {
				const of = (...additions: (typeof a)[]) => salts({ volumeL, additions }).elementsMgL;
				for (const e of ELEMENTS)
					expect(of(a, b)[e]).to.be.closeTo(of(a)[e] + of(b)[e], 1e-6 + 1e-9 * of(a, b)[e]);
			})
		);
	});

	it('conductivity never falls as more is added, and has no step at 5 meq/L', () => {
		const ec = (grams: number) =>
			salts({ volumeL: 10, additions: [{ salt: 'potassium-nitrate', grams, purity: 1 }] }).ecMsCm;
		let before = 0;
		for (let grams = 0; grams < 20; grams += 0.05) {
			expect(ec(grams) - before).to.be.within(0, 0.02);
			before = ec(grams);
		}
	});

	it('a label in oxides is the label in elements', () => {
		const oxides = labelFractions(labelSchema.parse({ N: 10, P2O5: 10, K2O: 20, MgO: 3 }));
		const elements = labelFractions(
			labelSchema.parse({ N: 10, P: 4.3642, K: 16.603, Mg: 1.80912 })
		);
		for (const e of ELEMENTS) expect(oxides[e]).to.be.closeTo(elements[e], 1e-12);
	});

	const labels: [what: string, label: object][] = [
		['both forms of one element', { P: 3, P2O5: 7 }],
		['nothing on it', {}],
		['over a hundred percent', { N: 60, K: 50 }],
		['more nitrate and ammonium than nitrogen', { N: 5, NO3N: 4, NH4N: 2 }]
	];
	for (const [what, label] of labels)
		it(`a label with ${what} is refused`, () => {
			expect(
				saltsInput.safeParse({ volumeL: 1, additions: [{ label, grams: 1 }] }).success
			).to.equal(false);
		});
});

describe('recipe', () => {
	const BAGS = [
		'calcium-nitrate-4h',
		'potassium-nitrate',
		'monopotassium-phosphate',
		'magnesium-sulfate-7h',
		'potassium-sulfate',
		'ammonium-nitrate'
	] as const;
	const wanted = fc.record({
		N: between(80, 250),
		P: between(15, 70),
		K: between(80, 320),
		Ca: between(60, 220),
		Mg: between(15, 70),
		S: between(20, 120)
	});
	const error = (
		targets: Record<string, number>,
		grams: number[],
		list: readonly (typeof BAGS)[number][]
	) => {
		const { elementsMgL } = salts({
			volumeL: 1,
			additions: list.map((salt, i) => ({ salt, grams: grams[i]!, purity: 1 }))
		});
		return Object.entries(targets).reduce(
			(t, [e, mgL]) => t + (e === 'S' ? 0.1 : 1) * ((elementsMgL[e as 'N'] - mgL) / mgL) ** 2,
			0
		);
	};

	it('cannot be bettered by a pinch more or less of anything', () => {
		fc.assert(
			fc.property(wanted, fc.subarray([...BAGS], { minLength: 1 }), (targetsMgL, list) => {
				const { additions } = recipe(recipeInput.parse({ targetsMgL, salts: list }));
				const grams = additions.map((a) => a.gramsPerL);
				const now = error(targetsMgL, grams, list);
				grams.forEach((g, i) => {
					expect(g).to.be.at.least(0);
					for (const by of [0.002, -0.002]) {
						if (g + by < 0) continue;
						expect(
							error(
								targetsMgL,
								grams.map((x, k) => (k === i ? x + by : x)),
								list
							)
						).to.be.at.least(now - 1e-9);
					}
				});
			}),
			{ numRuns: 150 }
		);
	});

	it('finds again the recipe a solution was made by', () => {
		fc.assert(
			fc.property(
				fc.tuple(between(0.05, 1), between(0.05, 1), between(0.05, 1), between(0.05, 1)),
				(grams) => {
					const list = BAGS.slice(0, 4);
					const { elementsMgL } = salts({
						volumeL: 1,
						additions: list.map((salt, i) => ({ salt, grams: grams[i]!, purity: 1 }))
					});
					const { N, P, K, Ca, Mg, S } = elementsMgL;
					const found = recipe(
						recipeInput.parse({ targetsMgL: { N, P, K, Ca, Mg, S }, salts: list })
					);
					found.additions.forEach((a, i) => expect(a.gramsPerL).to.be.closeTo(grams[i]!, 1e-6));
				}
			)
		);
	});

	it('leaves to the water what the water has enough of', () => {
		const { additions, surplusMgL } = recipe(
			recipeInput.parse({
				targetsMgL: { Ca: 60, K: 150 },
				salts: ['calcium-chloride-2h', 'potassium-chloride'],
				water: { Ca: 80 }
			})
		);
		expect(additions[0]!.gramsPerL).to.equal(0);
		expect(surplusMgL).to.deep.equal({ Ca: 20 });
	});

	it('non-negative least squares agrees with trying every set of columns', () => {
		const matrix = fc.array(fc.array(between(-2, 2), { minLength: 3, maxLength: 3 }), {
			minLength: 4,
			maxLength: 4
		});
		fc.assert(
			fc.property(matrix, fc.array(between(-3, 3), { minLength: 4, maxLength: 4 }), (a, b) => {
				const squares = (x: number[]) =>
					a.reduce((t, row, i) => t + (row.reduce((s, v, j) => s + v * x[j]!, 0) - b[i]!) ** 2, 0);
				const best = squares(nnls(a, b));
				// projected gradient from a few starts is slow but knows no active sets
				let x = [0.5, 0.5, 0.5];
				for (let step = 0; step < 3000; step++) {
					const residual = a.map((row, i) => row.reduce((s, v, j) => s + v * x[j]!, 0) - b[i]!);
					x = x.map((v, j) =>
						Math.max(0, v - 0.02 * a.reduce((t, row, i) => t + row[j]! * residual[i]!, 0))
					);
				}
				expect(best).to.be.at.most(squares(x) + 1e-6);
			}),
			{ numRuns: 60 }
		);
	});
});

describe('thinning and scales', () => {
	it('volume to strength and back', () => {
		fc.assert(
			fc.property(
				between(0.1, 20),
				between(5, 100),
				between(0, 2),
				between(1.01, 50),
				(concentrateL, concentrateMsCm, waterMsCm, times) => {
					const { targetMsCm } = dilute({
						concentrateL,
						concentrateMsCm,
						waterMsCm,
						finalL: concentrateL * times
					});
					const { finalL } = dilute({ concentrateL, concentrateMsCm, waterMsCm, targetMsCm });
					expect(finalL).to.be.closeTo(concentrateL * times, 1e-6 * concentrateL * times);
				}
			)
		);
	});
	for (const scale of [500, 640, 700] as const)
		it(`ppm on the ${scale} scale and back`, () => {
			expect(ppm({ ppm: ppm({ msCm: 1.37, scale }).ppm, scale }).msCm).to.be.closeTo(1.37, 1e-12);
		});
});
