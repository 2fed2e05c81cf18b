import { expect } from 'chai';
import type { Change } from '../../src/lib/core/design';
import type { SystemModel } from '../../src/lib/core/model';
import {
	acid as acidOf,
	base as baseOf,
	NUTRIENTS,
	recipe,
	salts
} from '../../src/lib/core/nutrients';
import { findingsOf, mixCard } from '../../src/lib/core/review';
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
import { numbers } from '../seed';
import { EXAMPLES, modelOf, set } from './example';

/** 40 in every run; 400 with CRELBO_MIXES=400. */
const MIXES = Number(process.env.CRELBO_MIXES ?? 40);
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
				const { way, mmolL, leavesMeqL, alkalinityMeqL, citrateMeqL } = mix.phDose;
				const done = (acid ?? base)!;
				// the operation on its own input is what is shown
				const again =
					way === 'acid' ? acidOf(acid!.input).acidMmolL : baseOf(base!.input).baseMmolL;
				expect(again, what).to.be.closeTo(mmolL, 1e-9);
				// alkalinity falls by what hydrogen the acid brought, and rises by the potassium of the base
				const taken =
					way === 'base'
						? -done.result.addsMgL['K' as never] / ATOMIC_WEIGHT.K
						: citrateMeqL > 0
							? citrateMeqL
							: mmolL * PH_SUBSTANCES[mix.bottles.acid.kind].equivalents;
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
			for (const percent of [null, 15, 85] as const)
				for (const kind of ACID_KINDS) {
					const said = percent === null ? null : { kind, percent, said: true };
					const model = modelOf(name, bags, set('operation.mix.acid', said));
					const steps = mixCard(model).filter(({ id }) => id.startsWith('ph'));
					const text = steps.map((step) => `${step.text} ${step.amount ?? ''}`).join(' ');
					if (said === null && model.pour) {
						expect(steps.map(({ amount }) => amount)).to.deep.equal([null]);
						expect(text).to.match(/say first which bottle/);
					}
					expect(text).to.not.match(POURED);
					if (model.pour?.pour.kind === 'pour')
						expect(text).to.include(namedLiquid(kind, percent!));
				}
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
