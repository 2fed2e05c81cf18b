import { eq, isNull } from 'drizzle-orm';
import type { Place, Plan, System, SystemRecord } from '$lib/core/design';
import type { ShelfItem } from '$lib/core/shelf';
import { write, type Database } from './database';
import { load, newestChild, rowOf, selectDesigns, type StoredDesign } from './designs';
import { adoptPlace, placeRevisionRow, revisePlace, setPlaceRevision } from './places';
import { designs, recordRevisions, revisions } from './schema';
import { changeShelf } from './shelves';
import { planDocument, pricesIn, readRecord, recordDocument } from './stored';
import { attempt, nameIn } from './unreadable';

async function revise(
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

async function reviseRecord(
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

/**
 * What came of a write: the design as it now stands, or, where it was based on an older one, the newer.
 * `note` says what stayed as it is although the step once changed it.
 */
export type Outcome =
	{ kind: 'done' | 'stale'; stored: StoredDesign; note?: string } | { kind: 'gone' };

/** The revisions to stand next, or nothing where there is none to go to. */
interface Next {
	revision?: number | null | undefined;
	record?: number;
	note?: string;
}

/** What a write is based on; a `request` asked again after its answer was lost is done already. */
export interface Base {
	base: number;
	request?: string;
}

async function onto(
	id: string,
	{ base, request }: Base,
	next: (tx: Database, current: StoredDesign) => Promise<Next | 'stale'>
): Promise<Outcome> {
	return write(async (tx) => {
		const row = await rowOf(tx, id);
		if (!row) return { kind: 'gone' };
		if (request !== undefined && row.designs.lastRequest === request)
			return { kind: 'done', stored: (await load(tx, id))! };
		const current = (await load(tx, id))!;
		if (current.revision !== base) return { kind: 'stale', stored: current };
		const made = await next(tx, current);
		if (made === 'stale') return { kind: 'stale', stored: current };
		const { revision, record, note } = made;
		if (revision != null || record !== undefined)
			await tx
				.update(designs)
				.set({
					...(revision != null && { current: revision }),
					...(record !== undefined && { record }),
					lastRequest: request ?? null
				})
				.where(eq(designs.id, id));
		return { kind: 'done', stored: (await load(tx, id))!, ...(note !== undefined && { note }) };
	});
}

/** A version of the record to save, over the one it is based on. */
export interface RecordSave {
	document: SystemRecord;
	base: number;
}

/** Saves the record inside a write; nothing where there is none to save. */
async function keepRecord(
	tx: Database,
	{ id, recordRevision }: StoredDesign,
	save: RecordSave | undefined,
	label: string
): Promise<Pick<Next, 'record'> | 'stale'> {
	if (!save) return {};
	if (save.base !== recordRevision) return 'stale';
	return { record: await reviseRecord(tx, id, recordRevision || null, save.document, label) };
}

const revisionRow = async (tx: Database, revisionId: number) =>
	(await tx.select().from(revisions).where(eq(revisions.id, revisionId)))[0];

export interface Save extends Base {
	label: string;
	/** What is built and how it is set, where that was changed. */
	plan?: Plan;
	record?: RecordSave;
	/** The place, where it was changed too, and the revision of it this is based on. */
	place?: { document: Place; base: number };
}

/** Saves the parts that changed, each as a new revision over its own. */
export const saveDesign = (
	id: string,
	{ plan, label, record, place, ...base }: Save
): Promise<Outcome> =>
	onto(id, base, async (tx, current) => {
		const { revision, placeId, placeRevision } = current;
		if (place && place.base !== placeRevision) return 'stale';
		const kept = await keepRecord(tx, current, record, label);
		if (kept === 'stale') return 'stale';
		let made: number | null = null;
		if (place) {
			made = await revisePlace(tx, placeId, placeRevision, place.document, id);
			await setPlaceRevision(tx, placeId, made);
		}
		// a change of the place is a step of the plan's chain, so that undo covers it
		const planned = plan ?? (place && current);
		return {
			...kept,
			...(planned && { revision: await revise(tx, id, revision, planned, label, made) })
		};
	});

/** Replaces a plan by what is made of it inside the same write; undefined leaves it as it is. */
export const replaceIn = (
	id: string,
	base: number,
	make: (tx: Database, current: Plan) => Promise<{ plan: Plan; label: string } | undefined>
): Promise<Outcome> =>
	onto(id, { base }, async (tx, current) => {
		const made = await make(tx, current);
		if (!made) return {};
		return { revision: await revise(tx, id, current.revision, made.plan, made.label) };
	});

/**
 * Takes the place along to another of its revisions, but only where it stands as this system's step left it:
 * what another system has changed since stays, and is said.
 */
async function takePlace(
	tx: Database,
	id: string,
	current: StoredDesign,
	from: number | null | undefined,
	to: number | null | undefined
): Promise<string | undefined> {
	if (from == null || to == null) return undefined;
	if (current.placeRevision === from) {
		await setPlaceRevision(tx, current.placeId, to);
		return undefined;
	}
	const since = await placeRevisionRow(tx, current.placeRevision);
	const [other] = since?.madeFrom
		? await tx.select().from(designs).where(eq(designs.id, since.madeFrom))
		: [];
	const row = other && other.id !== id ? await revisionRow(tx, other.current) : undefined;
	const who = nameIn(row?.document ?? null);
	return `The place was changed since${who ? ` from “${who}”` : ''}: that stays as it is.`;
}

/** A step back or forth; the record goes along only where the entry just typed is taken back with it. */
export interface Step extends Base {
	record?: RecordSave;
}

/** Goes back to the revision this one was made from. */
export const undoDesign = (id: string, { record, ...base }: Step): Promise<Outcome> =>
	onto(id, base, async (tx, current) => {
		const kept = await keepRecord(tx, current, record, 'undo');
		if (kept === 'stale') return 'stale';
		const row = await revisionRow(tx, current.revision);
		const made = row?.placeRevision ?? null;
		const before = made === null ? null : (await placeRevisionRow(tx, made))?.parent;
		const note = await takePlace(tx, id, current, made, before);
		return { ...kept, revision: row?.parent, ...(note && { note }) };
	});

/** Goes forward to the newest revision made from this one. */
export const redoDesign = (id: string, { record, ...base }: Step): Promise<Outcome> =>
	onto(id, base, async (tx, current) => {
		const kept = await keepRecord(tx, current, record, 'redo');
		if (kept === 'stale') return 'stale';
		const child = await newestChild(tx, id, current.revision);
		const made = child === undefined ? null : (await revisionRow(tx, child))?.placeRevision;
		const before = made == null ? null : (await placeRevisionRow(tx, made))?.parent;
		const note = await takePlace(tx, id, current, before, made);
		return { ...kept, revision: child, ...(note && { note }) };
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
