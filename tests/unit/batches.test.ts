import { expect } from 'chai';
import { mkdtempSync } from 'node:fs';
import { sql } from 'drizzle-orm';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { applyChanges, editsBetween, type Edit } from '../../src/lib/core/design';
import { bottleName, isProse, nextStep, type Batch } from '../../src/lib/core/procedure';
import { mixCard } from '../../src/lib/core/logbook';
import { keptItemOf, NOTHING_KEPT } from '../../src/lib/core/shelf';
import { batchesOf, cardsOf, keepBatch, saveCards, startBatch } from '../../src/lib/server/batches';
import { database, openDatabase } from '../../src/lib/server/database';
import { findDesign } from '../../src/lib/server/designs';
import { createPlace } from '../../src/lib/server/places';
import { createDesign } from '../../src/lib/server/saving';
import { saveShelf, unreadableOn } from '../../src/lib/server/shelves';
import { modelOf, set } from './example';
import { rail } from './rail';
import { lineOf } from './told';

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
		expect(bottles.steps.map((step) => lineOf(step)).join(' ')).to.match(/bottle A .* bottle B/);
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

	describe('on devices', () => {
		const at = (batch: Batch) => ['batches', { id: batch.id }];
		const tick = (batch: Batch, n: number) => {
			const { id } = batch.steps[n]!;
			return { path: [...at(batch), 'done', { id }], now: id };
		};
		const holder = (device: string) => ({ device, name: device, since: 1 });
		const begin = async (device: string, request: string) => {
			const made = (await startBatch(id, DAY))!;
			await keepBatch(id, { ...made, state: 'dropped' });
			const batch = { ...made, id: `made-on-${device}` };
			const edits = [
				{ path: at(batch), now: batch },
				{ path: ['holders', batch.id], now: holder(device) }
			];
			return { batch, outcome: await saveCards(id, { request, device, edits }) };
		};

		it('a card begun there is taken as it is, once, and ticks of two arrive in any order', async () => {
			const { batch, outcome } = await begin('phone', 'r1');
			expect(outcome.kind).to.equal('done');
			const edits = [{ path: at(batch), now: batch }];
			expect((await saveCards(id, { request: 'r1', edits })).kind).to.equal('done');
			for (const [n, request] of [
				[1, 'r3'],
				[0, 'r2'],
				[1, 'r3']
			] as const)
				await saveCards(id, { request, device: 'phone', edits: [tick(batch, n)] });
			const open = (await batchesOf(id)).filter(({ state }) => state === 'open');
			expect(open.map(({ done }) => [...done].sort())).to.deep.equal([
				[batch.steps[0]!.id, batch.steps[1]!.id].sort()
			]);
		});

		it('one in the hand of another is left there, unless it is taken over', async () => {
			const { batch } = await begin('phone', 'r1');
			const from = async (device: string, edits: Edit[]) =>
				(await saveCards(id, { device, edits })).kind;
			expect(await from('desk', [tick(batch, 0)])).to.equal('stale');
			const take = { path: ['holders', batch.id], was: holder('phone'), now: holder('desk') };
			expect(await from('desk', [take, tick(batch, 0)])).to.equal('done');
			expect(await from('phone', [tick(batch, 1)])).to.equal('stale');
			expect((await cardsOf(id)).holders[batch.id]).to.deep.equal(holder('desk'));
			// and what was over stays as it was, and that is told
			await saveCards(id, { edits: [{ path: [...at(batch), 'state'], was: 'open', now: 'done' }] });
			const late = await saveCards(id, { device: 'desk', edits: [tick(batch, 1)] });
			expect(late).to.deep.include({
				kind: 'done',
				note: 'This mix was over already: it stays as it was.'
			});
		});

		it('one that cannot be read, or is of a newer Crelbo, is listed as such', async () => {
			const { batch } = await begin('phone', 'r1');
			const spoil = (document: string) =>
				database().run(sql`UPDATE batches SET document = ${document} WHERE id = ${batch.id}`);
			for (const [document, why] of [
				['{"half', /broken/],
				[JSON.stringify({ schemaVersion: 99, batch }), /newer Crelbo/],
				[JSON.stringify({ ...batch, litres: -1 }), /holds what cannot be/]
			] as const) {
				await spoil(document);
				const { unreadable, batches } = await cardsOf(id);
				expect(unreadable.map((one) => one.id)).to.deep.equal([batch.id]);
				expect(unreadable[0]!.why).to.match(why);
				expect(batches.some((one) => one.id === batch.id)).to.equal(false);
			}
			// a row from before versions is the batch alone, its steps written out
			const expectation = { what: 'ph', value: 6, low: 5.8, high: 6.2 };
			const written = [
				{ id: 'add-3', text: 'Stir in boric acid, until it is clear', amount: '2 g' },
				{ id: 'again-read-2', text: 'Stir well, wait, and read the strength again', amount: null },
				{ id: 'ph', text: 'Read the pH, then the rest', amount: '5.8–6.2', expect: expectation }
			].map((step) => ({ waitMin: null, expect: null, caution: 'Mind', ...step }));
			await spoil(JSON.stringify({ ...batch, steps: written }));
			const { unreadable, batches } = await cardsOf(id);
			expect(unreadable).to.deep.equal([]);
			const old = batches.find((one) => one.id === batch.id)!;
			expect(isProse(old)).to.equal(true);
			expect(isProse(batch)).to.equal(false);
			expect(old.steps.map((step) => lineOf(step))).to.deep.equal(
				written.map(({ text, amount }) => (amount ? `${text} ${amount}` : text))
			);
			expect(old.steps.map(({ changes, round }) => [changes, round])).to.deep.equal([
				['strength', 0],
				['nothing', 2],
				['ph', 0]
			]);
		});

		it('nor does a shelf item that cannot be read vanish', async () => {
			await database().run(
				sql`UPDATE shelf_items SET document = '{"schemaVersion":99,"item":{}}' WHERE place_id = ${placeId}`
			);
			expect((await findDesign(id))!.shelf).to.deep.equal([]);
			const [lost] = await unreadableOn(placeId);
			expect(lost!.why).to.match(/newer Crelbo/);
		});
	});
});
