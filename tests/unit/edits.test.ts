import { expect } from 'chai';
import fc from 'fast-check';
import { alike, editsBetween, merge } from '../../src/lib/core/design';

/** Any document: fields, lists of items by id, of words, of numbers. */
const { tree } = fc.letrec((tie) => ({
	leaf: fc.oneof(fc.integer({ min: 0, max: 4 }), fc.boolean(), fc.constant(null), fc.constant('x')),
	fields: fc.dictionary(fc.constantFrom('a', 'b.c', 'd'), tie('tree'), { maxKeys: 3 }),
	item: fc
		.tuple(fc.constantFrom('p', 'q/1', 'r.2', 's'), tie('fields'))
		.map(([id, fields]) => ({ ...(fields as object), id })),
	items: fc.uniqueArray(tie('item'), {
		selector: (item) => (item as { id: string }).id,
		maxLength: 4
	}),
	words: fc.uniqueArray(fc.constantFrom('k', 'l', 'm', 'n'), { maxLength: 4 }),
	numbers: fc.array(fc.integer({ min: 0, max: 3 }), { maxLength: 3 }),
	tree: fc.oneof(
		{ depthSize: 'small', withCrossShrink: true },
		tie('leaf'),
		tie('fields'),
		tie('items'),
		tie('words'),
		tie('numbers')
	)
}));
const document = fc.dictionary(fc.constantFrom('a', 'b.c', 'd', 'e'), tree, {
	minKeys: 1,
	maxKeys: 4
});
const runs = { numRuns: 1500 };

describe('edits of a document', () => {
	it('make the one out of the other, and what was changed back out of it', () => {
		fc.assert(
			fc.property(document, document, (before, after) => {
				const edits = editsBetween(before, after);
				const there = merge(before, edits);
				expect(there.clashes).to.deep.equal([]);
				expect(alike(there.document, after)).to.equal(true);
				const back = merge(after, editsBetween(after, before));
				expect(back.clashes).to.deep.equal([]);
				expect(alike(back.document, before)).to.equal(true);
			}),
			runs
		);
	});

	it('made twice are made once, also by way of JSON', () => {
		fc.assert(
			fc.property(document, document, (before, after) => {
				const edits = JSON.parse(JSON.stringify(editsBetween(before, after))) as [];
				const once = merge(before, edits);
				const twice = merge(once.document, edits);
				expect(twice.clashes).to.deep.equal([]);
				expect(alike(twice.document, after)).to.equal(true);
			}),
			runs
		);
	});

	it('of two sides are both there in either order, or the same clash is said', () => {
		fc.assert(
			fc.property(document, document, document, (base, mine, theirs) => {
				const [my, their] = [editsBetween(base, mine), editsBetween(base, theirs)];
				const a = merge(theirs, my);
				const b = merge(mine, their);
				expect(a.clashes.length === 0).to.equal(b.clashes.length === 0);
				if (a.clashes.length === 0) expect(inOrder(a.document)).to.deep.equal(inOrder(b.document));
			}),
			runs
		);
	});

	it('touch nothing beside them: what neither side changed is the very same', () => {
		const before = { a: { deep: [1] }, b: { id: 1 } };
		const { document } = merge(before, editsBetween(before, { ...before, b: { id: 2 } }));
		expect(document.a).to.equal(before.a);
	});

	for (const [what, base, mine, theirs, clashes] of [
		['two fields', { a: 1, b: 1 }, { a: 2, b: 1 }, { a: 1, b: 2 }, 0],
		['one field', { a: 1 }, { a: 2 }, { a: 3 }, 1],
		['one field to the same', { a: 1 }, { a: 2 }, { a: 2 }, 0],
		[
			'two items',
			[
				{ id: 'p', x: 1 },
				{ id: 'q', x: 1 }
			],
			[
				{ id: 'p', x: 2 },
				{ id: 'q', x: 1 }
			],
			[
				{ id: 'p', x: 1 },
				{ id: 'q', x: 2 }
			],
			0
		],
		['an item taken away and changed', [{ id: 'p', x: 1 }], [], [{ id: 'p', x: 2 }], 1],
		['two items added', [{ id: 'p' }], [{ id: 'p' }, { id: 'q' }], [{ id: 'p' }, { id: 'r' }], 0],
		['two words', ['k'], ['k', 'l'], ['m'], 0],
		['a list without ids', [1, 2], [1, 3], [2, 2], 1],
		['two orders', ['k', 'l', 'm'], ['l', 'k', 'm'], ['m', 'l', 'k'], 1]
	] as const)
		it(`${what} changed on two sides: ${clashes === 0 ? 'both stand' : 'a clash'}`, () => {
			const edits = editsBetween({ it: base }, { it: mine });
			const made = merge({ it: theirs }, edits);
			expect(made.clashes).to.have.length(clashes);
			// mine all the same, where the grower says so
			if (clashes > 0) expect(merge({ it: theirs }, edits, true).document.it).to.deep.equal(mine);
		});
});

/** Lists to which two sides added have either order. */
function inOrder(value: unknown): unknown {
	if (Array.isArray(value))
		return value
			.map(inOrder)
			.map((one) => JSON.stringify(one))
			.sort();
	if (typeof value !== 'object' || value === null) return value;
	const entries = Object.entries(value).filter(([, inner]) => inner !== undefined);
	return Object.fromEntries(
		entries.sort(([a], [b]) => (a < b ? -1 : 1)).map(([k, v]) => [k, inOrder(v)])
	);
}
