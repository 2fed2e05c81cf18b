import { and, desc, eq } from 'drizzle-orm';
import { batchSchema, type Batch } from '$lib/core/design';
import { leftAfter } from '$lib/core/logbook';
import { bottleName } from '$lib/core/review';
import { keptItemOf, NOTHING_KEPT, shelfWith, type ShelfItem } from '$lib/core/shelf';
import { database, write, type Database } from './database';
import { findDesign, load, rowOf, type StoredDesign } from './designs';
import { Overload, poolForSaves } from './pool';
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

const openOf = async (designId: string, tx?: Database): Promise<Batch | undefined> =>
	(await batchesOf(designId, tx)).find(({ state }) => state === 'open');

/** So often it is worked out anew where the system is changed meanwhile. */
const TRIES = 3;

/**
 * Begins a batch with the card as the system stands; one that is half done already is gone on with. The card is
 * worked out beside, and no write waits for it.
 *
 * @throws Overload where the system changes faster than its card can be worked out
 */
export async function startBatch(
	designId: string,
	on: string,
	what: Batch['what'] = 'fill'
): Promise<Batch | undefined> {
	for (let tries = 0; tries < TRIES; tries++) {
		const stored = await findDesign(designId);
		if (!stored) return undefined;
		const open = await openOf(designId);
		if (open) return open;
		const { design, operation, record, place, shelf } = stored;
		const parts = { design, operation, record, place };
		const id = crypto.randomUUID();
		const batch = await poolForSaves().run('batch', parts, shelf, id, on, what);
		const kept = await write((tx) => insertBatch(tx, stored, batch));
		if (kept) return kept;
	}
	throw new Overload('busy', 'The system is being changed just now. Try again in a moment.');
}

/** Keeps a new batch, if the system still is what it was made for; another that is open goes before. */
async function insertBatch(
	tx: Database,
	{ id: designId, revision, recordRevision }: StoredDesign,
	batch: Batch
): Promise<Batch | undefined> {
	const now = await rowOf(tx, designId);
	if (now?.designs.current !== revision || (now.designs.record ?? 0) !== recordRevision)
		return undefined;
	const open = await openOf(designId, tx);
	if (open) return open;
	await tx.insert(batches).values({
		id: batch.id,
		designId,
		state: batch.state,
		mixedOn: batch.on,
		document: JSON.stringify(batch),
		createdAt: new Date()
	});
	return batch;
}

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

/** What is mixed for these is not in the tank yet. */
const NOT_THE_TANK: readonly string[] = ['reserve', 'tub'];

/** The tank is as full and as strong as it was read. */
async function noteMixed(tx: Database, stored: StoredDesign, batch: Batch): Promise<void> {
	const { on, litres, readMsCm, readPh } = batch;
	if (batch.what === 'bottles' || NOT_THE_TANK.includes(stored.operation.mix.fills)) return;
	const reading = {
		on,
		litres: Math.min(litres, stored.operation.fillL),
		msCm: readMsCm,
		ph: readPh,
		waterC: null,
		meters: stored.record.meters
	};
	await noteIn(tx, stored, { ...stored.record, nowL: reading.litres, reading }, 'mixed a batch');
}
