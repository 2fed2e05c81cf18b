import { expect } from 'chai';
import { changesOf, settle } from '../../src/lib/core/edit';
import { SystemModel } from '../../src/lib/core/model';
import { better, findingsOf, fixesOf, standingOf } from '../../src/lib/core/review';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { some, tries } from '../seed';
import { modelOf, set } from './example';
import { claimsOf, designs, followed } from './claims';

/** Fixes are claims: each is tried here anew, from the document alone, over the examples and random designs. */
describe('fixes that are shown', function () {
	this.timeout(240_000);
	it('remove their finding or bring it nearer its limit, bring no stop, and can be kept', () => {
		const { shown, held, grave, mended, wrong } = claimsOf(
			some(designs(tries(160)), 'claims', 0.15)
		);
		expect(wrong).to.deep.equal([]);
		expect(held / shown, `${held} of ${shown} hold`).to.be.at.least(0.99);
		expect(mended / grave, `${mended} of ${grave} have one`).to.be.at.least(0.7);
	});

	it('one after the other they come to an end, each step a better design', () => {
		for (const start of some(designs(14), 'followed')) {
			let before = standingOf(start);
			const { ended } = followed(start, 60, (next) => {
				const after = standingOf(next);
				expect(better(after, before), start.design.name).to.equal(true);
				before = after;
			});
			expect(ended, start.design.name).to.equal(true);
		}
	});

	it('a fix that leaves its finding, or writes into the record, is not there', () => {
		const model = modelOf('lean-to-rail', set('operation.feed.setMin', 3));
		const finding = findingsOf(model).find(({ code }) => code === 'outlet-under-demand')!;
		const labels = fixesOf(model, finding).map(({ label }) => label);
		expect(labels).to.include('Feed for 9 min');
		// nobody has seen more water in the tank than the record says
		expect(labels.join()).to.not.match(/Top up to|Fill to/);
	});
});

describe('settle all', function () {
	this.timeout(240_000);
	for (const name of some(['mixed-loop', 'wall-pockets', 'tower-bank', 'float-top-up'], 'settled'))
		it(`${name}: clears what it can, and none of its changes can be left out`, () => {
			const model = modelOf(name);
			const { fixes, before, after } = settle(model);
			expect(after.stops + after.looks).to.be.below(before.stops + before.looks);
			const done = new SystemModel(model.with(changesOf(fixes)).parts, BUILT_IN_SHELF);
			expect(standingOf(done)).to.deep.equal(after);
			for (const left of fixes) {
				const without = model.with(changesOf(fixes.filter((fix) => fix !== left)));
				const stands = standingOf(without);
				expect(
					stands.stops > after.stops || stands.looks > after.looks,
					`${left.label} could be left out`
				).to.equal(true);
			}
		});
});
