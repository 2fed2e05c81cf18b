import { expect } from 'chai';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import {
	bottleCard,
	dryRunChecks,
	handWaterSteps,
	labelsOf,
	mixCard,
	newBatch,
	planAnew,
	todayPlan
} from '../../src/lib/core/logbook';
import type { SystemModel } from '../../src/lib/core/model';
import { stepSchema, type Step } from '../../src/lib/core/procedure';
import { METRIC, unitsOnlyIn, type Units } from '../../src/lib/core/quantity';
import {
	factsOf,
	labelFractions,
	neverMeet,
	saltFractions,
	SALT_IDS
} from '../../src/lib/core/shelf';
import { ACID_KINDS, BASE_KINDS } from '../../src/lib/core/shelf';
import { doubtWords, sentenceOf } from '../../src/lib/ui/procedure/today-words';
import { told } from '../../src/lib/ui/procedure/words';
import { EXAMPLES, modelOf, set } from './example';

const DAY = '2026-05-28';
const US: Units = { system: 'us', strength: 'ppm500' };
const HOLE = /undefined|NaN|null|\[object|⟦/;

/** What is read on a day: what it comes to, its strength and its pH. */
const readings = [
	[0.5, 0.8, 7.6],
	[1, 1.5, 6],
	[0.9, 0.5, 4.4]
] as const;
function plansOf(model: SystemModel) {
	return readings.map(([share, times, ph]) => {
		const [litres, msCm] = [share * model.filled.tank, times * model.mix.strengthMsCm];
		return todayPlan(model, { on: DAY, litres, msCm, ph, waterC: 20, meters: model.record.meters });
	});
}
/** Everything that hands are told of a design. */
function stepsOf(model: SystemModel): Step[] {
	const batch = newBatch(model, 'b', DAY);
	const anew = (['scale', 'water', 'bottle', 'meter'] as const).flatMap((cause) => [
		...planAnew(model, batch, 0.4 * model.mix.strengthMsCm, cause),
		...planAnew(model, batch, 1.6 * model.mix.strengthMsCm, cause)
	]);
	return [
		...mixCard(model),
		...bottleCard(model),
		...anew,
		...plansOf(model).flatMap(({ steps }) => steps),
		...dryRunChecks(model),
		...handWaterSteps(model, DAY)
	];
}
const some = fc.record({
	name: fc.constantFrom(...EXAMPLES),
	bottled: fc.boolean(),
	scoops: fc.boolean(),
	acid: fc.constantFrom(null, ...ACID_KINDS),
	base: fc.constantFrom(null, ...BASE_KINDS),
	percent: fc.constantFrom(null, 5, 15, 60),
	fills: fc.constantFrom('tank' as const, 'loop' as const, 'tub' as const)
});
const bottle = (kind: string | null, percent: number | null) =>
	kind === null ? null : { kind, percent, said: true };
const modelOfSome = ({
	name,
	bottled,
	scoops,
	acid,
	base,
	percent,
	fills
}: typeof some extends fc.Arbitrary<infer T> ? T : never) =>
	modelOf(
		name,
		set('operation.mix.measure', { by: scoops ? 'scoops' : 'scale', stepG: 0.1 }),
		set(
			'operation.mix.bottles',
			bottled ? { doseMlPerL: 10, bottleL: 1, shedC: 10, madeOn: null } : null
		),
		set('operation.mix.acid', bottle(acid, percent)),
		set('operation.mix.base', bottle(base, percent)),
		set('operation.mix.fills', fills)
	);

describe('what hands are told', () => {
	it('is data that can be kept and read again, whatever the design', () => {
		fc.assert(
			fc.property(some, (one) => {
				for (const step of stepsOf(modelOfSome(one)))
					expect(stepSchema.parse(JSON.parse(JSON.stringify(step)))).to.deep.equal(step);
			}),
			{ numRuns: 40 }
		);
	});

	it('is whole in either system of units, and names what is poured with its strength', () => {
		fc.assert(
			fc.property(some, fc.constantFrom(METRIC, US), (one, units) => {
				const model = modelOfSome(one);
				const strays = unitsOnlyIn(units.system === 'us' ? 'metric' : 'us');
				for (const step of stepsOf(model)) {
					const { text, amount, why, caution } = told(step, units);
					const all = [text, amount, why, caution].filter((words) => words !== null).join(' ');
					expect(text, step.verb).to.not.equal('');
					expect(all).to.not.match(HOLE);
					for (const unit of strays)
						expect(` ${all} `, all).to.not.match(
							new RegExp(`\\d ${unit.replace(/\W/g, '\\$&')}[ .,;:)]`)
						);
					if (step.verb === 'pour' && step.what.kind === 'ph' && step.what.bottle.state === 'said')
						expect(all).to.match(/[\d.]+%/);
				}
				for (const plan of plansOf(model)) {
					expect(sentenceOf(plan, units))
						.to.match(/^[A-Z].*[.!?]$/)
						.and.to.not.match(HOLE);
					for (const doubt of plan.doubts) expect(doubtWords(doubt, units)).to.not.match(HOLE);
				}
			}),
			{ numRuns: 60 }
		);
	});

	it('pours what the operation says: the parts of the pH are its millilitres, all of the mix its grams', () => {
		fc.assert(
			fc.property(some, (one) => {
				const model = modelOfSome(one);
				const card = mixCard(model);
				const { pour, weighing } = model;
				const ph = card.flatMap((step) => (step.verb === 'pour' ? [step] : []));
				if (pour?.pour.kind === 'pour' && pour.then === null) {
					const put = ph.reduce((all, { amount }) => all + amount.value, 0);
					expect(put).to.be.closeTo(pour.pour.ml + pour.pour.waterMl, 1e-6);
				}
				if (model.bottles.made && model.bottles.stock) return;
				const jugs = card.flatMap((step) => (step.verb === 'dissolve' ? step.items : []));
				const bags = card.flatMap((step) =>
					step.verb === 'add' && step.what.kind === 'nutrient' ? [step] : []
				);
				const weighed = [...jugs, ...bags].map(({ amount }) => amount.value);
				expect(weighed.sort()).to.deep.equal(weighing.items.map(({ weigh }) => weigh).sort());
			}),
			{ numRuns: 40 }
		);
	});

	it('a bottle of the shelf says what is in it, and which goes first', () => {
		for (const name of EXAMPLES) {
			const model = modelOf(name);
			const labels = labelsOf(model, DAY);
			if (labels.length === 2)
				expect(labels.map(({ turn }) => turn)).to.deep.equal(['first', 'second']);
			for (const { bottle, holds } of labels)
				expect(holds.reduce((all, { amount }) => all + amount.value, 0)).to.be.closeTo(
					model.bottles.stock!.result.bottles[bottle].reduce((all, { grams }) => all + grams, 0),
					1e-9
				);
		}
	});
});

describe('what is calcium, and what goes last', () => {
	it('is a fact of the substance: salts and products alike', () => {
		for (const id of SALT_IDS) {
			const facts = factsOf(saltFractions(id));
			expect(facts.calcium, id).to.equal(id.startsWith('calcium'));
			expect(facts.turn === 4, id).to.equal(facts.calcium);
		}
		const product = factsOf(labelFractions({ NO3N: 14, CaO: 26 }));
		expect(product).to.deep.include({ calcium: true, turn: 4 });
		expect(neverMeet(product, factsOf(saltFractions('magnesium-sulfate-7h')))).to.equal(true);
		expect(neverMeet(product, factsOf(saltFractions('potassium-nitrate')))).to.equal(false);
	});

	it('so a bought calcium product goes in last and alone, as the salt does', () => {
		const product = (name: string, label: object) => ({
			...{ kind: 'product' as const, name, form: 'powder' as const, label, parts: null },
			...{ densityKgL: 1, labelDosePerL: null }
		});
		const model = modelOf(
			'lean-to-rail',
			set('operation.mix.bottles', null),
			set('operation.mix.source', {
				kind: 'several',
				partsAre: 'grams',
				items: [
					product('Calcium powder', { NO3N: 15, CaO: 26 }),
					product('Base powder', { N: 5, P2O5: 10, K2O: 26, MgO: 6, SO3: 12 })
				]
			})
		);
		const added = mixCard(model).flatMap((step) => (step.verb === 'add' ? [step] : []));
		expect(added.at(-1)!.what).to.deep.include({ name: 'Calcium powder' });
		expect(added.map(({ caution }) => caution?.code ?? null)).to.deep.equal([null, 'calcium']);
	});
});

describe('no sentence of the program is read back by it', () => {
	/** Files that take apart what others wrote: growers, files, browsers, ids and formulas; or lay out a template of figures. */
	const READ_OTHERS: Record<string, string> = {
		'core/design/change.ts': 'paths of a document',
		'core/design/readings.ts': 'a file of readings',
		'core/design/water-report.ts': 'a water report',
		'core/design/upgrade-1.ts': 'ids of version 1',
		'core/procedure/batch.ts': 'ids of steps before they were data',
		'core/quantity/slips.ts': 'numbers that are typed',
		'core/quantity/units.ts': 'digits of a number',
		'core/review/sentence.ts': 'holes for figures',
		'core/shelf/shelf.ts': 'what stands before the comma of a part’s name',
		'core/shelf/elements.ts': 'formulas',
		'core/parameters/index.ts': 'names of fields',
		'core/layout/passes/letter-on.ts': 'letters of rows on a drawing of several stands',
		'core/edit/stands.ts': 'names and ids with a number',
		'ui/place/place-session.svelte.ts': 'names and ids with a number',
		'ui/home/differences.ts': 'paths of a document',
		'ui/home/OtherDevices.svelte': 'names that are typed',
		'ui/inspector/ValveFields.svelte': 'letters of rows',
		'ui/explain/formulas.ts': 'names of fields',
		'ui/offline/paths.ts': 'addresses',
		'ui/clock/day-drag.ts': 'clock times that are typed',
		'ui/clock/calendar.ts': 'dates',
		'ui/steps/mix/bench.ts': 'where a name breaks into two lines',
		'ui/steps/plant-out/Plantings.svelte': 'dates that are typed',
		'ui/steps/dry-run/DryRunStep.svelte': 'whether a word begins with a vowel'
	};
	const TAKES_APART =
		/(?<!cache)\.match\(|\.matchAll\(|\.replace(?:All)?\(|\.exec\(|\.split\(|\/\.test\(/;

	it('no regex, replace or split on words outside of what reads what others wrote', () => {
		const root = join('src', 'lib');
		const files = readdirSync(root, { recursive: true, encoding: 'utf8' })
			.map((name) => name.replaceAll('\\', '/'))
			.filter((name) => /^(?:core|ui)\/.*\.(?:ts|svelte)$/.test(name));
		expect(files.length).to.be.above(400);
		const found = files.filter((name) => TAKES_APART.test(readFileSync(join(root, name), 'utf8')));
		expect(found.filter((name) => !(name in READ_OTHERS))).to.deep.equal([]);
		// and no file is on the list that takes nothing apart any more
		expect(Object.keys(READ_OTHERS).filter((name) => !found.includes(name))).to.deep.equal([]);
	});
});
