import { expect } from 'chai';
import { SystemModel } from '../../src/lib/core/model';
import { mixCard } from '../../src/lib/core/logbook';
import { SALTS, type SaltId } from '../../src/lib/core/shelf';
import { salts } from '../../src/lib/core/nutrients';
import { modelOf, EXAMPLES, set } from './example';
import { railModel } from './rail';
import { readOf } from './told';

/** A product by its label. */
const product = (over: object = {}) =>
	set('operation.mix.source', {
		kind: 'product',
		name: 'Leaf feed',
		form: 'liquid',
		densityKgL: 1.2,
		labelDosePerL: 4,
		label: { N: 5, P2O5: 2, K2O: 6, CaO: 4, MgO: 1 },
		...over
	});
const rankOf = (saltId: SaltId | null): number =>
	saltId === null ? 0 : saltId.startsWith('calcium') ? 2 : saltId.startsWith('iron') ? 1 : 0;
const gramsIn = (model: SystemModel) =>
	new Map(model.mix.items.map((item) => [item.name, item.amount]));

describe('the mix of every example', () => {
	for (const name of EXAMPLES) {
		// weighed for each fill, not poured from bottles
		const model = modelOf(name, set('operation.mix.bottles', null));

		it(`${name}: comes to the strength aimed at, worked out from what is weighed`, () => {
			const { mix } = model;
			const again = salts(mix.salts.input);
			expect(again.ecMsCm).to.be.closeTo(mix.expectedMsCm, 1e-9);
			if (model.operation.mix.method === 'meter')
				expect(mix.expectedMsCm).to.be.closeTo(mix.strengthMsCm, 0.02);
			expect(mix.uncertaintyMsCm).to.be.above(0);
		});

		it(`${name}: calcium goes in last, iron just before it, all of it in plain water first`, () => {
			const { items } = model.mix;
			const ranks = items.map((item) => rankOf(item.saltId));
			expect(ranks).to.deep.equal([...ranks].sort((a, b) => a - b));
			const card = mixCard(model);
			const steps = readOf(card);
			expect(steps[0]!.text).to.match(/^Fill the tank with plain water/);
			const stirred = card.filter(({ verb }) => verb === 'add');
			const told = readOf(stirred).map(({ text }) => text.toLowerCase());
			for (const { name } of items) expect(told.join(' ')).to.include(name.toLowerCase());
			const topped = card.findIndex(({ verb }) => verb === 'fill-to-mark');
			expect(card.indexOf(stirred.at(-1)!)).to.be.below(topped);
			if (ranks.includes(2) && items.length > 1)
				expect(readOf(stirred).at(-1)!.caution).to.match(/Calcium goes in last/);
		});

		it(`${name}: twice the water takes twice the salts, at the same strength`, () => {
			const fillL = model.operation.fillL;
			const half = model.with([set('operation.fillL', fillL / 2)]);
			const [all, some] = [gramsIn(model), gramsIn(half)];
			const share = half.mix.litres / model.mix.litres;
			for (const [salt, grams] of all)
				expect(some.get(salt)!).to.be.closeTo(grams * share, 1e-6 * grams);
			expect(half.mix.expectedMsCm).to.be.closeTo(model.mix.expectedMsCm, 1e-6);
		});
	}
});

describe('what the mix is made of', () => {
	const weighed = 'kitchen-columns';

	it('a stronger mix takes more of everything together, and reads stronger', () => {
		let before = 0;
		for (const strength of [0.8, 1.2, 1.8, 2.4]) {
			const { mix } = modelOf(weighed, set('operation.mix.strengthMsCm', strength));
			const total = mix.items.reduce((sum, item) => sum + item.amount, 0);
			expect(total).to.be.above(before);
			before = total;
		}
	});

	it('water that brings calcium needs less of it weighed', () => {
		const model = modelOf(weighed);
		const calcium = (mgL: number) => {
			const { mix } = model.with([set('place.waters[id=tap].Ca', mgL)]);
			return mix.items
				.filter((item) => item.saltId?.startsWith('calcium'))
				.reduce((sum, item) => sum + item.amount, 0);
		};
		expect(calcium(80)).to.be.below(calcium(10));
	});

	it('a product is dosed by the meter to the strength, by its label to the label', () => {
		const byMeter = modelOf(weighed, product(), set('operation.mix.method', 'meter')).mix;
		expect(byMeter.expectedMsCm).to.be.closeTo(byMeter.strengthMsCm, 0.01);
		const byLabel = (labelShare: number) =>
			modelOf(
				weighed,
				product(),
				set('operation.mix.method', 'label'),
				set('operation.mix.labelShare', labelShare)
			).mix;
		const [whole, half] = [byLabel(1), byLabel(0.5)];
		expect(whole.items[0]!.amount).to.be.closeTo(4 * whole.litres, 1e-6);
		expect(half.items[0]!.amount).to.be.closeTo(2 * half.litres, 1e-6);
		expect(half.expectedMsCm).to.be.below(whole.expectedMsCm);
		// a spoon and a label are vaguer than a meter
		expect(whole.uncertaintyMsCm).to.be.above(byMeter.uncertaintyMsCm);
	});

	it('a powder is given in grams, a liquid in millilitres', () => {
		const unit = (form: string) => modelOf(weighed, product({ form })).mix.items[0]!.unit;
		expect([unit('liquid'), unit('powder')]).to.deep.equal(['mL', 'g']);
		const steps = readOf(mixCard(modelOf(weighed, product())));
		expect(steps.find((s) => /leaf feed/i.test(s.text))!.amount).to.match(/\d (?:mL|L)$/);
	});

	it('acid is asked for only where the water needs it, with its caution', () => {
		const model = modelOf(weighed);
		const steps = (ph: number) =>
			readOf(mixCard(model.with([set('place.waters[id=tap].ph', ph)]))).map(
				({ why, text, caution }) => [why, text, caution].join(' ')
			);
		expect(steps(8).join(' '))
			.to.match(/The pH is about \d\.\d now\. Stir in half of the phosphoric acid \d+%/)
			.and.match(/Acid into water, never water into acid/);
		expect(steps(5.8).join(' ').replaceAll('boric acid', '')).to.not.match(/[Aa]cid|pH/);
	});

	it('every salt that may be chosen is on the list with what it brings', () => {
		for (const [id, salt] of Object.entries(SALTS)) {
			expect(salt.name, id).to.match(/\w{3}/);
			const made = salts({
				volumeL: 100,
				additions: [{ salt: id as SaltId, grams: 50, purity: 1 }],
				water: { Ca: 0, Mg: 0, Na: 0, Cl: 0, S: 0, alkalinityMeqL: 0 }
			});
			expect(made.ecMsCm, id).to.be.at.least(0);
			expect(
				Object.values(made.elementsMgL).some((mgL) => mgL > 0),
				id
			).to.equal(true);
		}
	});
});

describe('mix', () => {
	const product = {
		kind: 'product',
		name: 'Blend',
		form: 'liquid',
		label: { N: 6, P2O5: 4, K2O: 8, CaO: 3 },
		densityKgL: 1.2,
		labelDosePerL: 4
	};

	it('weighs out the strength it was asked for', () => {
		for (const strengthMsCm of [0.8, 1.4, 2.2, 3]) {
			const { mix } = railModel([{ path: 'operation.mix.strengthMsCm', value: strengthMsCm }]);
			expect(mix.expectedMsCm).to.be.closeTo(strengthMsCm, 0.01);
		}
	});

	it('follows the plants: weaker for young ones, and what they have in common', () => {
		const stages = (stage: string) =>
			Object.fromEntries(Object.keys(railModel().operation.crops).map((id) => [id, stage]));
		const at = (stage: string) =>
			railModel([{ path: 'record.stages', value: stages(stage) }]).mix.recommendedMsCm;
		expect(at('seedling')).to.be.below(at('growing'));
		expect(at('growing')).to.be.at.most(at('full'));
		expect(railModel().mix.recommendedMsCm).to.be.within(1.6, 2.2);
	});

	it('a product by its label says what to expect and how far that is to be trusted', () => {
		const by = (method: string, share = 1) =>
			railModel([
				{ path: 'operation.mix.source', value: product },
				{ path: 'operation.mix.method', value: method },
				{ path: 'operation.mix.labelShare', value: share }
			]).mix;
		expect(by('label').items).to.deep.equal([
			{ name: 'Blend', amount: 4 * 34, unit: 'mL', saltId: null, index: 0 }
		]);
		expect(by('label', 0.5).items[0]!.amount).to.equal(68);
		expect(by('label').uncertaintyMsCm).to.be.above(3 * by('meter').uncertaintyMsCm - 0.1);
		expect(by('meter').expectedMsCm).to.be.closeTo(2.2, 0.01);
	});

	it('its card goes from water to calcium, and minds acid', () => {
		const bags = set('operation.mix.bottles', null);
		const texts = readOf(mixCard(railModel([bags]))).map(
			({ text, caution }) => `${text} ${caution}`
		);
		const at = (word: RegExp) => texts.findIndex((text) => word.test(text));
		expect(at(/Fill the tank/)).to.equal(0);
		expect(at(/magnesium sulfate/)).to.be.below(at(/calcium nitrate/));
		expect(at(/monopotassium/)).to.be.below(at(/calcium nitrate/));
		expect(at(/calcium nitrate/)).to.be.below(at(/Top up/));
		expect(at(/Acid into water/)).to.be.above(0);
		const young = railModel([
			{ path: 'operation.crops', value: { 'rail/1/1/1': 'chilli' } },
			{ path: 'record.stages', value: { 'rail/1/1/1': 'young' } }
		]);
		expect(
			readOf(mixCard(young))
				.map(({ text }) => text)
				.join()
		).to.match(/part strength/);
	});
});
