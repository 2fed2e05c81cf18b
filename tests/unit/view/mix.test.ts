import { expect } from 'chai';
import { applyChanges } from '../../../src/lib/core/design';
import { mixCard, newBatch } from '../../../src/lib/core/logbook';
import { batchSchema, upgradeBatch } from '../../../src/lib/core/procedure';
import { ELEMENT_NAME, NUTRIENTS } from '../../../src/lib/core/nutrients';
import { METRIC, showNumber, unitsOnlyIn } from '../../../src/lib/core/quantity';
import { told } from '../../../src/lib/ui/procedure/words';
import { example, EXAMPLES, figureWith, modelOf, set } from '../example';
import { pageOf, sessionOf, shown, storedOf, US, wordsOf } from './stage';

const HOLE = /undefined|NaN|Infinity|\bnull\b|\[object/;
const bags = set('operation.mix.bottles', null);
const BENCH = 'ui/steps/mix/MixBench.svelte';
const SIZE = { width: 840, height: 590 };
const TODAY = '2026-05-28';
const opened = (name: string, changes = [bags], units = METRIC) => ({
	id: name,
	today: TODAY,
	broken: null,
	stored: storedOf(applyChanges(example(name), [...changes, set('place.units', units)])),
	batches: [] as unknown[],
	what: 'fill'
});

describe('the mixing bench', function () {
	this.timeout(240_000);
	for (const name of EXAMPLES) {
		it(`${name}: every bar is as high as what it holds, and every heap says what is weighed`, async () => {
			const session = await sessionOf(name, [bags]);
			const root = await shown(session, BENCH, SIZE);
			expect(root.toString()).to.not.match(HOLE);
			const { mix, weighing } = session.model;
			const rows = root
				.querySelectorAll('table tbody tr')
				.map((row) => row.querySelectorAll('th, td').map((cell) => wordsOf(cell).trim()));
			expect(rows.map(([element]) => element)).to.deep.equal(NUTRIENTS.map((e) => ELEMENT_NAME[e]));
			for (const [i, e] of NUTRIENTS.entries()) {
				const holds = mix.salts.result.elementsMgL[e];
				expect(parseFloat(rows[i]![1]!), e).to.be.closeTo(holds, 0.006 * Math.max(1, holds * 100));
				// what brings it adds up to what it holds
				const brought = [...rows[i]![3]!.matchAll(/ ([\d.]+)(?:,|$)/g)].map(([, n]) => Number(n));
				const sum = brought.reduce((a, b) => a + b, 0);
				expect(sum, `${name}: ${e}`).to.be.closeTo(holds, 0.02 * holds + 1.6);
			}
			const words = wordsOf(root.querySelector('svg')!);
			for (const { jug, weigh, unit } of weighing.items) {
				if (jug) continue;
				const shownAs = showNumber(weigh, unit === 'mL' ? 'liquid' : 'salt', METRIC);
				expect(words, String(weigh)).to.include(String(Number(shownAs)));
			}
			const sliders = root.querySelectorAll('[role="slider"]');
			expect(sliders.length).to.equal(weighing.items.filter(({ jug }) => !jug).length);
		});
	}

	it('speaks ounces and gallons to those who measure in them', async () => {
		const metric = figureWith(unitsOnlyIn('metric').filter((unit) => unit !== 'mS/cm'));
		for (const name of ['lean-to-rail', 'away-bench', 'single-bucket'])
			for (const changes of [[bags], []]) {
				const session = await sessionOf(name, changes, US);
				const root = await shown(session, BENCH, SIZE);
				const said = root.querySelectorAll('svg text').map((text) => wordsOf(text));
				for (const text of said) expect(text.match(metric), text).to.equal(null);
			}
	});

	it('names the salt that would mend most, and what a guessed water leaves open', async () => {
		const some = set('operation.mix.source', {
			kind: 'salts',
			saltIds: ['calcium-nitrate-4h', 'potassium-nitrate', 'monopotassium-phosphate']
		});
		const short = await shown(await sessionOf('lean-to-rail', [bags, some]), BENCH, SIZE);
		expect(wordsOf(short)).to.match(/comes to \d+ %; with .* to \d+ %\. Add /);
		const guessed = await shown(
			await sessionOf('lean-to-rail', [bags, set('place.waters[id=tap].guessed', true)]),
			BENCH,
			SIZE
		);
		expect(wordsOf(guessed)).to.match(/ions are guessed: calcium is \d+ to \d+ mg\/L/);
		const membrane = set('place.waters[id=tap].treated', {
			kind: 'osmosis',
			holdsBack: 0.95,
			yields: 0.25
		});
		const pure = await shown(await sessionOf('lean-to-rail', [bags, membrane]), BENCH, SIZE);
		expect(wordsOf(pure)).to.match(/102 L run to the drain/);
	});

	it('draws two bottles with all that stands in them, and a loop with fish without a dose', async () => {
		const session = await sessionOf('lean-to-rail');
		const words = wordsOf(await shown(session, BENCH, SIZE));
		expect(words).to.match(/never mix A and B in one jug/);
		for (const { index } of session.model.weighing.items) {
			const { name } = session.model.mix.ingredients[index]!;
			expect(words).to.include(/Epsom/.test(name) ? 'Epsom salt' : name.split(/ \(|,/)[0]);
		}
		const fish = await sessionOf('lean-to-rail', [set('operation.mix.fish', true)]);
		const refused = wordsOf(await shown(fish, BENCH, SIZE));
		expect(refused)
			.to.match(/Nothing is dosed here/)
			.and.to.not.match(/\d g\b/);
	});

	it('labels say what is in a bottle, its dose, how long it keeps and what it must never meet', async () => {
		const words = wordsOf(await pageOf('systems/[id]/labels/', opened('lean-to-rail', [])));
		expect(words).to.match(/bottle A .*10 mL a litre .*Never pour into bottle B/);
		expect(words).to.match(/Made on 28 May 2026, good until 28 Aug 2026/);
	});
});

describe('the card and the tank today', function () {
	this.timeout(120_000);
	for (const name of ['lean-to-rail', 'away-bench', 'valve-pots', 'single-bucket'])
		it(`${name}: begins with what to lay out, prints every step, and takes up where it was`, async () => {
			const steps = mixCard(modelOf(name, bags));
			const fresh = await pageOf('systems/[id]/mix/', opened(name));
			expect(fresh.toString()).to.not.match(HOLE);
			expect(wordsOf(fresh)).to.include(`${steps.length} steps, one at a time`);
			for (const step of steps) expect(wordsOf(fresh)).to.include(told(step, METRIC).text);
			const batch = { ...newBatch(modelOf(name, bags), 'b', TODAY), done: [steps[0]!.id] };
			const half = await pageOf('systems/[id]/mix/', { ...opened(name), batches: [batch] });
			expect(wordsOf(half)).to.include(`Step 2 of ${steps.length}`);
			expect(wordsOf(half.querySelector('h1')!)).to.include(told(steps[1]!, METRIC).text);
		});

	it('shows a card of before steps were data as it was, and says so', async () => {
		const begun = newBatch(modelOf('lean-to-rail', bags), 'b', TODAY);
		const steps = [{ id: 'add-1', text: 'Stir in of the old words', amount: '5 g' }].map(
			(step) => ({
				...{ waitMin: null, expect: null, caution: 'Mind it' },
				...step
			})
		);
		const old = upgradeBatch({ schemaVersion: 1, batch: { ...begun, steps } });
		for (const [state, open] of [
			['open', true],
			['done', false]
		] as const) {
			const batch = { ...batchSchema.parse(old), state };
			const data = { ...opened('lean-to-rail', [], US), batches: [batch] };
			const words = wordsOf(await pageOf('systems/[id]/mix/', data));
			expect(words)
				.to.include('Begun with an older Crelbo')
				.and.include('Stir in of the old words');
			expect(words).to.include('5 g');
			if (open) expect(words).to.include('Mind it');
		}
	});

	it('tells what was mixed before, with what was read', async () => {
		const done = {
			...newBatch(modelOf('lean-to-rail', bags), 'b', '2026-05-20'),
			state: 'done',
			readMsCm: 2.17,
			readPh: 6.1,
			off: [{ what: 'strength', read: 2.9, cause: 'scale' }]
		};
		const data = { ...opened('lean-to-rail'), batches: [done] };
		const words = wordsOf(await pageOf('systems/[id]/mix/', data));
		expect(words).to.match(/20 May 34 L, 2\.17 mS\/cm, pH 6\.1, 1 reading mended/);
	});

	for (const units of [METRIC, US])
		it(`asks for three numbers, yesterday’s in grey (${units.system})`, async () => {
			const reading = { on: '2026-05-27', litres: 30, msCm: 2.1, ph: 6.1, waterC: null };
			const data = opened('lean-to-rail', [bags, set('record.reading', reading)], units);
			const root = await pageOf('systems/[id]/today/', data);
			expect(root.toString()).to.not.match(HOLE);
			const grey = root
				.querySelectorAll('main .read input')
				.map((e) => e.getAttribute('placeholder'));
			expect(grey).to.deep.equal(
				units === METRIC ? ['30.0', '2.10', '6.10'] : ['7.93', '1050', '6.10']
			);
		});
});
