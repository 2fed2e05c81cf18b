import { expect } from 'chai';
import { applyChanges, type Change } from '../../src/lib/core/design';
import { oursOver } from '../../src/lib/ui/workspace/changes';
import { example, set } from './example';

describe('two windows on one system', () => {
	const known = example('lean-to-rail');
	const by = (...changes: Change[]) => applyChanges(known, changes);

	it('what was changed there alone is kept, whatever part of it', () => {
		const ours = by(set('operation.dial', 0.5));
		const theirs = by(
			set('design.notes', 'theirs'),
			set('design.stands[id=rail].pitchMm', 440),
			set('operation.fillL', 30),
			set('record.waterC', 17)
		);
		const { parts, whole } = oursOver(ours, known, theirs);
		expect(whole).to.equal(true);
		expect(parts).to.deep.equal(applyChanges(theirs, [set('operation.dial', 0.5)]));
	});

	it('where both changed the same, ours stands', () => {
		const { parts } = oursOver(
			by(set('operation.dial', 0.5)),
			known,
			by(set('operation.dial', 0.7))
		);
		expect(parts.operation.dial).to.equal(0.5);
	});

	it('what cannot stand together is ours as a whole, and that is told', () => {
		const [rail] = known.design.stands;
		const ours = by(set('design.stands[id=rail].pitchMm', 440));
		const theirs = by(set('design.stands', [{ ...rail, id: 'other' }]));
		const { parts, whole } = oursOver(ours, known, theirs);
		expect(whole).to.equal(false);
		expect(parts.design).to.deep.equal(ours.design);
	});
});
