import { and, eq, inArray, sql } from 'drizzle-orm';
import { shelfItemSchema, type ShelfItem } from '$lib/core/shelf';
import { database, write, type Database } from './database';
import { places, shelfItems } from './schema';
import { attempt, readDocument } from './unreadable';

const itemOf = (document: string): ShelfItem[] => {
	const read = attempt(() => readDocument(document, shelfItemSchema, (raw) => raw));
	// one that cannot be read stays where it is until a version comes that can
	return 'value' in read ? [read.value] : [];
};

/** What a place added to the shelf. */
export async function shelfOf(placeId: string, tx: Database = database()): Promise<ShelfItem[]> {
	const rows = await tx
		.select()
		.from(shelfItems)
		.where(eq(shelfItems.placeId, placeId))
		.orderBy(shelfItems.id);
	return rows.flatMap((row) => itemOf(row.document));
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
				document: JSON.stringify(item),
				createdAt: new Date()
			})
			.onConflictDoNothing();
	await tx
		.update(places)
		.set({ shelf: sql`${places.shelf} + 1` })
		.where(eq(places.id, placeId));
}

/** Changes a shelf. @returns what stands on it then; undefined: there is no such place */
export const saveShelf = (placeId: string, change: ShelfChange): Promise<ShelfItem[] | undefined> =>
	write(async (tx) => {
		const [place] = await tx.select().from(places).where(eq(places.id, placeId));
		if (!place) return undefined;
		await changeShelf(tx, placeId, change);
		return shelfOf(placeId, tx);
	});
