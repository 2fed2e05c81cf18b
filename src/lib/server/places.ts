import { eq } from 'drizzle-orm';
import { placeSchema, upgradePlace, type Place } from '$lib/core/design';
import { database, write } from './database';
import { places } from './schema';

export interface StoredPlace {
	id: string;
	place: Place;
	revision: number;
}

export const readPlace = (row: typeof places.$inferSelect): Place =>
	placeSchema.parse(upgradePlace(JSON.parse(row.document)));

const stored = (row: typeof places.$inferSelect): StoredPlace => ({
	id: row.id,
	place: readPlace(row),
	revision: row.revision
});

export async function listPlaces(): Promise<StoredPlace[]> {
	const rows = await database().select().from(places).orderBy(places.createdAt, places.id);
	return rows.map(stored);
}

export async function findPlace(id: string): Promise<StoredPlace | undefined> {
	const [row] = await database().select().from(places).where(eq(places.id, id));
	return row && stored(row);
}

export async function createPlace(
	place: Place,
	id: string = crypto.randomUUID()
): Promise<StoredPlace> {
	const row = { id, document: JSON.stringify(place), revision: 1, createdAt: new Date() };
	await write((tx) => tx.insert(places).values(row));
	return stored(row);
}

/** The place that is exactly this one, or a new one. */
export async function adoptPlace(place: Place): Promise<StoredPlace> {
	const wanted = JSON.stringify(place);
	const all = await listPlaces();
	return all.find((known) => JSON.stringify(known.place) === wanted) ?? createPlace(place);
}
