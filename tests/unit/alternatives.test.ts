import { expect } from 'chai';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { applyChanges } from '../../src/lib/core/design';
import {
	dropAlternative,
	keepAlternative,
	listAlternatives,
	promoteAlternative
} from '../../src/lib/server/alternatives';
import { openDatabase } from '../../src/lib/server/database';
import { findDesign } from '../../src/lib/server/designs';
import { undoDesign } from '../../src/lib/server/history';
import { createDesign } from '../../src/lib/server/saving';
import { createPlace } from '../../src/lib/server/places';
import { example, set } from './example';

describe('variants kept beside a system', () => {
	const { place, ...system } = example('loft-table');
	const { design, operation } = system;
	const plan = { design, operation };
	const wider = applyChanges(plan, [
		set('design.stands.0.pitchMm', 450),
		set('design.name', 'Other')
	]);
	let id = '';

	beforeEach(async () => {
		await openDatabase(`file:${join(mkdtempSync(join(tmpdir(), 'crelbo-')), 'alt.db')}`);
		const { id: placeId } = await createPlace(place);
		id = await createDesign(placeId, system);
	});
	const pitch = async () => {
		const [stand] = (await findDesign(id))!.design.stands;
		return stand && 'pitchMm' in stand ? stand.pitchMm : null;
	};

	it('are listed in the order they were kept, and dropped', async () => {
		const first = await keepAlternative(id, 'First', plan);
		await keepAlternative(id, 'Second', wider);
		expect((await listAlternatives(id)).map((a) => a.name)).to.deep.equal(['First', 'Second']);
		expect(await dropAlternative(id, first)).to.equal(true);
		expect(await dropAlternative(id, first)).to.equal(false);
		expect((await listAlternatives(id)).map((a) => a.name)).to.deep.equal(['Second']);
	});

	it('promoted, become the system under its own name, and what stood is kept; undo brings it back', async () => {
		const alternative = await keepAlternative(id, 'Wider', wider);
		const { revision, recordRevision } = (await findDesign(id))!;
		const outcome = await promoteAlternative(id, alternative, revision);
		if (outcome.kind !== 'done') throw new Error(outcome.kind);
		expect(await pitch()).to.equal(450);
		expect(outcome.stored.design.name).to.equal('Loft table');
		// what was seen and measured is no part of either
		expect(outcome.stored.record).to.deep.equal(system.record);
		expect(outcome.stored.recordRevision).to.equal(recordRevision);
		const [kept] = await listAlternatives(id);
		expect(kept!.name).to.equal('Before “Wider”');
		expect(kept!.plan.design.stands[0]).to.deep.equal(design.stands[0]);
		await undoDesign(id, { base: outcome.stored.revision });
		expect(await pitch()).to.equal(360);
	});

	it('are not promoted over a newer version, nor from another system', async () => {
		const alternative = await keepAlternative(id, 'Wider', wider);
		const { revision } = (await findDesign(id))!;
		expect((await promoteAlternative(id, alternative, revision + 7)).kind).to.equal('stale');
		await promoteAlternative(id, 'nothing', revision);
		expect(await pitch()).to.equal(360);
		expect((await promoteAlternative('gone', alternative, revision)).kind).to.equal('gone');
	});
});
