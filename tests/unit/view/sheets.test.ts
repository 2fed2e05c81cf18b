import { expect } from 'chai';
import type { HTMLElement } from 'node-html-parser';
import { STEPS } from '../../../src/lib/core/review';
import { unitsOnlyIn } from '../../../src/lib/core/quantity';
import { EXAMPLES, figureWith } from '../example';
import { BUILT_IN_LISTS } from '../../../src/lib/core/shelf';
import { sessionOf, shown, US, wordsOf, type Session } from './stage';

/** A figure with a metric unit, which somebody who asked for feet and gallons should not meet. */
const METRIC_FIGURE = figureWith([...unitsOnlyIn('metric'), 'mS/cm']);
// “in” is a word as well
const US_FIGURE = figureWith([...unitsOnlyIn('us').filter((unit) => unit !== 'in'), 'ppm']);
/** A length, an area or a volume in words, which would be another in the other units. */
const METRIC_WORD = /\b(?:mm|metres?|litres?) |(?<!\/)m²|\ba (?:metre|litre)\b/g;
const HOLE = /undefined|NaN|Infinity|\bnull\b|\[object/;

const sheet = async (session: Session, step: Session['view']['step']): Promise<HTMLElement> => {
	session.view.step = step;
	return shown(session, 'ui/inspector/Sheet.svelte');
};
const named = (root: HTMLElement, field: HTMLElement): boolean => {
	const id = field.getAttribute('id');
	return (
		(field.getAttribute('aria-label') ?? '') !== '' ||
		field.getAttribute('aria-labelledby') !== undefined ||
		(id !== undefined && root.querySelector(`label[for="${id}"]`) !== null) ||
		field.closest('label') !== null
	);
};
const labelOf = (button: HTMLElement) =>
	button.getAttribute('aria-label') ?? wordsOf(button).trim();

describe('every sheet of every example', function () {
	this.timeout(240_000);
	for (const name of EXAMPLES) {
		it(`${name}: has no holes, names its fields and buttons, and keeps its tables square`, async () => {
			const session = await sessionOf(name);
			for (const step of STEPS) {
				const root = await sheet(session, step);
				const where = `${name}, ${step}`;
				expect(root.toString(), where).to.not.match(HOLE);
				for (const field of root.querySelectorAll('input, select, textarea'))
					expect(named(root, field), `${where}: ${field.toString()}`).to.equal(true);
				for (const button of root.querySelectorAll('button'))
					expect(labelOf(button), `${where}: ${button.toString()}`).to.match(/\S/);
				const ids = root.querySelectorAll('[id]').map((e) => e.getAttribute('id'));
				expect(new Set(ids).size, `${where}: ids`).to.equal(ids.length);
				for (const table of root.querySelectorAll('table')) square(table, where);
			}
		});

		it(`${name}: speaks feet and gallons to those who measure in them, metric to the others`, async () => {
			const [metric, us] = [await sessionOf(name), await sessionOf(name, [], US)];
			const wrong: string[] = [];
			for (const step of STEPS) {
				const said = saidBeside(await sheet(us, step));
				for (const { index, 0: figure } of said.matchAll(METRIC_FIGURE))
					wrong.push(`${step}: ${said.slice(Math.max(0, index - 40), index)}→${figure}`);
				for (const { index, 0: word } of said.matchAll(METRIC_WORD))
					wrong.push(`${step}: ${said.slice(Math.max(0, index - 40), index)}→${word}`);
				for (const [figure] of wordsOf(await sheet(metric, step)).matchAll(US_FIGURE))
					wrong.push(`${step}: ${figure}`);
			}
			expect(wrong).to.deep.equal([]);
		});
	}
});

/** Parts go by the size they are sold in, everywhere: their names are left out. */
const TRADE_NAMES = Object.values(BUILT_IN_LISTS).flatMap((list: readonly { name: string }[]) =>
	list.map(({ name }) => name)
);
function saidBeside(root: HTMLElement): string {
	for (const name of root.querySelectorAll('select, .part')) name.remove();
	return TRADE_NAMES.reduce((text, name) => text.replaceAll(name, ''), wordsOf(root));
}

function square(table: HTMLElement, where: string): void {
	const widths = table
		.querySelectorAll('tr')
		.map((row) =>
			row
				.querySelectorAll('td, th')
				.reduce((n, cell) => n + Number(cell.getAttribute('colspan') ?? 1), 0)
		);
	expect(new Set(widths).size, `${where}: ${table.toString().slice(0, 400)}`).to.equal(1);
	for (const head of table.querySelectorAll('th'))
		expect(head.getAttribute('scope'), `${where}: ${head.toString()}`).to.match(/^(col|row)$/);
}
