import { expect } from 'chai';
import { verdictOf } from '../../src/lib/core/operations';
import { SystemModel } from '../../src/lib/core/model';
import { priceItem, shelfWith } from '../../src/lib/core/shelf';
import { Held, patchOf, type Document } from '../../src/lib/workers/document';
import { numbers, SEED, some } from '../seed';
import { accepted, dice, mutant } from './mutants';
import { EXAMPLES, modelOf, set } from './example';

/** What crosses to the worker is copied. */
const across = <T>(value: T): T => structuredClone(value);
const NOTHING: Document['own'] = [];
const documentOf = (model: SystemModel): Document => ({
	parts: model.parts,
	own: NOTHING,
	today: '2026-05-28'
});
/** As it is read: a solve that began from a near one ends within rounding of the same. */
const told = (model: SystemModel) => {
	const { findings, steps, failed } = verdictOf(model);
	return {
		steps,
		failed,
		said: findings.map(({ message, state, subject }) => [message, state, subject])
	};
};

describe('the system a worker holds', () => {
	const CHANGES = [
		set('record.nowL', 12),
		set('design.notes', 'the tap drips'),
		set('operation.fillL', 20),
		set('record.waterC', 15),
		set('place.pricePerKwh', 0.4)
	];

	it('after each patch is the one on the page, and says the same as one that was sent whole', () => {
		for (const name of some(EXAMPLES, 'held', 0.3)) {
			const held = new Held();
			let before: Document | null = null;
			let model = modelOf(name);
			for (const change of [null, ...CHANGES]) {
				if (change) model = model.with([change]);
				const now = documentOf(model);
				const theirs = held.take(across(patchOf(before, now)));
				before = now;
				expect(theirs.parts, change?.path).to.deep.equal(model.parts);
				const fresh = new SystemModel(model.parts, shelfWith([]), undefined, now.today);
				expect(told(theirs), change?.path).to.deep.equal(told(fresh));
			}
		}
	});

	it('what did not change does not go over, and is not worked out again', () => {
		const held = new Held();
		const model = modelOf('lean-to-rail');
		const first = documentOf(model);
		const { layout } = held.take(across(patchOf(null, first)));
		const now = documentOf(model.with([set('record.nowL', 12)]));
		const patch = patchOf(first, now);
		expect(patch).to.deep.equal({
			whole: false,
			parts: { record: { set: { nowL: 12 }, gone: [] } }
		});
		expect(held.take(across(patch)).layout).to.equal(layout);
	});

	it('any document after any other, with another shelf and another day', () => {
		const roll = dice(SEED);
		const chance = numbers('held');
		const held = new Held();
		let before: Document | null = null;
		for (let i = 0; i < 40; i++) {
			const parts = accepted(mutant(roll).file);
			if (!parts) continue;
			const { design, operation, record, place } = parts;
			const now: Document = {
				parts: { design, operation, record, place },
				own:
					chance() < 0.3 ? [priceItem('tote-120', Math.ceil(chance() * 50))] : (before?.own ?? []),
				today: chance() < 0.2 ? null : '2026-05-28'
			};
			const theirs = held.take(across(patchOf(before, now)));
			before = now;
			expect(theirs.parts).to.deep.equal(now.parts);
			expect(theirs.today).to.equal(now.today);
			expect(theirs.shelf).to.deep.equal(shelfWith(now.own));
		}
	});

	it('refuses to go on from what it does not hold', () => {
		const document = documentOf(modelOf('loft-table'));
		expect(() => new Held().take(patchOf(document, document))).to.throw('no document');
	});
});
