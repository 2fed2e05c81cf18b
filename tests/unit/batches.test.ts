import { expect } from 'chai';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { applyChanges, editsBetween, nextStep, type Batch } from '../../src/lib/core/design';
import { bottleName, mixCard } from '../../src/lib/core/review';
import { keptItemOf, NOTHING_KEPT } from '../../src/lib/core/shelf';
import { batchesOf, keepBatch, startBatch } from '../../src/lib/server/batches';
import { openDatabase } from '../../src/lib/server/database';
import { findDesign } from '../../src/lib/server/designs';
import { createPlace } from '../../src/lib/server/places';
import { createDesign } from '../../src/lib/server/saving';
import { saveShelf } from '../../src/lib/server/shelves';
import { modelOf, set } from './example';
import { rail } from './rail';

const DAY = '2026-05-28';
const BAG = 'calcium-nitrate-4h';

describe('batches', () => {
	let id = '';
	let placeId = '';
	beforeEach(async () => {
		await openDatabase(`file:${join(mkdtempSync(join(tmpdir(), 'crelbo-')), 'batches.db')}`);
		const { place, ...system } = applyChanges(rail(), [set('operation.mix.bottles', null)]);
		placeId = (await createPlace(place)).id;
		id = await createDesign(placeId, system);
		const shelf = [keptItemOf(BAG, { ...NOTHING_KEPT, left: 100, price: 4 })];
		await saveShelf(placeId, { edits: editsBetween({ shelf: [] }, { shelf }) });
	});
	const left = async (of = BAG) =>
		(await findDesign(id))!.shelf.find((item) => item.kind === 'kept' && item.of === of);
	const through = (batch: Batch): Batch => ({
		...batch,
		done: batch.steps.map((step) => step.id),
		state: 'done',
		readMsCm: 2.17,
		readPh: 6.1
	});

	it('begin with the card as it is, are gone on with after a reload, and end once', async () => {
		const batch = (await startBatch(id, DAY))!;
		const model = modelOf('lean-to-rail', set('operation.mix.bottles', null));
		expect(batch.steps).to.deep.equal(mixCard(model));
		const halfway = { ...batch, done: [batch.steps[0]!.id], waitUntil: 1 };
		await keepBatch(id, halfway);
		// another page, another device: the same card where it was left
		expect(await startBatch(id, DAY)).to.deep.equal(halfway);
		expect(nextStep((await batchesOf(id))[0]!)!.id).to.equal(batch.steps[1]!.id);
		await keepBatch(id, through(batch));
		const grams = batch.items.find(({ of }) => of === BAG)!.amount;
		expect((await left())!).to.include({ left: Number((100 - grams).toFixed(3)) });
		const { record } = (await findDesign(id))!;
		expect(record.reading).to.deep.include({ on: DAY, msCm: 2.17, ph: 6.1 });
		expect(record.nowL).to.equal(34);
		// a phone that wakes up late changes nothing any more
		await keepBatch(id, { ...halfway, done: [] });
		await keepBatch(id, through(batch));
		expect((await left())!).to.include({ left: Number((100 - grams).toFixed(3)) });
		expect((await batchesOf(id)).map(({ state }) => state)).to.deep.equal(['done']);
	});

	it('given up take nothing off the shelf', async () => {
		const batch = (await startBatch(id, DAY))!;
		await keepBatch(id, { ...batch, state: 'dropped' });
		expect((await left())!).to.include({ left: 100 });
		expect((await findDesign(id))!.record.reading).to.equal(null);
		expect((await startBatch(id, DAY))!.id).to.not.equal(batch.id);
	});

	it('of a system, or an id, that is not there are refused', async () => {
		expect(await startBatch('nowhere', DAY)).to.equal(undefined);
		const batch = (await startBatch(id, DAY))!;
		expect(await keepBatch('nowhere', batch)).to.equal(undefined);
	});

	it('of bottles fill them on the shelf, and fills are poured from them', async () => {
		const { place, ...system } = rail();
		void place;
		id = await createDesign(placeId, system);
		const bottles = (await startBatch(id, DAY, 'bottles'))!;
		expect(bottles.steps.map((step) => step.text).join(' ')).to.match(/bottle A .* bottle B/);
		await keepBatch(id, through(bottles));
		const name = bottleName(system.design, 'A');
		expect((await left(name))!).to.include({ left: 2000, openedOn: DAY });
		const fill = (await startBatch(id, DAY))!;
		expect(fill.items.map((item) => [item.name, item.amount, item.unit])).to.deep.equal([
			['Bottle A', 340, 'mL'],
			['Bottle B', 340, 'mL']
		]);
		await keepBatch(id, through(fill));
		expect((await left(name))!).to.include({ left: 1660 });
	});
});
