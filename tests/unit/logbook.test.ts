import { expect } from 'chai';
import fc from 'fast-check';
import { applyChanges, type Reading } from '../../src/lib/core/design';
import { isOfPh, type Batch, type Step } from '../../src/lib/core/procedure';
import {
	byLitres,
	CAUSES,
	LEAVES,
	leftAfter,
	likelyCauses,
	mixCard,
	newBatch,
	planAnew,
	SIGNS,
	todayPlan,
	type TodayPlan
} from '../../src/lib/core/logbook';
import { SystemModel } from '../../src/lib/core/model';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { METRIC, type Units } from '../../src/lib/core/quantity';
import { rendered } from '../../src/lib/core/review';
import { sentenceOf } from '../../src/lib/ui/procedure/today-words';
import { told } from '../../src/lib/ui/procedure/words';
import { EXAMPLES, example, modelOf, set } from './example';
import { lineOf } from './told';

const TODAY = '2026-05-28';
const read = (over: Partial<Reading>): Reading => ({
	...{ on: TODAY, litres: null, msCm: null, ph: null, waterC: null, meters: null },
	...over
});
const bags = set('operation.mix.bottles', null);
const rail = modelOf('lean-to-rail', bags);
const verbs = ({ steps }: TodayPlan) => steps.map(({ verb }) => verb);
const amountOf = (step: Step): number =>
	'amount' in step && step.amount ? step.amount.value : NaN;

describe('the tank today', () => {
	it('full and right asks for nothing', () => {
		const plan = todayPlan(
			rail,
			read({ litres: rail.filled.tank, msCm: rail.mix.strengthMsCm, ph: rail.mix.ph.aim })
		);
		expect(plan.steps).to.deep.equal([]);
		expect(sentenceOf(plan, METRIC)).to.match(/nothing to do today/);
	});

	it('brings any tank of any example to its mark and its strength: a balance of litres and salt', () => {
		const cases = fc.record({
			name: fc.constantFrom(...EXAMPLES),
			share: fc.double({ min: 0.05, max: 1, noNaN: true }),
			times: fc.double({ min: 0.3, max: 2.5, noNaN: true })
		});
		fc.assert(
			fc.property(cases, ({ name, share, times }) => {
				const model = modelOf(name);
				const { strengthMsCm } = model.mix;
				const litres = share * model.filled.tank;
				const msCm = times * strengthMsCm;
				const { topUp } = todayPlan(model, read({ litres, msCm }));
				if (!topUp) return;
				const { dumpL, waterL, stockMl, resultMsCm } = topUp.result;
				const salt =
					(litres - dumpL) * topUp.input.nowMsCm +
					waterL * topUp.input.waterMsCm +
					stockMl * topUp.input.stockMsCmLPerMl;
				expect(litres - dumpL + waterL).to.be.closeTo(model.filled.tank, 1e-6);
				expect(salt / model.filled.tank).to.be.closeTo(resultMsCm, 1e-6);
				expect(resultMsCm).to.be.closeTo(strengthMsCm, 1e-6);
			}),
			{ numRuns: 100 }
		);
	});

	it('a strong, low tank takes plain water; a strong, full one is thinned by throwing away the least', () => {
		const low = todayPlan(rail, read({ litres: 20, msCm: 2.9 }));
		expect(verbs(low)).to.include('add-water');
		expect(verbs(low)).to.not.include('drain');
		const full = todayPlan(rail, read({ litres: 34, msCm: 2.9 }));
		expect(verbs(full).slice(0, 2)).to.deep.equal(['drain', 'add-water']);
		// (34 × 2.9 − 34 × 2.2) / (2.9 − 0.32)
		expect(amountOf(full.steps[0]!)).to.be.closeTo((34 * 0.7) / 2.58, 0.06);
		expect(todayPlan(rail, read({ litres: 34, msCm: 7 })).change).to.equal(true);
	});

	it('doses bottles by the millilitre and bags by the gram, in the order of the card', () => {
		const weak = read({ litres: 34, msCm: 1.4 });
		const bottled = todayPlan(modelOf('lean-to-rail'), weak);
		expect(sentenceOf(bottled, METRIC)).to.match(/of bottle A and [\d.]+ m?L of bottle B/);
		const dry = todayPlan(rail, weak);
		expect(lineOf(dry.steps.at(-1)!)).to.match(/calcium nitrate/i);
		expect(sentenceOf(dry, METRIC)).to.match(/^Stir in .* and \d more/);
	});

	it('asks for acid only where pH does not come right by itself, and for as much as brings it there', () => {
		const at = (ph: number, litres = 34) =>
			todayPlan(rail, read({ litres, msCm: 2.2, ph })).steps.find(isOfPh);
		const way = (step: Step | undefined) =>
			step?.verb === 'no-amount'
				? step.pouring.way
				: step?.verb === 'pour'
					? step.caution?.code
					: null;
		expect(at(6)).to.equal(undefined);
		expect(way(at(7.2))).to.equal('acid');
		expect(way(at(4.6))).to.equal('base');
		// a tank half empty is filled with alkaline water
		expect(way(at(6, 15))).to.equal('acid');
		expect(told(at(6, 15)!, METRIC).caution).to.match(/Acid into water/);
	});

	it('does nothing on a reading that cannot be until it was looked at again', () => {
		const last = read({ on: '2026-05-27', litres: 34, msCm: 2.2, ph: 6 });
		const ask = (over: Partial<Reading>, sure = false) => todayPlan(rail, read(over), last, sure);
		const about = (over: Partial<Reading>) => ask(over).doubts.map((doubt) => doubt.about);
		expect(about({ litres: 18, msCm: 2.5, ph: 6.1 })).to.deep.equal([]);
		// nobody filled it, it did not run out overnight, and salt does not come out of nothing
		expect(about({ litres: 60 })).to.include('litres');
		expect(about({ litres: 400 })).to.include('litres');
		expect(about({ litres: 18, msCm: 5.9 })).to.include('msCm');
		expect(about({ litres: 32, msCm: 0.6 })).to.include('msCm');
		expect(about({ litres: 30, ph: 8.4 })).to.include('ph');
		expect(ask({ litres: 18, msCm: 5.9 }).steps).to.deep.equal([]);
		expect(ask({ litres: 18, msCm: 5.9 }, true).steps).to.not.deep.equal([]);
	});

	it('takes a reading for what a checked meter would show', () => {
		const off = modelOf(
			'lean-to-rail',
			bags,
			set('record.meters.strength', { on: TODAY, standardMsCm: 1.413, readMsCm: 1.5543 })
		);
		// it shows a tenth too much: 2.42 is 2.20
		const plan = todayPlan(off, read({ litres: 34, msCm: 2.42 }));
		expect(plan.steps).to.deep.equal([]);
		const cold = modelOf('lean-to-rail', bags, set('record.meters.compensates', false));
		expect(todayPlan(cold, read({ litres: 34, msCm: 1.87, waterC: 17.5 })).steps).to.deep.equal([]);
	});

	it('doses nothing where fish live in the loop', () => {
		const fish = modelOf('lean-to-rail', set('operation.mix.fish', true));
		expect(mixCard(fish)).to.deep.equal([]);
		expect(verbs(todayPlan(fish, read({ litres: 10, msCm: 1 })))).to.deep.equal(['add-water']);
	});
});

describe('a card with a reading that is off', () => {
	const model = modelOf('lean-to-rail', bags);
	const at = (batch: Batch) => batch.steps.findIndex(({ expect: e }) => e?.what === 'strength');
	const batch = newBatch(model, 'b', TODAY);

	it('is planned anew from what is in the tank, whatever it was', () => {
		const strong = planAnew(model, batch, 2.8, 'scale');
		expect(strong[0]!.verb).to.equal('drain');
		expect(strong.some(({ expect: e }) => e?.what === 'strength')).to.equal(true);
		const weak = planAnew(model, batch, 1.6, 'water');
		expect(lineOf(weak[0]!)).to.match(/Stir in/);
		expect(lineOf(planAnew(model, batch, 2.8, 'meter')[0]!)).to.match(/standard/);
		expect(lineOf(planAnew(model, batch, 2.8, 'bottle')[0]!)).to.match(/Drain off all of it/);
		// the rest of the card is still to do, and no step has another's name
		const whole = [...batch.steps.slice(0, at(batch) + 1), ...strong];
		expect(whole.some(({ id }) => id === 'ph')).to.equal(true);
		expect(new Set(whole.map(({ id }) => id)).size).to.equal(whole.length);
	});

	it('weighs in what is missing: the strength comes out at the aim', () => {
		const weak = planAnew(model, batch, 1.6, 'scale');
		const calcium = weak.find((step) => /calcium nitrate/i.test(lineOf(step)))!;
		const share = (2.2 - 1.6) / (model.mix.expectedMsCm - 0.32);
		const item = model.mix.items.find(({ saltId }) => saltId === 'calcium-nitrate-4h')!;
		expect(amountOf(calcium)).to.be.closeTo(item.amount * share, 0.1);
	});

	it('takes off the shelf what went in, and never more than there is', () => {
		expect(leftAfter(100, 29.8)).to.equal(70.2);
		expect(leftAfter(10, 29.8)).to.equal(0);
	});
});

describe('without a meter', () => {
	const labelled = modelOf(
		'lean-to-rail',
		bags,
		set('operation.mix.source', {
			kind: 'product',
			name: 'One bottle',
			form: 'liquid',
			label: { N: 6, P2O5: 4, K2O: 8, CaO: 4 },
			densityKgL: 1.2,
			labelDosePerL: 4
		}),
		set('operation.mix.method', 'label')
	);

	it('doses by the litres poured in, with bounds that widen as they add up', () => {
		const [some, more] = [byLitres(labelled, 5)!, byLitres(labelled, 60)!];
		expect(some.doses[0]!.amount).to.be.closeTo(20, 1e-9);
		const wide = ({ lowMsCm, highMsCm }: typeof some) => highMsCm - lowMsCm;
		expect(wide(more)).to.be.above(wide(some));
		expect(some.lowMsCm).to.be.below(labelled.mix.expectedMsCm);
		expect(some.highMsCm).to.be.above(labelled.mix.expectedMsCm);
		expect(byLitres(rail, 5)).to.equal(null);
	});

	it('leads from what leaves show to causes, each with one correction and what else it does', () => {
		for (const leaves of Object.keys(LEAVES) as (keyof typeof LEAVES)[])
			for (const sign of Object.keys(SIGNS) as (keyof typeof SIGNS)[]) {
				const causes = likelyCauses(leaves, sign);
				expect(causes.length, `${leaves}, ${sign}`).to.be.within(1, 3);
				for (const cause of causes) expect(cause.signs).to.include(sign);
			}
		expect(likelyCauses('younger', 'veins')[0]!.id).to.equal('iron');
		expect(likelyCauses('older', 'veins')[0]!.id).to.equal('magnesium');
		for (const cause of CAUSES) expect(cause.correct.length * cause.besides.length).to.be.above(0);
		const us: Units = { system: 'us', strength: 'ppm500' };
		for (const { correct, besides, measureFirst } of CAUSES)
			expect(rendered([correct, besides, measureFirst].join(' '), us)).to.not.match(
				/⟦|°C|\blit(?:re|er)|\d L\b/
			);
	});
});

describe('what is measured out', () => {
	it('rounding is never worse than said, and what is said is what is weighed', () => {
		const some = fc.record({
			name: fc.constantFrom(...EXAMPLES),
			stepG: fc.constantFrom(0.01, 0.1, 0.5, 1, 5),
			bottleL: fc.option(fc.double({ min: 0.25, max: 10, noNaN: true })),
			scoops: fc.boolean()
		});
		fc.assert(
			fc.property(some, ({ name, stepG, bottleL, scoops }) => {
				const model = new SystemModel(
					applyChanges(example(name), [
						set('operation.mix.measure', { by: scoops ? 'scoops' : 'scale', stepG }),
						set(
							'operation.mix.bottles',
							bottleL === null ? null : { doseMlPerL: 10, bottleL, shedC: 10, madeOn: null }
						)
					]),
					BUILT_IN_SHELF
				);
				const { weighing } = model;
				const most = Math.max(...weighing.items.map(({ errorPercent }) => Math.abs(errorPercent)));
				for (const { weigh, step, amount, jug, errorPercent } of weighing.items) {
					expect(Math.abs(weigh / step - Math.round(weigh / step))).to.be.below(1e-6);
					const put = weigh / (jug?.times ?? 1);
					expect(100 * (put / amount - 1)).to.be.closeTo(errorPercent, 1e-6);
					// half a step of the scale, of what is put on it
					expect(Math.abs(put - amount) * (jug?.times ?? 1)).to.be.at.most(step / 2 + 1e-9);
				}
				// calcium with sulfate or phosphate makes chalk in a jug as it does in a bottle
				const jugs = new Map<string, { Ca: number; S: number; P: number }>();
				for (const { jug, index } of weighing.items) {
					if (!jug) continue;
					const key = `${jug.kind} ${jug.times}`;
					const { Ca, S, P } = model.mix.ingredients[index]!.fractions;
					const before = jugs.get(key) ?? { Ca: 0, S: 0, P: 0 };
					jugs.set(key, { Ca: before.Ca + Ca, S: before.S + S, P: before.P + P });
				}
				for (const { Ca, S, P } of jugs.values()) expect(Ca > 0 && S + P > 0).to.equal(false);
				for (const percent of Object.values(weighing.elementsPercent))
					expect(Math.abs(percent)).to.be.at.most(most + 1e-6);
			}),
			{ numRuns: 120 }
		);
	});
});

describe('fish in the loop', () => {
	const fish = modelOf('lean-to-rail', set('operation.mix.fish', true));

	it('gets no dose from any page or symptom, and is told how much water to top up with', () => {
		const today = todayPlan(fish, read({ litres: 20, msCm: 0.3, ph: 8.2 }));
		expect(verbs(today)).to.deep.equal(['add-water']);
		// a tenth of 34 L at most
		expect(amountOf(today.steps[0]!)).to.be.closeTo(3.4, 0.06);
		expect(told(today.steps[0]!, METRIC).caution).to.match(/the rest tomorrow/);
		expect(sentenceOf(today, METRIC)).to.match(/without chlorine.*not judged here/);
		expect(todayPlan(fish, read({ litres: 34 })).steps).to.deep.equal([]);
		expect(fish.mix.phDose).to.equal(null);
		expect(fish.pour).to.equal(null);
		for (const leaves of Object.keys(LEAVES) as (keyof typeof LEAVES)[])
			for (const sign of Object.keys(SIGNS) as (keyof typeof SIGNS)[])
				for (const { correct } of likelyCauses(leaves, sign, true))
					expect(correct).to.not.match(/acid|chelate|strength|salt|solution|mix|dose/i);
	});
});

describe('scoops', () => {
	it('go straight in, whole or half, where that is within a tenth; what is weighed is in steps of the scale', () => {
		const by = set('operation.mix.measure', { by: 'scoops', stepG: 0.1 });
		for (const name of EXAMPLES) {
			const { weighing } = modelOf(name, bags, by);
			for (const { jug, unit, scoops, amount, step, errorPercent } of weighing.items) {
				if (unit === 'mL' || amount <= 0) continue;
				const near = Math.abs(Math.round(amount / step) * step - amount) <= 0.1 * amount;
				expect(jug === null, `${name}: ${amount} g in steps of ${step}`).to.equal(
					near || jug === null
				);
				if (near) expect(jug).to.equal(null);
				expect(Math.abs((2 * scoops!) % 1)).to.be.closeTo(0, 1e-9);
				if (jug === null && near) expect(Math.abs(errorPercent)).to.be.at.most(10.0001);
			}
		}
		const weak = todayPlan(modelOf('loft-table', bags), read({ litres: 30, msCm: 0.9 }));
		for (const step of weak.steps)
			if (step.verb === 'add' && step.amount.of === 'salt')
				expect(Math.abs(10 * amountOf(step) - Math.round(10 * amountOf(step)))).to.be.below(1e-6);
	});
});
