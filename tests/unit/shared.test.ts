import { expect } from 'chai';
import { applyChanges, type Change } from '../../src/lib/core/design';
import { changedElsewhere, sharing, type Neighbour } from '../../src/lib/ui/workspace/shared';
import { example, set } from './example';

describe('what systems of a place share', () => {
	const before = example('lean-to-rail');
	const [area] = before.place.areas;
	const tap = before.place.waters[0]!.id;
	const others: Neighbour[] = [
		{ id: 'a', name: 'Columns', areaId: 'elsewhere', waterId: null },
		{ id: 'b', name: 'Table', areaId: area!.id, waterId: tap },
		{ id: 'c', name: 'Yard', areaId: 'yard', waterId: 'butt' }
	];
	const namesOf = (list: readonly Neighbour[]) => list.map(({ name }) => name);
	const said = (...changes: Change[]) =>
		changedElsewhere(before, applyChanges(before, changes), others);

	it('is told by what each of them uses; a water that is gone is the first one', () => {
		expect(namesOf(sharing(others, before.place, { water: tap }))).to.deep.equal([
			'Columns',
			'Table',
			'Yard'
		]);
		const two = [...before.place.waters, { ...before.place.waters[0]!, id: 'butt', name: 'Butt' }];
		const place = { ...before.place, waters: two };
		expect(namesOf(sharing(others, place, { water: 'butt' }))).to.deep.equal(['Yard']);
		expect(namesOf(sharing(others, place, { area: area!.id }))).to.deep.equal(['Table']);
		expect(sharing(others, place, 'place')).to.have.length(3);
	});

	it('names afterwards what was changed elsewhere, and nothing else', () => {
		expect(said(set(`place.waters[id=${tap}].ph`, 6.9))).to.equal(
			'Also changed for “Columns”, “Table” and “Yard”.'
		);
		expect(said(set(`place.areas[id=${area!.id}].heightM`, 2.9))).to.equal(
			'Also changed for “Table”.'
		);
		expect(said(set('place.pricePerKwh', 0.5))).to.match(/Columns.*Yard/);
		expect(said(set('operation.dial', 0.5))).to.equal(null);
		expect(said(set('place.units.system', 'us'))).to.equal(null);
		expect(changedElsewhere(before, applyChanges(before, [set('place.reachM', 1)]), [])).to.equal(
			null
		);
	});
});
