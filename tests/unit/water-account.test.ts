import { expect } from 'chai';
import { RAIN, usualWater, type Change } from '../../src/lib/core/design';

import {
	acid as acidOf,
	base as baseOf,
	NUTRIENTS,
	recipe,
	salts
} from '../../src/lib/core/nutrients';
import { mixCard } from '../../src/lib/core/logbook';
import { isOfPh } from '../../src/lib/core/procedure';
import { findingsOf, fixesOf } from '../../src/lib/core/review';
import { entriesOf, roundsOf, thinned, type SystemModel } from '../../src/lib/core/model';
import {
	ACID_KINDS,
	ATOMIC_WEIGHT,
	BASE_KINDS,
	densityOf,
	ELEMENTS,
	molarityOf,
	namedLiquid,
	percentOf,
	PH_SUBSTANCES,
	type PhKind
} from '../../src/lib/core/shelf';
import { numbers, tries } from '../seed';
import { EXAMPLES, modelOf, set } from './example';
import { lineOf } from './told';

const MIXES = tries(400);
const bags = set('operation.mix.bottles', null);

/** A mix nobody has thought of: any system, water, acid, amounts held. */
function seeded(roll: () => number): { name: string; changes: Change[] } {
	const one = <T>(list: readonly T[]): T => list[Math.floor(roll() * list.length)]!;
	const between = (low: number, high: number) => Number((low + (high - low) * roll()).toFixed(3));
	const kind = one(ACID_KINDS);
	const held = Object.fromEntries(
		['calcium-nitrate-4h', 'potassium-nitrate', 'monopotassium-phosphate', 'magnesium-sulfate-7h']
			.filter(() => roll() < 0.2)
			.map((salt) => [salt, between(0, 3)])
	);
	const name = one(EXAMPLES);
	const tap = modelOf(name).place.waters[0]!;
	return {
		name,
		changes: [
			bags,
			set('place.waters.0', {
				...tap,
				ecMsCm: between(0.05, 1.4),
				ph: between(5.2, 8.4),
				alkalinityMeqL: between(0.1, 7),
				Ca: between(2, 140),
				Mg: between(0, 30),
				Na: between(0, 70),
				Cl: between(0, 70),
				S: between(0, 40)
			}),
			set('operation.mix.acid', { kind, percent: between(2, 60), said: true }),
			...(roll() < 0.4
				? [
						set('operation.mix.secondAcid', {
							...{ kind: one(ACID_KINDS), percent: between(2, 60), said: true },
							share: between(0.05, 0.95)
						})
					]
				: []),
			set('operation.mix.base', { kind: one(BASE_KINDS), percent: between(2, 40), said: true }),
			set('operation.mix.strengthMsCm', roll() < 0.5 ? null : between(0.6, 3.2)),
			set('operation.mix.held', held)
		]
	};
}

/** Charge of the traces, which conductivity leaves out, meq/L. */
const tracesMeqL = (mgL: Record<string, number>): number =>
	(2 * mgL.Mn!) / ATOMIC_WEIGHT.Mn +
	(2 * mgL.Zn!) / ATOMIC_WEIGHT.Zn +
	(2 * mgL.Cu!) / ATOMIC_WEIGHT.Cu -
	(2 * mgL.Mo!) / ATOMIC_WEIGHT.Mo;

/** Hydrogen a mole of a strong acid gives; citrate's charge is accounted for by itself. */
const hydrogens = (kind: PhKind): number =>
	kind === 'citric' ? 0 : PH_SUBSTANCES[kind].equivalents;

describe('what is in the water', () => {
	it(`closes: mass, alkalinity and charge over ${MIXES} seeded mixes, and nothing passes its limit unsaid`, () => {
		const roll = numbers('mixes');
		let dosed = 0;
		for (let i = 0; i < MIXES; i++) {
			const { name, changes } = seeded(roll);
			const model = modelOf(name, ...changes);
			const { mix, sourceWater, acid, base } = model;
			const what = `${i} ${name}`;
			const holds = mix.salts.result.elementsMgL;
			const adds = (mix.phDose?.addsMgL ?? {}) as Record<string, number | undefined>;
			// mass: water, acid or base, and every ingredient
			for (const e of NUTRIENTS) {
				const water =
					(sourceWater as unknown as Record<string, number>)[e] ??
					(e === 'N' ? (sourceWater.NO3N ?? 0) : 0);
				const bags = mix.ingredients.reduce(
					(sum, { fractions }, at) => sum + 1000 * mix.gramsPerL[at]! * fractions[e],
					0
				);
				expect(holds[e], `${what} ${e}`).to.be.closeTo(water + bags + (adds[e] ?? 0), 1e-6);
			}
			if (mix.phDose) {
				dosed++;
				const { way, mmolL, secondMmolL, leavesMeqL, alkalinityMeqL, citrateMeqL } = mix.phDose;
				const { second } = mix.bottles;
				const share = way === 'acid' ? (second?.share ?? 0) : 0;
				const done = (acid ?? base)!;
				// the operation on its own input is what is shown
				const again =
					way === 'acid' ? acidOf(acid!.input).acidMmolL : baseOf(base!.input).baseMmolL;
				expect((1 - share) * again, what).to.be.closeTo(mmolL, 1e-9);
				expect(share * (model.secondAcid?.result.acidMmolL ?? 0), what).to.be.closeTo(
					secondMmolL,
					1e-9
				);
				// alkalinity falls by what hydrogen the acid brought, and rises by the potassium of the base
				const taken =
					way === 'base'
						? -done.result.addsMgL['K' as never] / ATOMIC_WEIGHT.K
						: citrateMeqL +
							mmolL * hydrogens(mix.bottles.acid.kind) +
							secondMmolL * hydrogens(second?.kind ?? 'citric');
				expect(leavesMeqL, what).to.be.closeTo(alkalinityMeqL - taken, 1e-6);
				// charge: only what the water itself left over is left over
				const labels = mix.ingredients.some(({ saltId }) => saltId === null);
				if (!labels && leavesMeqL > 0) {
					const plain = salts({
						volumeL: 1,
						additions: [],
						water: Object.fromEntries(
							[
								...ELEMENTS.map(
									(e) => [e, (sourceWater as unknown as Record<string, number>)[e]] as const
								),
								['alkalinityMeqL', sourceWater.alkalinityMeqL] as const
							].filter(([, v]) => v !== undefined)
						)
					});
					const over = (of: typeof plain) =>
						of.cationsMeqL - of.anionsMeqL + tracesMeqL(of.elementsMgL);
					expect(over(mix.salts.result) - citrateMeqL, what).to.be.closeTo(over(plain), 1e-6);
				}
				// recipe and acid agree to a thousandth of what the acid brings
				if (mix.recipe) {
					const water = mix.recipe.input.water as Record<string, number>;
					for (const e of ['P', 'S', 'K'] as const) {
						const inWater =
							water[e]! - ((sourceWater as unknown as Record<string, number>)[e] ?? 0);
						const heldMgL = mix.ingredients.reduce(
							(sum, { heldGPerL, fractions }) => sum + 1000 * (heldGPerL ?? 0) * fractions[e],
							0
						);
						if (adds[e])
							expect(inWater - heldMgL, `${what} ${e}`).to.be.closeTo(adds[e], 2e-3 * adds[e]);
					}
					expect(recipe(mix.recipe.input).ecMsCm).to.be.closeTo(mix.recipe.result.ecMsCm, 1e-9);
				}
			}
			unsaid(model, what);
		}
		expect(dosed).to.be.greaterThan(MIXES / 2);
	});

	/** No strength or element past what crops bear without a word. */
	function unsaid(model: SystemModel, what: string): void {
		const { mix, parameters } = model;
		const found = new Set(findingsOf(model).map(({ code }) => code));
		if (mix.range.agree && mix.expectedMsCm > mix.range.high + 0.06)
			expect(found, `${what}: ${mix.expectedMsCm} mS/cm`).to.include('mix-too-strong');
		const holds = mix.salts.result.elementsMgL;
		for (const [e, { value }] of Object.entries(parameters.limits))
			if (holds[e as 'Fe'] > value * 1.001)
				expect(found, `${what}: ${e}`).to.include('mix-over-limit');
		for (const [e, mgL] of Object.entries(mix.phDose?.addsMgL ?? {}))
			if (mgL > 1.02 * mix.bandsMgL[e as 'P'].high && model.waterUse.crops.length > 0)
				expect(found, `${what}: ${e} of the ${mix.phDose!.way}`).to.include('acid-brings-too-much');
	}

	it('is read on the card with all that is in it: amounts held by hand, and what the water hides', () => {
		const readOf = (...changes: Change[]) =>
			mixCard(modelOf('lean-to-rail', bags, ...changes)).find(({ id }) => id === 'read')!.expect!;
		expect(readOf().value).to.be.closeTo(2.2, 0.05);
		// 20 mS/cm of which its ions explain 0.35: less their own errors all of it is read
		expect(readOf(set('place.waters[id=tap].ecMsCm', 20)).value).to.be.greaterThan(19);
		const held = {
			'calcium-nitrate-4h': 4,
			'potassium-nitrate': 3,
			'monopotassium-phosphate': 1.5
		};
		expect(readOf(set('operation.mix.held', held)).value).to.be.greaterThan(7);
	});

	it('an acid that brings too much is ended by each of its fixes: another, two shared out, softer or thinned water', () => {
		const labels = new Set<string>();
		for (const name of EXAMPLES)
			for (const kind of ['phosphoric', 'sulfuric'] as const) {
				const tap = modelOf(name).place.waters[0]!;
				const model = modelOf(
					name,
					bags,
					set('place.waters.0', { ...tap, ph: 7.6, alkalinityMeqL: 5.5, Ca: 90 }),
					set('operation.waterId', tap.id),
					set('operation.mix.acid', { kind, percent: 15, said: true })
				);
				const found = (of: SystemModel) =>
					findingsOf(of).find(({ code }) => code === 'acid-brings-too-much');
				const finding = found(model);
				for (const { label, change } of finding ? fixesOf(model, finding) : []) {
					labels.add(label.split(' ')[0]!);
					const after = model.with(change);
					expect(found(after), `${name}, ${kind}: ${label}`).to.equal(undefined);
					// and it is the mix that was changed: what was wanted is still reached
					expect(after.mix.phDose === null || after.pour !== null).to.equal(true);
				}
			}
		expect([...labels].sort()).to.include.members(['Let', 'Thin', 'Use']);
	});

	it('two waters poured together stand where the closed carbonate system puts them', () => {
		const hard = { ...usualWater(), ph: 7.6, alkalinityMeqL: 5.5, Ca: 90 };
		const half = thinned(hard, { ...usualWater(), ...RAIN }, 0.5);
		expect(half.alkalinityMeqL).to.be.closeTo(2.8, 1e-9);
		expect(half.Ca).to.be.closeTo(45.5, 1e-9);
		// by hand: carbon 5.82 and 0.25 mmol/L, so 3.03; 2.80 of it as bicarbonate: 6.352 + log(2.80/0.23)
		expect(half.ph).to.be.closeTo(7.43, 0.03);
		expect(thinned(hard, hard, 0.3).ph).to.equal(7.6);
	});

	it('has the acid’s own phosphorus and nitrogen in it', () => {
		for (const [kind, e] of [
			['phosphoric', 'P'],
			['nitric', 'N'],
			['sulfuric', 'S']
		] as const) {
			const bottle = { kind, percent: 15, said: true };
			const { mix, acid } = modelOf('tower-bank', bags, set('operation.mix.acid', bottle));
			const brings = mix.phDose!.addsMgL[e]!;
			expect(brings).to.be.greaterThan(10);
			const salted = mix.ingredients.reduce(
				(sum, { fractions }, i) => sum + 1000 * mix.gramsPerL[i]! * fractions[e],
				0
			);
			const water = e === 'S' ? 7 : 0;
			expect(mix.salts.result.elementsMgL[e]).to.be.closeTo(brings + salted + water, 1e-6);
			expect(acid!.result.addsMgL[e]).to.be.closeTo(brings, 1e-9);
		}
	});
});

describe('bottles of acid and base', () => {
	it('percent and moles go forth and back, and match what labels say', () => {
		for (const kind of Object.keys(PH_SUBSTANCES) as PhKind[])
			for (const percent of [0.01, 1, 5, 15, 37, 49]) {
				expect(percentOf(kind, molarityOf(kind, percent)), kind).to.be.closeTo(percent, 1e-6);
				expect(densityOf(kind, percent)).to.be.within(0.99, 1.6);
			}
		// by hand: 1.689 kg/L × 850 g/kg / 97.995 g/mol
		expect(molarityOf('phosphoric', 85)).to.be.closeTo(14.65, 0.01);
		expect(molarityOf('nitric', 38)).to.be.closeTo(7.44, 0.03);
		expect(molarityOf('sulfuric', 98)).to.be.closeTo(18.35, 0.02);
	});

	/** Any amount of acid or base is named with its strength, and none is told before the bottle is. */
	const POURED =
		/(?:\d (?:mL|L|fl oz|gal) of (?:the )?(?:thinned )?)(acid|base|[a-z]+ acid|potassium \w+)(?! \d| \()/;
	for (const name of EXAMPLES)
		it(`${name}: no amount before the bottle is named, and none without its strength after`, () => {
			for (const [kind, percent] of [
				['phosphoric', null],
				...ACID_KINDS.map((acid) => [acid, 15] as const),
				['phosphoric', 85]
			] as const) {
				const said = percent === null ? null : { kind, percent, said: true };
				const model = modelOf(name, bags, set('operation.mix.acid', said));
				const steps = mixCard(model).filter(isOfPh);
				const told = findingsOf(model).map(({ message }) => message);
				const dates = entriesOf(roundsOf(model, '2026-05-01'), name).map(
					(e) => `${e.title} ${e.lookFor}`
				);
				const text = [...steps.map((step) => lineOf(step)), ...told, ...dates].join(' ');
				if (said === null && model.pour) {
					expect(steps.map(({ verb }) => verb)).to.deep.equal(['no-amount']);
					expect(text).to.match(/say first which bottle/);
					expect(text).to.not.match(/\d (?:mL|L|fl oz) of (?:the )?(?:[a-z]+ )?acid/);
				}
				expect(text).to.not.match(POURED);
				if (model.pour?.pour.kind === 'pour') expect(text).to.include(namedLiquid(kind, percent!));
			}
		});

	it('two acids are named each with its strength, the first all at once, the second by halves', () => {
		const bottle = (kind: string, percent: number) => ({ kind, percent, said: true });
		const hard = (more: object | undefined, first = bottle('phosphoric', 15)) =>
			modelOf(
				'tower-bank',
				bags,
				set('operation.mix.acid', first),
				set('operation.mix.secondAcid', more)
			);
		const model = hard({ ...bottle('nitric', 38), share: 0.75 });
		const ph = mixCard(model).filter(isOfPh);
		const text = ph.map((step) => lineOf(step)).join('\n');
		expect(text).to.match(/Stir in all of the phosphoric acid 15%.*\d mL/);
		expect(text).to.match(/Thin it first: pour [\d.]+ mL of nitric acid 38% slowly/);
		expect(text).to.match(/Stir in half of the thinned acid \(nitric acid 38% in 10 times/);
		// each takes its part of what it would alone
		const alone = hard(undefined);
		expect(model.mix.phDose!.addsMgL.P).to.be.closeTo(0.25 * alone.mix.phDose!.addsMgL.P!, 0.5);
		const [one, all] = [model.pour!.pour, alone.pour!.pour] as { ml: number }[];
		expect(one!.ml).to.be.closeTo(0.25 * all!.ml, 0.02 * all!.ml);
		// neither is told before both are known
		for (const said of [
			hard({ ...bottle('nitric', 38), said: false, share: 0.5 }),
			hard({ ...bottle('nitric', 38), share: 0.5 }, { ...bottle('phosphoric', 15), said: false }),
			hard({ kind: 'phosphoric', percent: null, said: true, share: 0.5 })
		]) {
			const steps = mixCard(said).filter(isOfPh);
			expect(steps.map(({ verb }) => verb)).to.deep.equal(['no-amount']);
		}
	});

	it('a mixing tub is a vessel of the card: all of it for what the tub holds', () => {
		const gal10 = set('operation.mix.tubL', 37.854);
		const bucket = modelOf('lean-to-rail', bags, set('operation.mix.fills', 'tub'), gal10);
		const tank = modelOf('lean-to-rail', bags);
		expect(bucket.mix.litres).to.equal(37.854);
		expect(lineOf(mixCard(bucket)[0]!)).to.include('the mixing tub');
		expect(bucket.mix.items[0]!.amount / tank.mix.items[0]!.amount).to.be.closeTo(
			37.854 / tank.mix.litres,
			1e-6
		);
	});

	it('strong ones are thinned in ten times their volume, the strongest not told at all', () => {
		const pourOf = (kind: string, percent: number) =>
			modelOf('lean-to-rail', set('operation.mix.acid', { kind, percent, said: true })).pour!.pour;
		expect(pourOf('phosphoric', 30)).to.include({ kind: 'pour', waterMl: 0 });
		const strong = pourOf('phosphoric', 85) as { ml: number; waterMl: number };
		expect(strong.waterMl).to.be.closeTo(10 * strong.ml, 1e-9);
		expect(pourOf('sulfuric', 41).kind).to.equal('too-strong');
		expect(pourOf('nitric', 61).kind).to.equal('too-strong');
		expect(pourOf('nitric', 60).kind).to.equal('pour');
		expect(pourOf('citric', 0.1).kind).to.equal('too-thin');
	});
});
