import { and, desc, eq, isNull } from 'drizzle-orm';
import { designSchema, upgradeDesign, type Design, type Place } from '$lib/core/design';
import { database, write, type Database } from './database';
import { readPlace } from './places';
import { designs, places, revisions } from './schema';

export interface StoredDesign {
	id: string;
	placeId: string;
	design: Design;
	place: Place;
	placeRevision: number;
	revision: number;
	savedAt: Date;
	canUndo: boolean;
	canRedo: boolean;
}

const parse = (document: string): Design => designSchema.parse(upgradeDesign(JSON.parse(document)));

async function load(tx: Database, id: string): Promise<StoredDesign | undefined> {
	const [row] = await tx
		.select()
		.from(designs)
		.innerJoin(revisions, eq(revisions.id, designs.current))
		.innerJoin(places, eq(places.id, designs.placeId))
		.where(and(eq(designs.id, id), isNull(designs.deletedAt)));
	if (!row) return undefined;
	return {
		id,
		placeId: row.designs.placeId,
		design: parse(row.revisions.document),
		place: readPlace(row.places),
		placeRevision: row.places.revision,
		revision: row.revisions.id,
		savedAt: row.revisions.createdAt,
		canUndo: row.revisions.parent !== null,
		canRedo: (await newestChild(tx, id, row.revisions.id)) !== undefined
	};
}

async function newestChild(tx: Database, designId: string, parent: number) {
	const [child] = await tx
		.select({ id: revisions.id })
		.from(revisions)
		.where(and(eq(revisions.designId, designId), eq(revisions.parent, parent)))
		.orderBy(desc(revisions.id))
		.limit(1);
	return child?.id;
}

export const findDesign = (id: string): Promise<StoredDesign | undefined> => load(database(), id);

export interface ListedDesign {
	id: string;
	placeId: string;
	design: Design;
}

export async function listDesigns(): Promise<ListedDesign[]> {
	const rows = await database()
		.select()
		.from(designs)
		.innerJoin(revisions, eq(revisions.id, designs.current))
		.where(isNull(designs.deletedAt))
		.orderBy(designs.createdAt, designs.id);
	return rows.map((row) => ({
		id: row.designs.id,
		placeId: row.designs.placeId,
		design: parse(row.revisions.document)
	}));
}

interface PlaceChange {
	before: string | null;
	after: string | null;
}
const unchanged: PlaceChange = { before: null, after: null };

const revise = async (
	tx: Database,
	designId: string,
	parent: number | null,
	design: Design,
	label: string,
	{ before, after }: PlaceChange = unchanged
): Promise<number> => {
	const document = JSON.stringify(design);
	const [row] = await tx
		.insert(revisions)
		.values({
			designId,
			parent,
			document,
			label,
			placeBefore: before,
			placeAfter: after,
			createdAt: new Date()
		})
		.returning({ id: revisions.id });
	return row!.id;
};

const setPlace = async (
	tx: Database,
	current: StoredDesign,
	document: string | null | undefined
) => {
	if (!document) return;
	await tx
		.update(places)
		.set({ document, revision: current.placeRevision + 1 })
		.where(eq(places.id, current.placeId));
};

export async function createDesign(
	placeId: string,
	design: Design,
	id: string = crypto.randomUUID()
): Promise<string> {
	await write(async (tx) => {
		const current = await revise(tx, id, null, design, 'started');
		await tx
			.insert(designs)
			.values({ id, placeId, current, deletedAt: null, createdAt: new Date() });
	});
	return id;
}

/** What came of a write: the design as it now stands, or, where it was based on an older one, the newer. */
export type Outcome = { kind: 'done' | 'stale'; stored: StoredDesign } | { kind: 'gone' };

/** The revision to stand next, or nothing where there is none to go to; `stale` where the place moved on. */
type Next = number | null | undefined | 'stale';

async function onto(
	id: string,
	base: number,
	next: (tx: Database, current: StoredDesign) => Promise<Next>
): Promise<Outcome> {
	return write(async (tx) => {
		const current = await load(tx, id);
		if (!current) return { kind: 'gone' };
		if (current.revision !== base) return { kind: 'stale', stored: current };
		const revision = await next(tx, current);
		if (revision === 'stale') return { kind: 'stale', stored: current };
		if (revision != null)
			await tx.update(designs).set({ current: revision }).where(eq(designs.id, id));
		return { kind: 'done', stored: (await load(tx, id))! };
	});
}

const revisionRow = async (tx: Database, revisionId: number) =>
	(await tx.select().from(revisions).where(eq(revisions.id, revisionId)))[0];

export interface Save {
	design: Design;
	label: string;
	base: number;
	/** The place, where it was changed too, and the revision of it this is based on. */
	place?: { document: Place; base: number };
}

/** Saves a design as a new revision over `base`. */
export const saveDesign = (id: string, { design, label, base, place }: Save): Promise<Outcome> =>
	onto(id, base, async (tx, current) => {
		if (!place) return revise(tx, id, current.revision, design, label);
		if (place.base !== current.placeRevision) return 'stale';
		const change = { before: JSON.stringify(current.place), after: JSON.stringify(place.document) };
		await setPlace(tx, current, change.after);
		return revise(tx, id, current.revision, design, label, change);
	});

/** Replaces a design by what is made of it inside the same write; undefined leaves it as it is. */
export const replaceIn = (
	id: string,
	base: number,
	make: (tx: Database, current: Design) => Promise<{ design: Design; label: string } | undefined>
): Promise<Outcome> =>
	onto(id, base, async (tx, current) => {
		const made = await make(tx, current.design);
		return made && revise(tx, id, current.revision, made.design, made.label);
	});

/** Goes back to the revision this one was made from. */
export const undoDesign = (id: string, base: number): Promise<Outcome> =>
	onto(id, base, async (tx, current) => {
		const row = await revisionRow(tx, current.revision);
		await setPlace(tx, current, row?.placeBefore);
		return row?.parent;
	});

/** Goes forward to the newest revision made from this one. */
export const redoDesign = (id: string, base: number): Promise<Outcome> =>
	onto(id, base, async (tx, current) => {
		const child = await newestChild(tx, id, current.revision);
		if (child !== undefined)
			await setPlace(tx, current, (await revisionRow(tx, child))?.placeAfter);
		return child;
	});

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
