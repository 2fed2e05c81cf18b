import { and, desc, eq, isNull } from 'drizzle-orm';
import type { Parts, System } from '$lib/core/design';
import type { ShelfItem } from '$lib/core/shelf';
import { database, type Database } from './database';
import { readPlace } from './places';
import { designs, placeRevisions, places, recordRevisions, revisions } from './schema';
import { shelfOf } from './shelves';
import { readPlan, readRecord } from './stored';
import { attempt, nameIn } from './unreadable';

/** A system in its parts, with which revision of each stands. */
export interface StoredDesign extends Parts {
	id: string;
	placeId: string;
	shelf: ShelfItem[];
	revision: number;
	/** 0: its record still stands in a plan of version 1. */
	recordRevision: number;
	placeRevision: number;
	savedAt: Date;
	canUndo: boolean;
	canRedo: boolean;
}

/** Systems with the rows they stand at. */
export const selectDesigns = (tx: Database) =>
	tx
		.select()
		.from(designs)
		.innerJoin(places, eq(places.id, designs.placeId))
		.leftJoin(revisions, eq(revisions.id, designs.current))
		.leftJoin(recordRevisions, eq(recordRevisions.id, designs.record))
		.leftJoin(placeRevisions, eq(placeRevisions.id, places.current));
type Row = Awaited<ReturnType<typeof selectDesigns>>[number];

/** What is stored of a system, readable or not. */
export const rowOf = async (tx: Database, id: string): Promise<Row | undefined> =>
	(await selectDesigns(tx).where(and(eq(designs.id, id), isNull(designs.deletedAt))))[0];

/** Whether there is such a system, readable or not. */
export const isThere = async (id: string): Promise<boolean> =>
	(
		await database()
			.select({ id: designs.id })
			.from(designs)
			.where(and(eq(designs.id, id), isNull(designs.deletedAt)))
	).length > 0;

/** A system out of its rows. @throws Unreadable */
function systemIn({ revisions: plan, record_revisions: record }: Row): System {
	const document = plan?.document ?? null;
	return { ...readPlan(document), record: readRecord(record?.document ?? null, document) };
}

/** @throws Unreadable */
export async function load(tx: Database, id: string): Promise<StoredDesign | undefined> {
	const row = await rowOf(tx, id);
	if (!row) return undefined;
	const saved = [row.revisions?.createdAt, row.record_revisions?.createdAt];
	return {
		id,
		placeId: row.places.id,
		...systemIn(row),
		place: readPlace(row.place_revisions?.document ?? null),
		shelf: await shelfOf(row.places.id, tx),
		placeRevision: row.places.current,
		revision: row.designs.current,
		recordRevision: row.designs.record ?? 0,
		savedAt: new Date(Math.max(...saved.map((at) => at?.getTime() ?? 0))),
		canUndo: row.revisions!.parent !== null,
		canRedo: (await newestChild(tx, id, row.designs.current)) !== undefined
	};
}

/** A version of a plan by its number. */
export const revisionRow = async (tx: Database, revisionId: number) =>
	(await tx.select().from(revisions).where(eq(revisions.id, revisionId)))[0];

/** The newest version made from one, which redo goes to. */
export async function newestChild(tx: Database, designId: string, parent: number) {
	const [child] = await tx
		.select({ id: revisions.id })
		.from(revisions)
		.where(and(eq(revisions.designId, designId), eq(revisions.parent, parent)))
		.orderBy(desc(revisions.id))
		.limit(1);
	return child?.id;
}

/** @throws Unreadable where it, or its place, cannot be read */
export const findDesign = (id: string): Promise<StoredDesign | undefined> => load(database(), id);

/** A system as it is listed; one that cannot be read stands there too, by what name can be found, with why. */
export interface ListedDesign {
	id: string;
	placeId: string;
	name: string;
	revision: number;
	recordRevision: number;
	system: System | null;
	why: string | null;
}

export async function listDesigns(): Promise<ListedDesign[]> {
	const rows = await selectDesigns(database())
		.where(isNull(designs.deletedAt))
		.orderBy(designs.createdAt, designs.id);
	return rows.map((row) => {
		const read = attempt(() => systemIn(row));
		const { id, placeId, current: revision, record } = row.designs;
		const listed = { id, placeId, revision, recordRevision: record ?? 0 };
		if ('value' in read)
			return { ...listed, name: read.value.design.name, system: read.value, why: null };
		const name = nameIn(row.revisions?.document ?? null) ?? 'A system that cannot be read';
		return { ...listed, name, system: null, why: read.why };
	});
}
