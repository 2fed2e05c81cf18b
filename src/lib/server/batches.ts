import { and, desc, eq, inArray, sql } from 'drizzle-orm';
import { z } from 'zod';
import { alike, editsBetween, merge, type Clash, type Edit, type EditKey } from '$lib/core/design';
import {
	batchDocument,
	batchSchema,
	holderSchema,
	type Batch,
	type Holder
} from '$lib/core/procedure';
import { InvalidInput, toIssues } from '$lib/core/quantity';
import { database, write, type Database } from './database';
import { findDesign, load, rowOf, type StoredDesign } from './designs';
import { noteMixed, takeFromShelf } from './mixed';
import { Overload, poolForSaves } from './pool';
import { doneFor, markDone } from './requests';
import { readBatch } from './rows';
import { batches } from './schema';
import { attempt } from './unreadable';

const MOST_LISTED = 200;

type Row = typeof batches.$inferSelect;
const holderIn = ({ device, deviceName, takenAt }: Row): Holder | null =>
	device === null ? null : { device, name: deviceName ?? '', since: takenAt?.getTime() ?? 0 };

const rowsOf = (designId: string, tx: Database) =>
	tx
		.select()
		.from(batches)
		.where(eq(batches.designId, designId))
		.orderBy(desc(batches.mixedOn), desc(batches.createdAt))
		.limit(MOST_LISTED);

/** What was mixed for a system, the newest first; a card half done is among them. */
export async function batchesOf(designId: string, tx: Database = database()): Promise<Batch[]> {
	return (await cardsOf(designId, tx)).batches;
}

/** Cards of a system: the batches, on which device those in hand are, and what of them cannot be read. */
export interface Cards {
	batches: Batch[];
	/** By the id of the batch. */
	holders: Record<string, Holder>;
	unreadable: { id: string; on: string; why: string }[];
}

/** What was mixed for a system, and on which device; one that cannot be read is said. */
export async function cardsOf(designId: string, tx: Database = database()): Promise<Cards> {
	const cards: Cards = { batches: [], holders: {}, unreadable: [] };
	for (const row of await rowsOf(designId, tx)) {
		const read = attempt(() => readBatch(row.document));
		if ('why' in read) cards.unreadable.push({ id: row.id, on: row.mixedOn, why: read.why });
		else cards.batches.push(read.value);
		const holder = holderIn(row);
		if (holder) cards.holders[row.id] = holder;
	}
	return cards;
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
	await insert(tx, designId, batch, null);
	return batch;
}

const insert = (tx: Database, designId: string, batch: Batch, holder: Holder | null) =>
	tx.insert(batches).values({
		id: batch.id,
		designId,
		state: batch.state,
		mixedOn: batch.on,
		document: batchDocument(batch),
		...heldBy(holder),
		createdAt: new Date()
	});

const heldBy = (holder: Holder | null) => ({
	device: holder?.device ?? null,
	deviceName: holder?.name ?? null,
	takenAt: holder ? new Date(holder.since) : null
});

/** What was done to cards on a device. */
export interface CardSave {
	request?: string;
	/** The device it was done on; none: a program. */
	device?: string;
	/** Over `{ batches, holders }`. */
	edits: readonly Edit[];
}
type Told = Pick<Cards, 'batches' | 'holders'>;
export type CardOutcome =
	| ({ kind: 'done'; stored: StoredDesign | null; note: string | null } & Told)
	| ({ kind: 'stale'; clashes: Clash[] } & Told)
	| { kind: 'gone' };

const OVER = 'This mix was over already: it stays as it was.';

/**
 * Begins cards and goes on with them. One that ends in the tank is taken off the shelf and noted in the record,
 * once; one in the hand of another device is left there unless it is taken over.
 *
 * @throws InvalidInput
 */
export const saveCards = (designId: string, save: CardSave): Promise<CardOutcome> =>
	write(async (tx) => {
		if (!(await rowOf(tx, designId))) return { kind: 'gone' };
		const rows = await touched(tx, designId, save.edits);
		const told: Told = { batches: [], holders: {} };
		for (const row of rows) {
			told.batches.push(readBatch(row.document));
			const holder = holderIn(row);
			if (holder) told.holders[row.id] = holder;
		}
		const done = save.request && (await doneFor(tx, save.request, designId));
		if (done)
			return { kind: 'done', stored: (await load(tx, designId)) ?? null, note: done.note, ...told };
		// what is over is over: a phone that wakes up late changes nothing of it
		const over = new Set(rows.filter(({ state }) => state !== 'open').map(({ id }) => id));
		const edits = save.edits.filter(({ path }) => !over.has(idIn(path)));
		const elsewhere = heldElsewhere(told.holders, edits, save.device);
		const { document, clashes } = merge(told, edits);
		if (elsewhere.length + clashes.length > 0)
			return { kind: 'stale', clashes: [...elsewhere, ...clashes], ...told };
		const next = checkedCards(document);
		const ended = await put(tx, designId, told, next);
		const late = save.edits.filter(({ path }) => over.has(idIn(path)));
		const lost = !alike(merge(told, late, true).document, told);
		const note = lost ? OVER : null;
		await markDone(tx, save.request, designId, { note });
		const stored = ended ? ((await load(tx, designId)) ?? null) : null;
		return { kind: 'done', stored, note, ...next };
	});

/** Which batch an edit is of. */
const idIn = ([, key]: readonly EditKey[]): string =>
	typeof key === 'object' ? key.id : (key ?? '');

async function touched(tx: Database, designId: string, edits: readonly Edit[]): Promise<Row[]> {
	const ids = [...new Set(edits.map(({ path }) => idIn(path)))];
	if (ids.length === 0) return [];
	return tx
		.select()
		.from(batches)
		.where(and(eq(batches.designId, designId), inArray(batches.id, ids)));
}

/** Cards in the hand of another device that are not taken over. */
function heldElsewhere(
	holders: Record<string, Holder>,
	edits: readonly Edit[],
	device: string | undefined
): Clash[] {
	if (device === undefined) return [];
	const taken = new Set(
		edits.filter(({ path: [part] }) => part === 'holders').map(({ path }) => idIn(path))
	);
	const ids = [...new Set(edits.map(({ path }) => idIn(path)))];
	return ids.flatMap((id): Clash[] => {
		const holder = holders[id];
		const away = holder && holder.device !== device && !taken.has(id);
		return away ? [{ path: ['holders', id], theirs: holder }] : [];
	});
}

/** @throws InvalidInput */
function checkedCards(document: Told): Told {
	const parsed = z
		.strictObject({
			batches: z.array(batchSchema).max(MOST_LISTED),
			holders: z.record(z.string(), holderSchema)
		})
		.safeParse(document);
	if (!parsed.success) throw new InvalidInput(toIssues(parsed.error));
	return parsed.data;
}

/** Writes what is new and what differs. @returns whether one ended in the tank */
async function put(tx: Database, designId: string, before: Told, after: Told): Promise<boolean> {
	let ended = false;
	for (const batch of after.batches) {
		const was = before.batches.find(({ id }) => id === batch.id);
		const holder = after.holders[batch.id] ?? null;
		if (!was) await insert(tx, designId, batch, holder);
		else if (!alike(was, batch) || !alike(before.holders[batch.id] ?? null, holder))
			await tx
				.update(batches)
				.set({
					state: batch.state,
					document: batchDocument(batch),
					version: sql`${batches.version} + 1`,
					...heldBy(holder)
				})
				.where(eq(batches.id, batch.id));
		if (batch.state !== 'done' || was?.state === 'done') continue;
		ended = true;
		const stored = (await load(tx, designId))!;
		await takeFromShelf(tx, stored, batch);
		await noteMixed(tx, (await load(tx, designId))!, batch);
	}
	return ended;
}

/** Keeps how far a batch is, as a program does it. @returns the batch as it stands; undefined: there is none of that id */
export async function keepBatch(designId: string, batch: Batch): Promise<Batch | undefined> {
	const find = async () => (await batchesOf(designId)).find(({ id }) => id === batch.id);
	const was = await find();
	if (!was) return undefined;
	const edits = editsBetween({ batches: [was] }, { batches: [batch] });
	await saveCards(designId, { edits });
	return find();
}
