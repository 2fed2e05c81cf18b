import { expect } from 'chai';
import { runSteps } from '../../../src/lib/core/quantity';
import { costOf, partsOf } from '../../../src/lib/core/construction';
import type * as PartWords from '../../../src/lib/ui/inspector/part-words';
import { METRIC } from '../../../src/lib/core/quantity';
import { modelOf, EXAMPLES } from '../example';
import { load, sessionOf, shown, US, wordsOf } from './stage';

describe('what to buy', function () {
	this.timeout(240_000);
	let words: typeof PartWords;
	before(async () => (words = await load<typeof PartWords>('ui/inspector/part-words.ts')));
	const listOf = (name: string) => {
		const { design, layout, shelf } = modelOf(name);
		return partsOf(design, layout, shelf);
	};

	for (const name of EXAMPLES)
		it(`${name}: each line says how much in the grower’s units, and stands once`, async () => {
			const parts = listOf(name);
			expect(new Set(parts.map((part) => part.id)).size).to.equal(parts.length);
			for (const part of parts) {
				const [metric, us] = [words.amountOf(part, METRIC), words.amountOf(part, US)];
				if (part.lengthM !== null) {
					expect(metric, part.id).to.match(/^[\d.]+ m in \d+$/);
					expect(us, part.id).to.match(/^[\d.]+ ft in \d+$/);
				} else if (part.litres !== undefined) {
					expect(metric, part.id).to.match(/^[\d.,]+ L$/);
					expect(us, part.id).to.match(/^[\d.,]+ gal$/);
				} else expect([metric, us], part.id).to.deep.equal([`${part.count} ×`, `${part.count} ×`]);
			}
		});

	it('two stands with one medium are one line, with the litres of both', () => {
		// slabs are bought as slabs, not as litres of wool besides
		expect(listOf('slab-gutter').filter((part) => part.litres !== undefined)).to.deep.equal([]);
		const { design, layout } = modelOf('mixed-loop');
		for (const part of listOf('mixed-loop').filter((p) => p.litres !== undefined)) {
			const mine = design.stands.filter(
				(s) => 'mediumId' in s && s.mediumId === part.id && s.variant !== 'slab-gutter'
			);
			const litres = layout.containers
				.filter((c) => mine.some((stand) => stand.id === c.standId))
				.reduce((sum, c) => sum + c.mediumL, 0);
			expect(part.litres, part.id).to.be.closeTo(litres, 1e-9);
		}
	});

	it('a price typed for a foot or a gallon comes to the same cost as one for a metre or a litre', () => {
		for (const part of listOf('lean-to-rail')) {
			const [metric, us] = [words.pricedBy(part, METRIC), words.pricedBy(part, US)];
			expect(metric.per, part.id).to.equal(1);
			const amount = part.lengthM ?? part.litres ?? part.count;
			const typed = 2;
			const { total } = costOf({ prices: { [part.id]: typed * us.per } }, [part]);
			// so many feet at 2 each
			expect(total, part.id).to.be.closeTo(typed * amount * us.per, 1e-9);
			expect(us.word).to.match(/^each$|^per (?:ft|gal)$/);
		}
	});

	it('the sheet asks a price for each line, and sums those there are', async () => {
		const session = await sessionOf('lean-to-rail');
		for (const [of, price] of [
			['bucket-11', 4.5],
			['feed-13', 1.2],
			['perlite-coarse', 0.3],
			['filter', 9]
		] as const)
			expect(session.shelf.price(of, price)).to.equal(null);
		expect(session.shelf.price('filter', null)).to.equal(null);
		expect(session.shelf.price('feed-13', -1)).to.match(/price must be a number from 0/);
		session.view.step = 'lines';
		const root = await shown(session, 'ui/inspector/Sheet.svelte');
		const asked = root
			.querySelectorAll('input')
			.filter((field) => /^Your price for/.test(field.getAttribute('aria-label') ?? ''));
		const parts = partsOf(session.design, session.model.layout, session.model.shelf);
		expect(asked).to.have.length(parts.length);
		const typed = asked.map((field) => field.getAttribute('value') ?? '').filter((v) => v !== '');
		expect(typed.sort()).to.deep.equal(['0.3', '1.2', '4.5']);
		const { total, priced } = costOf(session.model.shelf, parts);
		expect(priced).to.equal(3);
		expect(wordsOf(root)).to.include(`${total.toFixed(2)} for the 3 of ${parts.length} lines`);
	});
});

describe('how far it can be extended, step by step', () => {
	it('says how far it is, and comes to the same as in one go', async () => {
		const { extensionOf, extensionSteps } = await import('../../../src/lib/core/edit');
		const told: number[] = [];
		const steps = extensionSteps(modelOf('loft-table'));
		const found = await runSteps(steps, { progress: (share) => told.push(share) });
		expect(told).to.deep.equal([...told].sort((a, b) => a - b));
		expect(told.at(-1)).to.equal(1);
		expect(told.length).to.be.above(8);
		expect(found).to.deep.equal(extensionOf(modelOf('loft-table')));
	});
});
