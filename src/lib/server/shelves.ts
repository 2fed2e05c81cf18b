import { and, eq, inArray, sql } from 'drizzle-orm';
import { alike, merge, type Clash, type Edit } from '$lib/core/design';
import { InvalidInput, toIssues } from '$lib/core/quantity';
import { ownShelfSchema, shelfDocument, type ShelfItem } from '$lib/core/shelf';
import { database, write, type Database } from './database';
import { doneFor, markDone } from './requests';
import { readShelfItem } from './rows';
import { places, shelfItems } from './schema';
import { attempt } from './unreadable';

/** What a place added to the shelf. */
export async function shelfOf(placeId: string, tx: Database = database()): Promise<ShelfItem[]> {
	const rows = await tx
		.select()
		.from(shelfItems)
		.where(eq(shelfItems.placeId, placeId))
		.orderBy(shelfItems.id);
	return rows.flatMap((row) => itemOf(row.document));
}

// one that cannot be read stays where it is until a version comes that can
const itemOf = (document: string): ShelfItem[] => {
	const read = attempt(() => readShelfItem(document));
	return 'value' in read ? [read.value] : [];
};

/** What of a place's shelf cannot be read, with why. */
export async function unreadableOn(placeId: string): Promise<{ id: string; why: string }[]> {
	const rows = await database().select().from(shelfItems).where(eq(shelfItems.placeId, placeId));
	return rows.flatMap(({ id, document }) => {
		const read = attempt(() => readShelfItem(document));
		return 'why' in read ? [{ id, why: read.why }] : [];
	});
}

/** Every place's shelf, by its id. */
export async function allShelves(): Promise<Map<string, ShelfItem[]>> {
	const shelves = new Map<string, ShelfItem[]>();
	for (const { placeId, document } of await database()
		.select()
		.from(shelfItems)
		.orderBy(shelfItems.id))
		shelves.set(placeId, [...(shelves.get(placeId) ?? []), ...itemOf(document)]);
	return shelves;
}

interface ShelfChange {
	put: readonly ShelfItem[];
	/** Ids of items to take away. */
	drop: readonly string[];
	/** What is there already stays as it is. */
	keep?: boolean;
}

/** Changes a shelf inside a write. */
export async function changeShelf(
	tx: Database,
	placeId: string,
	{ put, drop, keep = false }: ShelfChange
): Promise<void> {
	const gone = [...drop, ...(keep ? [] : put.map(({ id }) => id))];
	if (gone.length > 0)
		await tx
			.delete(shelfItems)
			.where(and(eq(shelfItems.placeId, placeId), inArray(shelfItems.id, gone)));
	for (const item of put)
		await tx
			.insert(shelfItems)
			.values({
				placeId,
				id: item.id,
				document: shelfDocument(item),
				createdAt: new Date()
			})
			.onConflictDoNothing();
	await tx
		.update(places)
		.set({ shelf: sql`${places.shelf} + 1` })
		.where(eq(places.id, placeId));
}

/** What came of changing a shelf. */
export type ShelfOutcome =
	| { kind: 'done'; shelf: ShelfItem[] }
	| { kind: 'stale'; shelf: ShelfItem[]; clashes: Clash[] }
	| { kind: 'gone' };

/** Makes changes over a place's shelf as it stands. @throws InvalidInput where an item would be none */
export const saveShelf = (
	placeId: string,
	{ request, edits }: { request?: string; edits: readonly Edit[] }
): Promise<ShelfOutcome> =>
	write(async (tx) => {
		const [place] = await tx.select().from(places).where(eq(places.id, placeId));
		if (!place) return { kind: 'gone' };
		const shelf = await shelfOf(placeId, tx);
		if (request !== undefined && (await doneFor(tx, request, placeId)))
			return { kind: 'done', shelf };
		const { document, clashes } = merge({ shelf }, edits);
		if (clashes.length > 0) return { kind: 'stale', shelf, clashes };
		await putShelf(tx, placeId, shelf, shelfIn(document.shelf));
		await markDone(tx, request, placeId);
		return { kind: 'done', shelf: await shelfOf(placeId, tx) };
	});

/** A shelf by its schema. @throws InvalidInput */
export function shelfIn(raw: unknown): ShelfItem[] {
	const { data, error } = ownShelfSchema.safeParse(raw);
	if (error) throw new InvalidInput(toIssues(error));
	return data;
}

/** Makes one shelf out of another inside a write. */
export async function putShelf(
	tx: Database,
	placeId: string,
	before: readonly ShelfItem[],
	after: readonly ShelfItem[]
): Promise<void> {
	if (after === before) return;
	const was = new Map(before.map((item) => [item.id, item]));
	const stay = new Set(after.map(({ id }) => id));
	const put = after.filter((item) => !alike(item, was.get(item.id)));
	const drop = [...was.keys()].filter((id) => !stay.has(id));
	if (put.length + drop.length > 0) await changeShelf(tx, placeId, { put, drop });
}
