import { expect } from 'chai';
import fc from 'fast-check';
import {
	acid,
	base,
	recipe,
	salts,
	stock,
	topUp,
	type BaseInput,
	type StockInput
} from '../../src/lib/core/nutrients';
import { NoSolution } from '../../src/lib/core/quantity';
import { saltFractions, SALT_IDS, solubilityGL } from '../../src/lib/core/shelf';

/** What is done at the bench, written a second time as plainly as can be, and what must hold of any mix. */
const RUNS = { numRuns: 200 };
const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const near = (got: number, wanted: number, what: string, share = 1e-7) =>
	expect(got, `${what}: ${got} for ${wanted}`).to.be.closeTo(
		wanted,
		share * Math.max(1, Math.abs(wanted))
	);
/** What a question with no answer comes to. */
function orNone<T>(ask: () => T): T | null {
	try {
		return ask();
	} catch (problem) {
		if (problem instanceof NoSolution) return null;
		throw problem;
	}
}

const waters = fc.record({
	alkalinityMeqL: real(0.1, 6),
	startPh: real(4.5, 7.4),
	up: real(0.05, 2),
	phosphateMmolL: real(0, 2)
});
const kinds = fc.constantFrom('koh' as const, 'k2co3' as const, 'khco3' as const);

describe('base', () => {
	it('is what a plain second writing finds by trying doses', () => {
		const h = (pH: number) => 10 ** -pH;
		const [k1, k2, kw] = [10 ** -6.352, 10 ** -10.329, 10 ** -13.995];
		const [p1, p2, p3] = [10 ** -2.148, 10 ** -7.198, 10 ** -12.35];
		/** meq/L of bicarbonate and carbonate of a mmol of carbon. */
		const carbonate = (pH: number) => {
			const [acidForm, one, two] = [h(pH) ** 2, k1 * h(pH), k1 * k2];
			return (one + 2 * two) / (acidForm + one + two);
		};
		const phosphate = (pH: number) => {
			const forms = [h(pH) ** 3, p1 * h(pH) ** 2, p1 * p2 * h(pH), p1 * p2 * p3];
			const all = forms.reduce((a, b) => a + b);
			const share = forms.map((f) => f / all);
			return {
				charge: share[1]! + 2 * share[2]! + 3 * share[3]!,
				alkalinity: share[2]! + 2 * share[3]! - share[0]!
			};
		};
		const free = (pH: number) => 1000 * (kw / h(pH) - h(pH));
		fc.assert(
			fc.property(waters, kinds, real(5, 200), ({ up, ...water }, kind, volumeL) => {
				const { startPh, alkalinityMeqL, phosphateMmolL } = water;
				const targetPh = startPh + up;
				const input: BaseInput = { ...water, targetPh, volumeL, base: { kind, molarity: 1 } };
				const carbon =
					(alkalinityMeqL - free(startPh) - phosphateMmolL * phosphate(startPh).alkalinity) /
					carbonate(startPh);
				const got = orNone(() => base(input));
				if (carbon < 0 || !got) return;
				const [strong, brought] = { koh: [1, 0], k2co3: [2, 1], khco3: [1, 1] }[kind] as [
					number,
					number
				];
				/** Charge that is wanting at the target when so much was poured. */
				const wanting = (dose: number) =>
					(carbon + brought * dose) * carbonate(targetPh) +
					phosphateMmolL * phosphate(targetPh).charge +
					free(targetPh) -
					(carbon * carbonate(startPh) +
						phosphateMmolL * phosphate(startPh).charge +
						free(startPh) +
						strong * dose);
				let [low, high] = [0, 1e7];
				for (let step = 0; step < 300; step++) {
					const dose = (low + high) / 2;
					if (wanting(dose) > 0) low = dose;
					else high = dose;
				}
				near(got.baseMmolL, low, 'dose', 1e-6);
				near(got.baseMl, low * volumeL, 'mL', 1e-6);
			}),
			RUNS
		);
	});

	it('brings back what acid took away, and acid what base did', () => {
		fc.assert(
			fc.property(waters, fc.boolean(), ({ up, ...water }, first) => {
				const { startPh, phosphateMmolL } = water;
				const [low, high] = [startPh, startPh + up];
				const pour = { volumeL: 10, phosphateMmolL };
				const koh = { kind: 'koh' as const, molarity: 1 };
				const nitric = { kind: 'nitric' as const, molarity: 1 };
				const there = orNone(() =>
					first
						? base({ ...water, ...pour, targetPh: high, base: koh })
						: acid({ ...water, ...pour, startPh: high, targetPh: low, acid: nitric })
				);
				if (!there) return;
				const back =
					'baseMl' in there
						? acid({
								...pour,
								startPh: high,
								targetPh: low,
								acid: nitric,
								alkalinityMeqL: there.resultingAlkalinityMeqL
							}).acidMmolL
						: there.remainingAlkalinityMeqL >= 0
							? base({
									...pour,
									startPh: low,
									targetPh: high,
									base: koh,
									alkalinityMeqL: there.remainingAlkalinityMeqL
								}).baseMmolL
							: null;
				if (back !== null)
					near(back, 'baseMl' in there ? there.baseMmolL : there.acidMmolL, 'back', 1e-6);
			}),
			RUNS
		);
	});
});

const additions = fc
	.uniqueArray(fc.constantFrom(...SALT_IDS), { minLength: 1, maxLength: 10 })
	.chain((list) =>
		fc.tuple(
			...list.map((salt) => fc.record({ salt: fc.constant(salt), gramsPerL: real(0.001, 2) }))
		)
	);
const stocks: fc.Arbitrary<StockInput> = fc.record({
	additions,
	doseMlPerL: real(1, 50),
	bottleL: real(0.05, 20),
	temperatureC: real(0, 40)
});
const CHALKS = ['S', 'P', 'B', 'Mo'] as const;

describe('two bottles', () => {
	it('are what a plain second writing fills', () => {
		fc.assert(
			fc.property(stocks, (input) => {
				const got = stock(input);
				const times = 1000 / input.doseMlPerL;
				const grams = input.additions.map(({ gramsPerL }) => gramsPerL * times * input.bottleL);
				const where = input.additions.map(({ salt }) =>
					/calcium|iron/.test(salt!)
						? 'A'
						: /sulfate|phosphate|bor|molybdate/.test(salt!)
							? 'B'
							: null
				);
				for (const [i, bottle] of where.entries()) {
					if (bottle) continue;
					const sum = (name: string) =>
						grams.reduce((a, g, j) => (where[j] === name ? a + g : a), 0);
					where[i] = sum('A') <= sum('B') + 1e-9 ? 'A' : 'B';
				}
				for (const name of ['A', 'B'] as const) {
					const wanted = where.flatMap((bottle, i) => (bottle === name ? [i] : []));
					expect(got.bottles[name].map(({ index }) => index)).to.deep.equal(wanted);
					for (const { index, grams: g } of got.bottles[name]) near(g, grams[index]!, 'grams');
				}
				const full = input.additions.map(
					({ salt, gramsPerL }) => (gramsPerL * times) / solubilityGL(salt!, input.temperatureC)
				);
				near(got.worstSaturation!, Math.max(...full), 'saturation');
				near(got.maxFactor!, times / Math.max(...full), 'greatest factor');
				near(got.readyL, input.bottleL * times, 'litres');
			}),
			RUNS
		);
	});

	it('never hold calcium with what makes chalk of it, and lose nothing', () => {
		fc.assert(
			fc.property(stocks, (input) => {
				const { bottles, factor } = stock(input);
				const holds = (list: (typeof bottles)['A']) => list.map(({ salt }) => saltFractions(salt!));
				for (const list of [bottles.A, bottles.B]) {
					const all = holds(list);
					const calcium = all.some(({ Ca }) => Ca > 0);
					expect(calcium && all.some((f) => CHALKS.some((e) => f[e] > 0))).to.equal(false);
				}
				const grams = [...bottles.A, ...bottles.B].reduce((sum, one) => sum + one.grams, 0);
				const wanted = input.additions.reduce((sum, one) => sum + one.gramsPerL, 0);
				near(grams, wanted * factor * input.bottleL, 'all of it');
			}),
			RUNS
		);
	});
});

describe('a mix', () => {
	it('holds what went in, and salts bring as much positive charge as negative', () => {
		// a chelate is uncharged here, borax and molybdate leave their sodium's counter-ion out
		const whole = SALT_IDS.filter((id) => !/iron|bor|molyb|manganese|zinc|copper/.test(id));
		const weighed = fc.array(
			fc.record({ salt: fc.constantFrom(...whole), grams: real(0, 50), purity: fc.constant(1) }),
			{ maxLength: 8 }
		);
		fc.assert(
			fc.property(weighed, real(1, 200), (list, volumeL) => {
				const { elementsMgL, cationsMeqL, anionsMeqL } = salts({ volumeL, additions: list });
				for (const e of ['N', 'P', 'K', 'Ca', 'Mg', 'S', 'Cl'] as const) {
					const wanted = list.reduce(
						(sum, { salt, grams }) => sum + saltFractions(salt)[e] * grams,
						0
					);
					near((elementsMgL[e] * volumeL) / 1000, wanted, e);
				}
				near(cationsMeqL, anionsMeqL, 'charge', 2e-3);
			}),
			RUNS
		);
	});

	it('is never further from its targets for having one salt more', () => {
		const targetsMgL = { N: 150, P: 40, K: 200, Ca: 150, Mg: 40, S: 60 };
		const miss = (list: (typeof SALT_IDS)[number][]) =>
			Object.entries(recipe({ targetsMgL, salts: list }).errorsPercent).reduce(
				(sum, [e, percent]) => sum + (e === 'S' ? 0.1 : 1) * percent ** 2,
				0
			);
		fc.assert(
			fc.property(fc.shuffledSubarray(SALT_IDS, { minLength: 2, maxLength: 8 }), (list) => {
				expect(miss(list)).to.be.at.most(miss(list.slice(1)) + 1e-6);
			}),
			RUNS
		);
	});
});

describe('a tank brought back', () => {
	it('holds the litres and the salt that were left, filled and dosed', () => {
		const tanks = fc.record({
			nowL: real(0, 80),
			nowMsCm: real(0, 5),
			more: real(0.1, 60),
			targetMsCm: real(0.5, 3),
			waterMsCm: real(0, 1),
			stockMsCmLPerMl: real(0.01, 2)
		});
		fc.assert(
			fc.property(tanks, ({ more, ...tank }) => {
				const fullL = tank.nowL + more;
				const got = orNone(() => topUp({ ...tank, fullL }));
				if (!got) {
					expect(tank.waterMsCm).to.be.greaterThan(tank.targetMsCm);
					return;
				}
				const left = tank.nowL - got.dumpL;
				near(left + got.waterL, fullL, 'litres');
				const salt =
					left * tank.nowMsCm + got.waterL * tank.waterMsCm + got.stockMl * tank.stockMsCmLPerMl;
				near(salt, got.resultMsCm * fullL, 'salt');
				near(got.resultMsCm, tank.targetMsCm, 'strength');
				expect(Math.min(got.dumpL, got.stockMl), 'dumps or doses, never both').to.equal(0);
			}),
			RUNS
		);
	});
});
