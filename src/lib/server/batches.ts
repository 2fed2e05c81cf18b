import { and, desc, eq } from 'drizzle-orm';
import { batchSchema, type Batch } from '$lib/core/design';
import { leftAfter, newBatch } from '$lib/core/logbook';
import { SystemModel } from '$lib/core/model';
import { PARAMETERS } from '$lib/core/parameters';
import { bottleName } from '$lib/core/review';
import { keptItemOf, NOTHING_KEPT, shelfWith, type ShelfItem } from '$lib/core/shelf';
import { database, write, type Database } from './database';
import { load, type StoredDesign } from './designs';
import { noteIn } from './saving';
import { batches } from './schema';
import { changeShelf } from './shelves';
import { attempt, readDocument } from './unreadable';

const MOST_LISTED = 200;

function batchIn(document: string): Batch[] {
	const read = attempt(() => readDocument(document, batchSchema, (raw) => raw));
	// one that cannot be read stays where it is until a version comes that can
	return 'value' in read ? [read.value] : [];
}

/** What was mixed for a system, the newest first; a card half done is among them. */
export async function batchesOf(designId: string, tx: Database = database()): Promise<Batch[]> {
	const rows = await tx
		.select()
		.from(batches)
		.where(eq(batches.designId, designId))
		.orderBy(desc(batches.mixedOn), desc(batches.createdAt))
		.limit(MOST_LISTED);
	return rows.flatMap((row) => batchIn(row.document));
}

const modelOf = ({ design, operation, record, place, shelf }: StoredDesign, today: string) =>
	new SystemModel({ design, operation, record, place }, shelfWith(shelf), PARAMETERS, today);

/** Begins a batch with the card as the system stands; one that is half done already is gone on with. */
export const startBatch = (
	designId: string,
	on: string,
	what: Batch['what'] = 'fill'
): Promise<Batch | undefined> =>
	write(async (tx) => {
		const stored = await load(tx, designId);
		if (!stored) return undefined;
		const open = (await batchesOf(designId, tx)).find(({ state }) => state === 'open');
		if (open) return open;
		const batch = newBatch(modelOf(stored, on), crypto.randomUUID(), on, what);
		await tx.insert(batches).values({
			id: batch.id,
			designId,
			state: batch.state,
			mixedOn: on,
			document: JSON.stringify(batch),
			createdAt: new Date()
		});
		return batch;
	});

/**
 * Keeps how far a batch is. One that ends in the tank is taken off the shelf and noted in the record, once.
 *
 * @returns the batch as it stands; undefined: there is none of that id
 */
export const keepBatch = (designId: string, batch: Batch): Promise<Batch | undefined> =>
	write(async (tx) => {
		const at = and(eq(batches.id, batch.id), eq(batches.designId, designId));
		const [row] = await tx.select().from(batches).where(at);
		if (!row) return undefined;
		// what is over is over: a phone that wakes up late changes nothing of it
		if (row.state !== 'open') return batchIn(row.document)[0];
		await tx
			.update(batches)
			.set({ state: batch.state, document: JSON.stringify(batch) })
			.where(at);
		const stored = batch.state === 'done' ? await load(tx, designId) : undefined;
		if (stored) {
			await takeFromShelf(tx, stored, batch);
			await noteMixed(tx, stored, batch);
		}
		return batch;
	});

/** Bags and bottles with a figure of what is left hold so much less. */
async function takeFromShelf(tx: Database, stored: StoredDesign, batch: Batch): Promise<void> {
	const { kept } = shelfWith(stored.shelf);
	const made = stored.operation.mix.bottles;
	const bottles =
		batch.what === 'bottles' && made
			? (['A', 'B'] as const).map((name) =>
					keptItemOf(bottleName(stored.design, name), {
						...NOTHING_KEPT,
						left: made.bottleL * 1000,
						openedOn: batch.on
					})
				)
			: [];
	const bags = batch.items.flatMap(({ of, amount }): ShelfItem[] => {
		const bag = kept[of];
		if (!bag || bag.left === null) return [];
		return [keptItemOf(of, { ...bag, left: leftAfter(bag.left, amount) })];
	});
	const put = [...bottles, ...bags];
	if (put.length > 0) await changeShelf(tx, stored.placeId, { put, drop: [] });
}

/** The tank is as full and as strong as it was read. */
async function noteMixed(tx: Database, stored: StoredDesign, batch: Batch): Promise<void> {
	const { on, litres, readMsCm, readPh } = batch;
	if (batch.what === 'bottles' || stored.operation.mix.fills === 'reserve') return;
	const reading = {
		on,
		litres: Math.min(litres, stored.operation.fillL),
		msCm: readMsCm,
		ph: readPh,
		waterC: null
	};
	await noteIn(tx, stored, { ...stored.record, nowL: reading.litres, reading }, 'mixed a batch');
}
