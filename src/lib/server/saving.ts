import { eq, isNull } from 'drizzle-orm';
import type { Place, Plan, System, SystemRecord } from '$lib/core/design';
import type { ShelfItem } from '$lib/core/shelf';
import { write, type Database } from './database';
import { selectDesigns, type StoredDesign } from './designs';
import { adoptPlace } from './places';
import { designs, recordRevisions, revisions } from './schema';
import { changeShelf } from './shelves';
import { planDocument, pricesIn, readRecord, recordDocument } from './stored';
import { attempt } from './unreadable';

/** Adds a version of a plan over its parent; whoever calls makes it the one that stands. */
export async function revise(
	tx: Database,
	designId: string,
	parent: number | null,
	plan: Plan,
	label: string,
	placeRevision: number | null = null
): Promise<number> {
	const document = planDocument(plan);
	const [row] = await tx
		.insert(revisions)
		.values({ designId, parent, document, label, placeRevision, createdAt: new Date() })
		.returning({ id: revisions.id });
	return row!.id;
}

/** Adds a version of a record over its parent. */
export async function reviseRecord(
	tx: Database,
	designId: string,
	parent: number | null,
	record: SystemRecord,
	label: string,
	createdAt = new Date()
): Promise<number> {
	const document = recordDocument(record);
	const [row] = await tx
		.insert(recordRevisions)
		.values({ designId, parent, document, label, createdAt })
		.returning({ id: recordRevisions.id });
	return row!.id;
}

export const createDesign = (
	placeId: string,
	system: System,
	id: string = crypto.randomUUID()
): Promise<string> => write((tx) => createIn(tx, placeId, system, id));

/** A system with the place it comes with, both or neither; a place that is here already is not made again. */
export const importDesign = (
	system: System,
	place: Place,
	shelf: readonly ShelfItem[]
): Promise<string> =>
	write(async (tx) => {
		const { id: placeId } = await adoptPlace(tx, place);
		// what a place paid for something is not overwritten by what somebody else did
		if (shelf.length > 0) await changeShelf(tx, placeId, { put: shelf, drop: [], keep: true });
		return createIn(tx, placeId, system, crypto.randomUUID());
	});

async function createIn(
	tx: Database,
	placeId: string,
	{ record, ...plan }: System,
	id: string
): Promise<string> {
	const current = await revise(tx, id, null, plan, 'started');
	const recordRevision = await reviseRecord(tx, id, null, record, 'started');
	await tx.insert(designs).values({
		id,
		placeId,
		current,
		record: recordRevision,
		deletedAt: null,
		createdAt: new Date()
	});
	return id;
}

/** Plans of version 1 held the record and the prices as well: each gets rows of its own, once. */
export const splitOldPlans = (): Promise<void> =>
	write(async (tx) => {
		for (const row of await selectDesigns(tx).where(isNull(designs.record))) {
			const { id, placeId } = row.designs;
			const document = row.revisions?.document ?? null;
			const read = attempt(() => readRecord(null, document));
			// what cannot be read now is split when it can be: its record stands in its plan until then
			if (document === null || !('value' in read)) continue;
			// nobody saved anything just now
			const at = row.revisions?.createdAt;
			const record = await reviseRecord(tx, id, null, read.value, 'from version 1', at);
			await tx.update(designs).set({ record }).where(eq(designs.id, id));
			const prices = pricesIn(document);
			if (prices.length > 0) await changeShelf(tx, placeId, { put: prices, drop: [], keep: true });
		}
	});

/** Adds to the record inside a write, over whatever stands: what was done is known to nobody else. */
export async function noteIn(
	tx: Database,
	current: StoredDesign,
	document: SystemRecord,
	label: string
): Promise<void> {
	const record = await reviseRecord(
		tx,
		current.id,
		current.recordRevision || null,
		document,
		label
	);
	await tx.update(designs).set({ record }).where(eq(designs.id, current.id));
}

/** Marks a design deleted, or takes the mark off again. False: there is none. */
export const markDeleted = (id: string, deleted: boolean): Promise<boolean> =>
	write(async (tx) => {
		const rows = await tx
			.update(designs)
			.set({ deletedAt: deleted ? new Date() : null })
			.where(eq(designs.id, id))
			.returning({ id: designs.id });
		return rows.length > 0;
	});
