import { expect } from 'chai';
import {
	guessedIons,
	newPlace,
	rejectL,
	treatedWater,
	usualWater,
	waterReportOf
} from '../../src/lib/core/design';
import { strengthRamp } from '../../src/lib/core/model';
import { bestSalt, practiceWith, recipe, targetsAt } from '../../src/lib/core/nutrients';
import { PARAMETERS } from '../../src/lib/core/parameters';
import { InvalidInput, METRIC, slipOf, typedNumber } from '../../src/lib/core/quantity';
import { SALT_IDS } from '../../src/lib/core/shelf';
import { modelOf, set } from './example';

const US = { system: 'us' as const, strength: 'ppm500' as const };

describe('slips', () => {
	const strength = { low: 0, high: 6 };
	for (const [typed, meant] of [
		[1900, 1.9],
		[950, 1.9],
		[19, 1.9],
		[1400, 1.4]
	] as const)
		it(`${typed} for ${meant} mS/cm is asked about`, () =>
			expect(slipOf(typed, 'strength', METRIC, strength, meant + 0.1)!.value).to.be.closeTo(
				meant,
				0.01
			));
	it('mS/cm typed where ppm are read, pH without its point, a jug in mL, a scale in mg', () => {
		expect(slipOf(1.9, 'strength', US, { low: 0.2, high: 6 }, 2)!.value).to.equal(1.9);
		expect(slipOf(56, 'ratio', METRIC, { low: 3, high: 10 }, 6)!.value).to.equal(5.6);
		expect(slipOf(24_000, 'volume', METRIC, { low: 0, high: 60 }, 30)!.value).to.equal(24);
		expect(slipOf(690, 'salt', METRIC, { low: 0, high: 20 }, 0.7)!.value).to.equal(0.69);
		expect(slipOf(68, 'temperature', METRIC, { low: 0, high: 45 }, 20)!.value).to.equal(20);
	});
	it('what can be is no slip, and what nothing explains is not guessed at', () => {
		expect(slipOf(2.4, 'strength', METRIC, strength, 1.9)).to.equal(null);
		expect(slipOf(9e9, 'strength', METRIC, strength, 1.9)).to.equal(null);
		expect(slipOf(NaN, 'strength', METRIC, strength, 1.9)).to.equal(null);
	});
	it('a comma is a point, and nothing is no nought', () => {
		expect(typedNumber(' 2,15 ')).to.equal(2.15);
		expect(Number.isNaN(typedNumber(''))).to.equal(true);
	});
});

describe('a water report', () => {
	it('is read in any unit it may be printed in', () => {
		const { figures, passed } = waterReportOf(
			'Calcium; 34; mg/L\nAlkalinity; 95; mg/L CaCO3\nConductivity; 32; mS/m\nNitrate; 22.1; mg/L\nBoron: 40 µg/L\nColour; 3; Pt'
		);
		expect(figures.Ca).to.equal(34);
		expect(figures.alkalinityMeqL).to.be.closeTo(95 / 50.04, 1e-3);
		expect(figures.ecMsCm).to.be.closeTo(0.32, 1e-9);
		expect(figures.NO3N).to.be.closeTo(22.1 * 0.2259, 1e-3);
		expect(figures.B).to.equal(0.04);
		expect(passed).to.deep.equal(['Colour']);
	});
	it('gives one water whether hardness is told in °dH, in °f or in meq/L', () => {
		const of = (line: string) => waterReportOf(`${line}\npH; 7.4`).figures;
		const [dh, f, meq] = [of('Hardness; 5.6; °dH'), of('Hardness; 10; °f'), of('GH; 2; meq/L')];
		for (const one of [dh, f]) {
			expect(one.Ca).to.be.closeTo(meq.Ca!, 0.1);
			expect(one.Mg).to.be.closeTo(meq.Mg!, 0.1);
		}
	});
	for (const [text, why] of [
		['Calcium; many; mg/L', /must be a number, and “many” stands there/],
		['Alkalinity; 5; furlongs', /the unit “furlongs” is not known; write one of/],
		['pH; 74', /over 11: look at its unit/],
		['good morning', /nothing of it was understood/]
	] as const)
		it(`refuses “${text}” in words`, () => {
			try {
				waterReportOf(text);
				expect.fail('it was taken');
			} catch (problem) {
				if (!(problem instanceof InvalidInput)) throw problem;
				expect(problem.issues[0]!.message).to.match(why);
			}
		});
});

describe('what stands before the tank', () => {
	const tap = usualWater();
	it('a softener gives charge for charge sodium', () => {
		const soft = treatedWater({ ...tap, treated: { kind: 'softener' } });
		expect([soft.Ca, soft.Mg, soft.alkalinityMeqL]).to.deep.equal([0, 0, tap.alkalinityMeqL]);
		const meq = (soft.Na - tap.Na) / 22.99;
		expect(meq).to.be.closeTo(tap.Ca / 20.04 + tap.Mg / 12.15, 1e-9);
	});
	it('a membrane holds its part back, and the rest runs to the drain', () => {
		const treated = { kind: 'osmosis' as const, holdsBack: 0.9, yields: 0.25 };
		const pure = treatedWater({ ...tap, treated });
		expect(pure.Ca).to.be.closeTo(tap.Ca / 10, 1e-9);
		expect(pure.ph).to.be.below(tap.ph);
		expect(rejectL({ treated }, 10)).to.equal(30);
		expect(treatedWater(tap).Ca).to.equal(tap.Ca);
	});
	it('ions guessed from strength and a drop test carry that strength', () => {
		const { Ca, Mg, Na } = guessedIons(0.5, 2);
		expect(Ca / 20.04 + Mg / 12.15 + Na / 22.99).to.be.closeTo(5, 0.1);
		expect(newPlace('x').waters[0]!.guessed).to.equal(undefined);
	});
});

describe('what would mend a mix', () => {
	const targetsMgL = targetsAt(2, true);
	it('is the one salt after which the least is lacking', () => {
		const salts = SALT_IDS.filter((id) => !/boric|borax/.test(id));
		const best = bestSalt({ targetsMgL, salts }, SALT_IDS)!;
		expect(best.element).to.equal('B');
		expect(best.salt).to.match(/bor/);
		expect([best.fromPercent, best.toPercent]).to.satisfy(
			([from, to]: number[]) => from! < 5 && to! > 80
		);
		expect(bestSalt({ targetsMgL, salts: [...SALT_IDS] }, SALT_IDS)).to.equal(null);
	});
	it('own targets stand in place of the usual, and the mix follows them', () => {
		const own = practiceWith(PARAMETERS, { K: 300 });
		expect(targetsAt(2, true, own).K).to.be.closeTo(300, 1e-9);
		expect(targetsAt(2, true, own).N).to.equal(targetsMgL.N);
		expect(practiceWith(PARAMETERS, {})).to.equal(PARAMETERS);
		const share = (changes: object) => {
			const { K, N } = modelOf('lean-to-rail', set('operation.mix.profile', changes)).mix.salts
				.result.elementsMgL;
			return K / N;
		};
		expect(share({ K: 320 })).to.be.above(1.1 * share({}));
		expect(
			recipe({ targetsMgL: { K: 100 }, salts: ['potassium-chloride'] }).errorsPercent.K
		).to.be.closeTo(0, 1e-6);
	});
	it('amounts held by the grower stay, and the rest is fitted round them', () => {
		const model = modelOf('lean-to-rail', set('operation.mix.held', { 'potassium-nitrate': 0.9 }));
		const index = model.mix.ingredients.findIndex(({ of }) => of === 'potassium-nitrate');
		expect(model.mix.gramsPerL[index]).to.equal(0.9);
		expect(model.mix.expectedMsCm).to.be.closeTo(2.2, 0.02);
	});
	it('several in a ratio stay in it, whatever the strength', () => {
		const source = {
			kind: 'several',
			partsAre: 'grams',
			items: [
				{ id: 'a', kind: 'salt', saltId: 'calcium-ammonium-nitrate', parts: 2 },
				{ id: 'b', kind: 'salt', saltId: 'potassium-nitrate', parts: 2 },
				{ id: 'c', kind: 'salt', saltId: 'magnesium-sulfate-7h', parts: 1 }
			]
		};
		for (const strengthMsCm of [1, 2.4]) {
			const { gramsPerL, expectedMsCm } = modelOf(
				'lean-to-rail',
				set('operation.mix.source', source),
				set('operation.mix.strengthMsCm', strengthMsCm)
			).mix;
			expect(expectedMsCm).to.be.closeTo(strengthMsCm, 0.01);
			expect(gramsPerL[0]! / gramsPerL[2]!).to.be.closeTo(2, 1e-6);
			expect(gramsPerL[1]! / gramsPerL[2]!).to.be.closeTo(2, 1e-6);
		}
	});
});

describe('young plants', () => {
	it('are fed on a ramp of dates that rises to what they take full grown', () => {
		const model = modelOf('lean-to-rail');
		const stages = Object.fromEntries(
			Object.keys(model.operation.crops).map((id) => [id, 'seedling'])
		);
		const young = model.with([set('record.stages', stages)]);
		const steps = strengthRamp(young, '2026-04-02');
		expect(steps.length).to.be.above(2);
		const strengths = steps.map(({ msCm }) => msCm);
		expect(strengths).to.deep.equal([...strengths].sort((a, b) => a - b));
		expect(strengths.at(-1)).to.be.closeTo(model.mix.recommendedMsCm, 0.15);
		expect(strengthRamp(model, '2026-05-28').length).to.equal(1);
	});
});
