import { and, desc, eq, isNull, ne, sql } from 'drizzle-orm';
import {
	alike,
	merge,
	placeSchema,
	upgradePlace,
	type Clash,
	type Edit,
	type Place
} from '$lib/core/design';
import { InvalidInput, names, refuse, toIssues } from '$lib/core/quantity';
import { database, write, type Database } from './database';
import { doneFor, markDone } from './requests';
import { designs, placeRevisions, places, revisions } from './schema';
import { readPlan } from './stored';
import { attempt, nameIn, readDocument } from './unreadable';

export interface StoredPlace {
	id: string;
	place: Place;
	revision: number;
	/** Counts what was done to its shelf. */
	shelfRevision: number;
}
/** A place as it is listed: one that cannot be read stands there too, with why. */
export type ListedPlace = StoredPlace | { id: string; place: null; name: string; why: string };

/** @throws Unreadable */
export const readPlace = (document: string | null): Place =>
	readDocument(document, placeSchema, upgradePlace);

const select = (tx: Database) =>
	tx.select().from(places).leftJoin(placeRevisions, eq(placeRevisions.id, places.current));
type Row = Awaited<ReturnType<typeof select>>[number];
const documentOf = (row: Row) => row.place_revisions?.document ?? null;
const stored = (row: Row): StoredPlace => ({
	id: row.places.id,
	place: readPlace(documentOf(row)),
	revision: row.places.current,
	shelfRevision: row.places.shelf
});

export async function listPlaces(): Promise<ListedPlace[]> {
	const rows = await select(database()).orderBy(places.createdAt, places.id);
	return rows.map((row) => {
		const read = attempt(() => stored(row));
		if ('value' in read) return read.value;
		const name = nameIn(documentOf(row)) ?? 'A place that cannot be read';
		return { id: row.places.id, place: null, name, why: read.why };
	});
}

/** @throws Unreadable */
export async function findPlace(id: string): Promise<StoredPlace | undefined> {
	const [row] = await select(database()).where(eq(places.id, id));
	return row && stored(row);
}

export const createPlace = (place: Place, id: string = crypto.randomUUID()): Promise<StoredPlace> =>
	write((tx) => createPlaceIn(tx, place, id));

async function createPlaceIn(
	tx: Database,
	place: Place,
	id: string = crypto.randomUUID()
): Promise<StoredPlace> {
	const revision = await revisePlace(tx, id, null, place, null);
	await tx.insert(places).values({ id, current: revision, createdAt: new Date() });
	return { id, place, revision, shelfRevision: 0 };
}

/** Adds a version of a place over its parent; whoever calls makes it the one that stands. */
export async function revisePlace(
	tx: Database,
	placeId: string,
	parent: number | null,
	place: Place,
	madeFrom: string | null
): Promise<number> {
	const document = JSON.stringify(place);
	const [row] = await tx
		.insert(placeRevisions)
		.values({ placeId, parent, document, madeFrom, createdAt: new Date() })
		.returning({ id: placeRevisions.id });
	return row!.id;
}

/** What came of changing a place: it stands; somebody changed the same of it otherwise meanwhile; or there is none. */
export type PlaceOutcome =
	| { kind: 'done'; stored: StoredPlace }
	| { kind: 'stale'; stored: StoredPlace; clashes: Clash[] }
	| { kind: 'gone' };

/** A change of a place, over which revision of it it was made. */
export interface PlaceSave {
	base: number;
	request?: string;
	edits: readonly Edit[];
}

/**
 * Makes changes over a place as it stands; what somebody else changed beside them stays.
 *
 * @throws InvalidInput where it would be no place, or a system stands in an area that is no longer in it
 */
export const savePlace = (id: string, { base, request, edits }: PlaceSave): Promise<PlaceOutcome> =>
	write(async (tx) => {
		const [row] = await select(tx).where(eq(places.id, id));
		if (!row) return { kind: 'gone' };
		const current = stored(row);
		if (request !== undefined && (await doneFor(tx, request, id)))
			return { kind: 'done', stored: current };
		const { document, clashes } = merge({ place: current.place }, edits);
		if (clashes.length > 0) return { kind: 'stale', stored: current, clashes };
		const { data: place, error } = placeSchema.safeParse(document.place);
		if (error && base !== current.revision) return { kind: 'stale', stored: current, clashes: [] };
		if (error) throw new InvalidInput(toIssues(error));
		await refuseHomeless(tx, id, place);
		const changed = !alike(place, current.place);
		const revision = changed
			? await revisePlace(tx, id, current.revision, place, null)
			: current.revision;
		if (changed) await setPlaceRevision(tx, id, revision);
		await markDone(tx, request, id);
		return { kind: 'done', stored: { ...current, place, revision } };
	});

/** A system must not lose the ground it stands on. */
async function refuseHomeless(tx: Database, placeId: string, { areas }: Place): Promise<void> {
	const kept = new Set(areas.map((area) => area.id));
	const homeless = (await standingIn(placeId, tx)).filter(({ areaId }) => !kept.has(areaId));
	if (homeless.length > 0)
		throw refuse(
			'areas',
			`${names(homeless.map(({ name }) => `“${name}”`))} ${homeless.length === 1 ? 'stands' : 'stand'} in this area: move or delete what stands there first`
		);
}

/** Which systems stand in which area of a place; one that cannot be read stands nowhere known. */
export async function standingIn(
	placeId: string,
	tx: Database = database()
): Promise<{ id: string; name: string; areaId: string }[]> {
	const rows = await tx
		.select({ id: designs.id, document: revisions.document })
		.from(designs)
		.innerJoin(revisions, eq(revisions.id, designs.current))
		.where(and(eq(designs.placeId, placeId), isNull(designs.deletedAt)));
	return rows.flatMap(({ id, document }) => {
		const read = attempt(() => readPlan(document));
		return 'value' in read
			? [{ id, name: read.value.design.name, areaId: read.value.design.areaId }]
			: [];
	});
}

/** Another system of a place, and what of the place it uses. */
export interface Neighbour {
	id: string;
	name: string;
	areaId: string;
	/** null: the first water of the place. */
	waterId: string | null;
	/** Another water its own is thinned with. */
	thinnedWith?: string | null;
}

/** The other systems of a place, by what their documents say without being read through. */
export async function neighboursOf(placeId: string, id: string): Promise<Neighbour[]> {
	const at = (path: string) => sql<string | null>`json_extract(${revisions.document}, ${path})`;
	const rows = await database()
		.select({
			id: designs.id,
			name: at('$.design.name'),
			areaId: at('$.design.areaId'),
			waterId: at('$.operation.waterId'),
			thinnedWith: at('$.operation.thinned.waterId')
		})
		.from(designs)
		.innerJoin(revisions, eq(revisions.id, designs.current))
		.where(and(eq(designs.placeId, placeId), ne(designs.id, id), isNull(designs.deletedAt)));
	return rows.map((row) => ({ ...row, name: row.name ?? 'a system', areaId: row.areaId ?? '' }));
}

export const setPlaceRevision = (tx: Database, placeId: string, current: number) =>
	tx.update(places).set({ current }).where(eq(places.id, placeId));

export const placeRevisionRow = async (tx: Database, id: number) =>
	(await tx.select().from(placeRevisions).where(eq(placeRevisions.id, id)))[0];

/** The place that is exactly this one, or a new one; inside the write that puts a system in it. */
export async function adoptPlace(tx: Database, place: Place): Promise<StoredPlace> {
	const wanted = JSON.stringify(place);
	const rows = await select(tx);
	const same = rows.find((row) => {
		const known = attempt(() => stored(row));
		return 'value' in known && JSON.stringify(known.value.place) === wanted;
	});
	return same ? stored(same) : createPlaceIn(tx, place);
}

/** A place that cannot be read goes back to its newest version that can. False: there is none. */
export const mendPlace = (id: string): Promise<boolean> =>
	write(async (tx) => {
		const rows = await tx
			.select()
			.from(placeRevisions)
			.where(eq(placeRevisions.placeId, id))
			.orderBy(desc(placeRevisions.id));
		const good = rows.find((row) => 'value' in attempt(() => readPlace(row.document)));
		if (!good) return false;
		await setPlaceRevision(tx, id, good.id);
		return true;
	});
