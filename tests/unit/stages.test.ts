import { expect } from 'chai';
import { existsSync, readFileSync } from 'node:fs';
import { STAGES } from '../../src/lib/core/model';
import { calculate } from '../../src/lib/core/operations';
import { EXAMPLES, modelOf, set } from './example';
import { troubled, TROUBLES } from './troubles';

const resultOf = (op: string, input: unknown): unknown => {
	const answer = calculate(op, input);
	if ('error' in answer) throw new Error(JSON.stringify(answer.error));
	return answer.result;
};
const near = (a: number, b: number) => expect(a).to.be.closeTo(b, 1e-9 * Math.max(1, Math.abs(b)));

describe('stages', () => {
	it('each says in docs/stages.md what it answers, and which test shows it', () => {
		const page = readFileSync(new URL('../../docs/stages.md', import.meta.url), 'utf8');
		const rows = page.split('\n').filter((line) => line.startsWith('| `'));
		const told = rows.map((row) => row.split('|').map((cell) => cell.trim()));
		expect(told.map(([, name]) => name!.replaceAll('`', ''))).to.deep.equal(Object.keys(STAGES));
		for (const [, name, answers, shown] of told) {
			expect(answers!.length, name).to.be.above(12);
			const file = new URL(`./${shown!.replaceAll('`', '')}.test.ts`, import.meta.url);
			expect(existsSync(file), `${name}: ${shown}`).to.equal(true);
			const word = new RegExp(`\\b${name!.replaceAll('`', '')}\\b`);
			expect(readFileSync(file, 'utf8'), `${name} in ${shown}`).to.match(word);
		}
	});

	for (const name of EXAMPLES) {
		const model = modelOf(name);
		it(`${name}: structure is the layout before anything grows in it; planting is what grows`, () => {
			const { structure, layout, planting } = model;
			expect(layout.containers.map(({ id }) => id)).to.deep.equal(
				structure.containers.map(({ id }) => id)
			);
			expect(layout.outlets).to.deep.equal(structure.outlets);
			const planted = layout.sites.filter(({ cropId }) => cropId);
			expect(planting.map(([id]) => id).sort()).to.deep.equal(planted.map(({ id }) => id).sort());
		});

		it(`${name}: weather and tankDay are what their operations make of what they say they read`, () => {
			expect(model.weather.result).to.deep.equal(
				resultOf('evapotranspiration', model.weather.input)
			);
			const { input, result } = model.tankDay;
			expect(result).to.deep.equal(resultOf('tank-heat', input));
			expect(result.minC).to.be.at.most(result.meanC);
			expect(result.meanC).to.be.at.most(result.maxC);
		});

		it(`${name}: balance leaves no node short; what runs out of all is what the source gives`, () => {
			const { balance, flows } = model;
			const out = [...flows.outletLph.values()].reduce((a, b) => a + b, 0);
			expect(out).to.be.closeTo(balance.sourceFlow, 0.02);
			const sums = [flows.containerLph, flows.standLph].map((of) =>
				[...of.values()].reduce((a, b) => a + b, 0)
			);
			for (const sum of sums) near(sum, out);
		});

		it(`${name}: loopWater is all that the media hold where everything drains back`, () => {
			const { loopWater, held, account, operation } = model;
			const all = [...held.values()].map(({ result }) => result.availableL + result.poolL);
			const sum = all.reduce((a, b) => a + b, 0);
			expect(loopWater.filledL).to.equal(operation.fillL);
			const mine = loopWater.heldL + loopWater.levelL;
			if (account.stands.every(({ way }) => way === 'returns')) near(mine, sum);
			else expect(mine).to.be.at.most(sum + 1e-9);
		});
	}

	it('powerCut: the thirstiest is stressed before it wilts, and what one lacks is there sooner', () => {
		const hours = (...changes: Parameters<typeof modelOf>[1][]) => {
			const { hoursToStress, hoursToWilt } = modelOf('lean-to-rail', ...changes).powerCut!;
			expect(hoursToStress).to.be.at.most(hoursToWilt!);
			return hoursToWilt!;
		};
		const usual = hours();
		expect(hours(set('record.useFactor', 2))).to.be.below(usual);
	});

	it('siphon: none where every outlet is over the water; where one hangs under it, until the air gets in', () => {
		expect(modelOf('lean-to-rail').siphon).to.equal(null);
		const under = troubled(TROUBLES.find(({ code }) => code === 'siphon-runs-on')!);
		expect(under.siphon!.flowLph).to.be.above(0);
		expect(under.siphon!.fromM).to.be.above(under.siphon!.toM);
		expect(under.siphon!.litres).to.be.above(0);
	});

	it('phDrift: roots set alkalinity free by the nitrate they take, so many litres of it a day', () => {
		const { phDrift, waterUse, operation, mix, parameters } = modelOf('lean-to-rail');
		const takenL = (waterUse.useLPerDay * operation.uptakePercent) / 100;
		const { NO3N, NH4N } = mix.salts.result.elementsMgL;
		// 14.007 g of nitrogen are a mole
		const mmol = (mgL: number) => ((mgL / 14.007) * takenL) / mix.litres;
		const alkali = parameters.mixing.nitrateAlkali.value;
		expect(phDrift.fromRootsMeqL).to.be.closeTo(alkali * mmol(NO3N) - mmol(NH4N), 1e-4);
		expect(phDrift.direction).to.equal('up');
	});

	it('sourceWater, strength, weighing: soft water mixed at what the crops want, off by what the scale rounds', () => {
		const { sourceWater, strength, weighing, bottles, mix } = modelOf('lean-to-rail');
		const water = modelOf('lean-to-rail').place.waters[0]!;
		near(sourceWater.ecMsCm, water.ecMsCm);
		expect(strength.aimMsCm).to.be.within(strength.range.low, strength.range.high);
		for (const { weigh, step, amount, jug } of weighing.items)
			expect(Math.abs(weigh - amount * (jug?.times ?? 1))).to.be.at.most(step / 2 + 1e-9);
		near(weighing.litres, bottles.made ? bottles.stock!.result.readyL : mix.litres);
	});

	it('base: none where the water is not too sour; where it is, it comes up to what crops take', () => {
		expect(modelOf('lean-to-rail').base).to.equal(null);
		const sour = modelOf(
			'lean-to-rail',
			set('place.waters[id=tap].ph', 4.5),
			set('place.waters[id=tap].alkalinityMeqL', 0)
		);
		expect(sour.base!.result).to.deep.equal(resultOf('base', sour.base!.input));
		expect(sour.base!.result.baseMl).to.be.above(0);
	});
});
