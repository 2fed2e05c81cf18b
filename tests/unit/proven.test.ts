import { expect } from 'chai';
import { partsIn, partsSchema } from '../../src/lib/core/design';
import { changesOf, settle } from '../../src/lib/core/edit';
import { SystemModel } from '../../src/lib/core/model';
import {
	better,
	fixesOf,
	findingsOf,
	judged,
	standingOf,
	type Fix,
	type Judged
} from '../../src/lib/core/review';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { EXAMPLES, modelOf, set } from './example';
import { accepted, dice, mutant } from './mutants';

/** Fixes are claims: each is tried here anew, from the document alone, over the examples and random designs. */
const roll = dice(411);
const designs = (count: number): SystemModel[] => {
	const list = EXAMPLES.map((name) => modelOf(name));
	while (list.length < EXAMPLES.length + count) {
		const system = accepted(mutant(roll).file);
		if (system) list.push(new SystemModel(partsIn(system), BUILT_IN_SHELF));
	}
	return list;
};
const fresh = (model: SystemModel, { change }: Fix): SystemModel =>
	new SystemModel(model.with(change).parts, BUILT_IN_SHELF);
const offOf = (list: readonly Judged[], code: string): number =>
	list.filter((f) => f.code === code).reduce((sum, { off = 1 }) => sum + off, 0);

describe('fixes that are shown', function () {
	this.timeout(240_000);
	it('remove their finding or bring it nearer its limit, bring no stop, and can be kept', () => {
		let [shown, held, grave, mended] = [0, 0, 0, 0];
		const wrong: string[] = [];
		for (const model of designs(160)) {
			const before = judged(model);
			for (const finding of findingsOf(model)) {
				const fixes = fixesOf(model, finding);
				if (finding.severity !== 'caution') {
					grave += 1;
					if (fixes.length > 0) mended += 1;
				}
				for (const fix of fixes) {
					shown += 1;
					const after = fresh(model, fix);
					const now = judged(after);
					const say = `${model.design.name}, ${finding.code}: ${fix.label}`;
					if (!partsSchema.safeParse(after.parts).success) wrong.push(`${say} is refused`);
					if (fix.change.some(({ path }) => /^(record|place)\./.test(path)))
						wrong.push(`${say} changes what was seen`);
					const came = now.filter(
						(f) =>
							f.severity === 'stop' &&
							!before.some((b) => b.code === f.code && b.severity === 'stop')
					);
					if (came.length > 0) wrong.push(`${say} brings ${came[0]!.code}`);
					if (offOf(now, finding.code) <= offOf(before, finding.code) * 0.95 + 1e-9) held += 1;
				}
			}
		}
		expect(wrong).to.deep.equal([]);
		expect(held / shown, `${held} of ${shown} hold`).to.be.at.least(0.99);
		expect(mended / grave, `${mended} of ${grave} have one`).to.be.at.least(0.7);
	});

	it('one after the other they come to an end, each step a better design', () => {
		for (const start of designs(14)) {
			let model = start;
			let steps = 0;
			for (;;) {
				const fix = findingsOf(model)
					.map((finding) => fixesOf(model, finding)[0])
					.find(Boolean);
				if (!fix) break;
				const next = model.with(fix.change);
				expect(better(standingOf(next), standingOf(model)), fix.label).to.equal(true);
				model = next;
				steps += 1;
				expect(steps, start.design.name).to.be.at.most(60);
			}
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
	for (const name of ['mixed-loop', 'wall-pockets', 'tower-bank', 'float-top-up'])
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
