import { expect } from 'chai';
import { fixesOf, STEPS } from '../../../src/lib/core/review';
import type * as Keys from '../../../src/lib/ui/workspace/keys';
import { load, sessionOf, type Session } from './stage';

describe('the keys of the workspace', function () {
	this.timeout(240_000);
	let session: Session;
	let takeKey: typeof Keys.takeKey;
	const asked: string[] = [];
	const real = { HTMLElement: globalThis.HTMLElement, document: globalThis.document };

	/** Just enough of a page for a key to be pressed on: a field that is typed in, and one grip. */
	class Element {
		constructor(private readonly inside: string | null = null) {}
		closest = (list: string) => (this.inside && list.includes(this.inside) ? this : null);
	}
	before(async () => ({ takeKey } = await load<typeof Keys>('ui/workspace/keys.ts')));
	beforeEach(async () => {
		session = await sessionOf('lean-to-rail');
		asked.length = 0;
		Object.assign(globalThis, {
			HTMLElement: Element,
			document: {
				querySelector: (of: string) => ({ focus: () => asked.push(`focus ${of}`) })
			}
		});
	});
	afterEach(() => Object.assign(globalThis, real));

	const press = (key: string, held: Partial<KeyboardEvent> = {}, target: unknown = new Element()) =>
		takeKey({ key, target, ...held } as KeyboardEvent, session, {
			help: () => asked.push('help'),
			print: () => asked.push('print')
		});

	it('brackets go along the tape and stop at its ends', () => {
		session.view.step = STEPS[0];
		press('[');
		expect(session.view.step).to.equal(STEPS[0]);
		for (const step of STEPS.slice(1)) {
			press(']');
			expect(session.view.step).to.equal(step);
		}
		press(']');
		expect(session.view.step).to.equal(STEPS.at(-1));
	});

	it('N and B turn through the findings, round and round, and go to where each is', () => {
		const { findings } = session.judging;
		for (let i = 1; i <= findings.length; i++) {
			press('n');
			const finding = findings[i % findings.length]!;
			expect(session.judging.shown).to.equal(i % findings.length);
			expect([session.view.step, session.view.selected]).to.deep.equal([
				finding.step,
				finding.subject
			]);
		}
		press('b');
		expect(session.judging.shown).to.equal(findings.length - 1);
	});

	it('a number applies that fix of the finding shown; one that is not there does nothing', async () => {
		session.judging.shown = session.judging.findings.findIndex(
			(f) => fixesOf(session.model, f).length === 1
		);
		await session.judging.prove(session.judging.findings[session.judging.shown]!);
		const { parts } = session;
		press('3');
		expect(session.parts).to.equal(parts);
		press('1');
		expect(session.parts).to.not.equal(parts);
		expect(session.file.canUndo).to.equal(true);
	});

	it('U and R go back and on, and so does Ctrl Z with and without Shift', async () => {
		const first = session.operation;
		session.set('operation.fillL', 20, 'fill');
		const second = session.operation;
		expect(second).to.not.equal(first);
		const presses: [key: string, held: Partial<KeyboardEvent>, comes: typeof first][] = [
			['u', {}, first],
			['r', {}, second],
			['z', { ctrlKey: true }, first],
			['z', { ctrlKey: true, shiftKey: true }, second],
			['Z', { metaKey: true, shiftKey: false }, first]
		];
		for (const [key, held, comes] of presses) {
			expect(press(key, held), key).to.equal(true);
			await Promise.resolve();
			expect(session.operation, key).to.deep.equal(comes);
			await new Promise((done) => setTimeout(done, 3));
		}
	});

	it('W takes hold of the water, + and − go closer and away, P prints, ? lists the keys', () => {
		for (const key of ['w', 'P', '?']) expect(press(key), key).to.equal(true);
		expect(asked).to.deep.equal(['focus [aria-label="Water level in the tank"]', 'print', 'help']);
		press('+');
		press('=');
		expect(session.view.zoom).to.be.closeTo(2.25, 1e-9);
		press('-');
		expect(session.view.zoom).to.be.closeTo(1.5, 1e-9);
	});

	it('Esc chooses nothing', () => {
		session.view.selected = 'tank';
		press('Escape');
		expect(session.view.selected).to.equal(null);
	});

	const left: [what: string, key: string, held: Partial<KeyboardEvent>, target: unknown][] = [
		['a letter typed into a field', 'u', {}, new Element('input')],
		['a number typed into a field', '1', {}, new Element('input')],
		['a key while a list is open', 'n', {}, new Element('[role="menu"]')],
		['a key while a question is asked', 'p', {}, new Element('[role="dialog"]')],
		['Ctrl Z in a field, which takes back typing', 'z', { ctrlKey: true }, new Element('input')],
		['what the browser does with Ctrl P', 'p', { ctrlKey: true }, new Element()],
		['a key with Alt', 'n', { altKey: true }, new Element()],
		['a key that means nothing', 'q', {}, new Element()],
		['Tab', 'Tab', {}, new Element()]
	];
	for (const [what, key, held, target] of left)
		it(`leaves alone ${what}`, () => {
			session.set('record.nowL', 20, 'water');
			const before = [session.design, session.view.step, session.judging.shown, session.view.zoom];
			expect(press(key, held, target)).to.equal(false);
			expect([
				session.design,
				session.view.step,
				session.judging.shown,
				session.view.zoom
			]).to.deep.equal(before);
		});
});
