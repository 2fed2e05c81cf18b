import { expect } from 'chai';
import type { HTMLElement } from 'node-html-parser';
import { daysLeft } from '../../../src/lib/core/model';
import { judged, STEPS, wordFor } from '../../../src/lib/core/review';
import { EXAMPLES, set } from '../example';
import { sessionOf, shown, wordsOf, type Session } from './stage';

const bar = (session: Session) => shown(session, 'ui/workspace/FindingBar.svelte');
const tape = (session: Session) => shown(session, 'ui/workspace/Tape.svelte');
const header = (session: Session) =>
	shown(session, 'ui/workspace/Header.svelte', { onkeys: () => undefined });
const button = (root: HTMLElement, words: string) =>
	root.querySelectorAll('button').find((b) => wordsOf(b).trim() === words)!;
const off = (element: HTMLElement) => element.hasAttribute('disabled');

describe('the bar of findings', function () {
	this.timeout(240_000);
	for (const name of EXAMPLES)
		it(`${name}: says each finding with its step, and offers its fixes with what they do`, async () => {
			const session = await sessionOf(name);
			for (const [i, finding] of session.judging.findings.entries()) {
				const { message, severity, acknowledge } = finding;
				session.judging.shown = i;
				await session.judging.prove(finding);
				const root = await bar(session);
				expect(wordsOf(root))
					.to.include(message)
					.and.include(`${i + 1} of ${session.judging.findings.length}`);
				expect(root.querySelector('section')!.classList.contains(severity), severity).to.equal(
					true
				);
				const offered = root.querySelectorAll('.fixes button').map((b) => wordsOf(b).trim());
				expect(offered).to.deep.equal([
					...session.judging
						.fixesOf(session.judging.findings[i]!)!
						.map((f) => `${f.label} ${f.effect}`),
					...(acknowledge ? [`${acknowledge.label} mark as done`] : [])
				]);
			}
		});

	it('past the last finding it shows the last, and with none it says what holds', async () => {
		const session = await sessionOf('kitchen-columns');
		session.judging.shown = 99;
		const count = session.judging.findings.length;
		expect(wordsOf(await bar(session))).to.include(`${count} of ${count}`);
		for (let i = 0; i < 20 && session.judging.findings.length > 0; i++) {
			const [finding] = session.judging.findings;
			await session.judging.prove(finding!);
			const [fix] = session.judging.fixesOf(finding!)!;
			if (fix) session.fix(finding!, fix);
			else if (finding!.acknowledge) session.acknowledge(finding!);
			else {
				const { code, subject } = finding!;
				const said = judged(session.model).find((f) => f.code === code && f.subject === subject)!;
				const words = wordFor(session.model, session.record.settled, said);
				session.set('record.settled', words, 'settled');
			}
		}
		expect(session.judging.findings.map((f) => f.code)).to.deep.equal([]);
		expect(wordsOf(await bar(session))).to.match(/No problems found/);
	});

	it('turns only where there is another to turn to', async () => {
		const session = await sessionOf('lean-to-rail');
		const turns = async () =>
			(await bar(session)).querySelectorAll('.count button.quiet').map((b) => off(b));
		expect(await turns()).to.deep.equal([false, false]);
	});
});

describe('the tape of steps', () => {
	for (const name of EXAMPLES)
		it(`${name}: eleven steps with their state and figure, one of them open`, async () => {
			const session = await sessionOf(name);
			session.view.step = 'tank';
			const root = await tape(session);
			const open = root.querySelectorAll('[aria-current="step"]');
			expect(open.map((b) => b.getAttribute('data-step'))).to.deep.equal(['tank']);
			const items = root.querySelectorAll('button');
			expect(items.map((b) => b.getAttribute('data-step'))).to.deep.equal([...STEPS]);
			items.forEach((item, i) => {
				const { headline } = session.judging.steps[i]!;
				expect(wordsOf(item.querySelector('b')!)).to.equal(headline);
				expect(wordsOf(item.querySelector('.visually-hidden')!)).to.match(/^, \w/);
			});
		});
});

describe('the header', () => {
	it('leads home, to the comparison and to the printed page, and names the system', async () => {
		const session = await sessionOf('loft-table');
		const root = await header(session);
		const links = root.querySelectorAll('a').map((a) => a.getAttribute('href'));
		expect(links).to.include.members([
			'/',
			'/systems/loft-table/compare',
			'/systems/loft-table/print'
		]);
		expect(wordsOf(root.querySelector('h1')!)).to.equal(session.design.name);
		expect(root.querySelector('input')!.getAttribute('value')).to.equal(session.design.name);
	});

	it('undo and redo can be pressed when there is something to go to', async () => {
		const session = await sessionOf('loft-table');
		const both = async () => {
			const root = await header(session);
			return [off(button(root, 'Undo')), off(button(root, 'Redo'))];
		};
		expect(await both()).to.deep.equal([true, true]);
		session.set('design.name', 'Table under the roof', 'name');
		expect(await both()).to.deep.equal([false, true]);
		session.undo();
		expect(await both()).to.deep.equal([true, false]);
		session.redo();
		expect(await both()).to.deep.equal([false, true]);
	});

	const waiting = { request: 'r', lane: 'system/x', base: 1, work: { verb: 'place', edits: [] } };
	const states: [what: string, view: object, says: RegExp][] = [
		['kept', { state: 'still' }, /^Saved \d\d:\d\d$/],
		['on its way', { state: 'sending' }, /^Saving$/],
		[
			'without network',
			{ state: 'network', waiting: [waiting, waiting, waiting] },
			/^On this device, waiting for the network \(3\) Try now$/
		],
		[
			'without network on a device that keeps nothing',
			{ state: 'network', waiting: [waiting], onDevice: false, keeps: false },
			/^Not kept on this device, waiting for the network \(1\) Try now$/
		],
		[
			'with a server that cannot',
			{ state: 'server', message: 'The disk is full.' },
			/^Not saved yet: The disk is full\. Trying again\. Try now$/
		],
		['changed by somebody else', { state: 'clash' }, /^Somebody else changed this\. See what$/],
		[
			'deleted meanwhile',
			{ state: 'gone', waiting: [waiting] },
			/^This was deleted meanwhile\. 1 change is on this device\. Try again ?Discard them$/
		]
	];
	for (const [what, view, says] of states)
		it(`says how the last change fared: ${what}`, async () => {
			const session = await sessionOf('loft-table');
			session.file.view = { ...session.file.view, ...view };
			expect(wordsOf((await header(session)).querySelector('.line')!).trim()).to.match(says);
		});
});

describe('figures on the sheets', function () {
	this.timeout(240_000);
	/** What must stand on a sheet, worked out from the model and not from the screen. */
	const figures: [
		name: string,
		step: Session['view']['step'],
		label: string,
		figure: (session: Session) => string
	][] = [
		[
			'lean-to-rail',
			'pump',
			'the flow of the whole',
			({ model, say }) => say(model.path.result.source.flowLph, 'flow')
		],
		[
			'lean-to-rail',
			'tank',
			'the room left for what comes back',
			({ model, say }) => say(model.drainBack.result.marginL, 'volume')
		],
		[
			'kitchen-columns',
			'sites',
			'how many sites',
			({ model }) => String(model.layout.sites.length)
		],
		[
			'kitchen-columns',
			'tank',
			'the tank it asks for',
			({ model, say }) => say(model.grown.size.result.grossL, 'volume')
		],
		[
			'loft-table',
			'plants',
			'what they drink',
			({ model, say }) => say(model.waterUse.useLPerDay, 'volume')
		],
		[
			'loft-table',
			'mix',
			'how strong',
			({ model, say }) => say(model.mix.strengthMsCm, 'strength')
		],
		[
			'loft-table',
			'lines',
			'how even',
			({ model }) => `${Math.round(model.path.result.uniformity.variationPercent)} %`
		],
		['away-bench', 'tank', 'the days it lasts', ({ model, say }) => say(daysLeft(model)!, 'days')],
		[
			'mixed-loop',
			'lines',
			'how even',
			({ model }) => `${Math.round(model.path.result.uniformity.variationPercent)} %`
		],
		[
			'yard-channels',
			'mix',
			'how strong',
			({ model, say }) => say(model.mix.strengthMsCm, 'strength')
		]
	];
	for (const [name, step, label, figure] of figures)
		it(`${name}, ${step}: ${label} is what the core worked out`, async () => {
			const session = await sessionOf(name);
			session.view.step = step;
			const root = await shown(session, 'ui/inspector/Sheet.svelte');
			const [number] = figure(session).split(' ');
			expect(wordsOf(root)).to.include(number);
		});

	it('change at once with the design they are made of', async () => {
		const session = await sessionOf('lean-to-rail');
		const said = async () => {
			session.view.step = 'pump';
			return wordsOf(await shown(session, 'ui/inspector/Sheet.svelte'));
		};
		const before = await said();
		session.preview([set('operation.dial', 0.9)]);
		expect(await said()).to.not.equal(before);
		session.revert();
		expect(await said()).to.equal(before);
	});

	it('what is filled in for the grower is marked until they touch it', async () => {
		const session = await sessionOf('lean-to-rail');
		session.model = session.model.with([]);
		const marked = async () => {
			session.view.step = 'tank';
			const root = await shown(session, 'ui/inspector/Sheet.svelte');
			return root.querySelectorAll('label em').length;
		};
		const assumed = await sessionOf('lean-to-rail', [
			set('design.assumed', ['design.tank.floorMm'])
		]);
		assumed.view.step = 'tank';
		const root = await shown(assumed, 'ui/inspector/Sheet.svelte');
		expect(root.querySelectorAll('label em').map((e) => wordsOf(e))).to.deep.equal(['assumed']);
		expect(await marked()).to.equal(
			session.design.assumed.filter((path) => path.startsWith('design.tank.')).length
		);
	});
});
