import { eq } from 'drizzle-orm';
import {
	alike,
	merge,
	partsIn,
	partsSchema,
	type Clash,
	type Edit,
	type Parts,
	type Plan,
	type SystemRecord
} from '$lib/core/design';
import { InvalidInput, toIssues } from '$lib/core/quantity';
import type { ShelfItem } from '$lib/core/shelf';
import { database, write, type Database } from './database';
import { findDesign, load, rowOf, type StoredDesign } from './designs';
import { revisePlace, setPlaceRevision } from './places';
import { Overload } from './pool';
import { refuseUndrawn } from './prove';
import { doneFor, markDone } from './requests';
import { revise, reviseRecord } from './saving';
import { designs } from './schema';
import { putShelf, shelfIn } from './shelves';

/**
 * What came of a change: the system as it now stands; or what somebody else did there meanwhile that this cannot
 * stand beside: the same things changed otherwise, or none, where together they are no system.
 */
export type Outcome =
	| { kind: 'done'; stored: StoredDesign; note?: string }
	| { kind: 'stale'; stored: StoredDesign; clashes: Clash[] }
	| { kind: 'gone' };

/** A change: over which revision of the plan it was made, and its id, by which it is done once however often it is asked. */
export interface Asked {
	base: number;
	request?: string;
}
export interface Save extends Asked {
	label: string;
	edits: readonly Edit[];
}
/** So often it is begun anew where others write meanwhile. */
const TRIES = 5;
const BUSY = 'This system is being changed by somebody else just now. Try again in a moment.';

/** Somebody wrote between reading and writing: what was read no longer holds. */
export const again = Symbol('somebody wrote meanwhile');

/** Does what is asked once; until nobody writes between reading and writing. @throws Overload */
export async function once(
	id: string,
	{ request }: Asked,
	work: (stored: StoredDesign) => Promise<Outcome | typeof again>
): Promise<Outcome> {
	for (let tries = 0; tries < TRIES; tries++) {
		const stored = await findDesign(id);
		if (!stored) return { kind: 'gone' };
		const done = request === undefined ? undefined : await doneFor(database(), request, id);
		if (done) return { kind: 'done', stored, ...(done.note !== null && { note: done.note }) };
		const outcome = await work(stored);
		if (outcome !== again) return outcome;
	}
	throw new Overload('busy', BUSY);
}

/** Whether a system still stands where it was read. */
export async function stands(tx: Database, stored: StoredDesign): Promise<boolean> {
	const row = await rowOf(tx, stored.id);
	if (!row) return false;
	const { current, record } = row.designs;
	return (
		current === stored.revision &&
		(record ?? 0) === stored.recordRevision &&
		row.places.current === stored.placeRevision
	);
}

/** A system's documents as edits speak of them. */
type Documents = Parts & { shelf: ShelfItem[] };
const documentsOf = (stored: StoredDesign): Documents => ({
	...partsIn(stored),
	shelf: stored.shelf
});

/** What is made of it, each part by its schema. @throws InvalidInput */
function checked(before: Documents, after: Documents): Documents {
	const part = <K extends keyof Parts>(name: K): Parts[K] => {
		if (after[name] === before[name]) return before[name];
		const parsed = partsSchema.shape[name].safeParse(after[name]);
		if (!parsed.success) throw new InvalidInput(toIssues(parsed.error));
		return parsed.data as Parts[K];
	};
	return {
		design: part('design'),
		operation: part('operation'),
		record: part('record'),
		place: part('place'),
		shelf: after.shelf === before.shelf ? before.shelf : shelfIn(after.shelf)
	};
}

const PARTS = [...Object.keys(partsSchema.shape), 'shelf'];
function refuseElsewhere(edits: readonly Edit[]): void {
	const stray = edits.find(({ path: [part] }) => typeof part !== 'string' || !PARTS.includes(part));
	if (stray)
		throw new InvalidInput([
			{ path: 'edits', message: `an edit must begin with one of ${PARTS.join(', ')}` }
		]);
}

/** Edits made over what stands, with their proof; or why they cannot be. */
export async function made(
	stored: StoredDesign,
	{ base, edits }: { base: number; edits: readonly Edit[] }
): Promise<Documents | { clashes: Clash[] }> {
	refuseElsewhere(edits);
	const before = documentsOf(stored);
	const { document, clashes } = merge(before, edits);
	if (clashes.length > 0) return { clashes };
	try {
		const after = checked(before, document);
		const drawn = (['design', 'operation', 'record', 'place'] as const).some(
			(part) => after[part] !== before[part]
		);
		if (drawn) await refuseUndrawn(partsIn(after));
		return after;
	} catch (fault) {
		// what was sound where it was made is none together with what came in since
		if (fault instanceof InvalidInput && base !== stored.revision) return { clashes: [] };
		throw fault;
	}
}

/** Makes changes over what stands; what somebody else changed beside them stays. @throws InvalidInput, Overload */
export const saveDesign = (id: string, save: Save): Promise<Outcome> =>
	once(id, save, async (stored) => {
		const after = await made(stored, save);
		if ('clashes' in after) return { kind: 'stale', stored, clashes: after.clashes };
		return write(async (tx) => {
			if (!(await stands(tx, stored))) return again;
			const { revision } = await put(tx, stored, after, save.label);
			await markDone(tx, save.request, id, { revision });
			return { kind: 'done', stored: (await load(tx, id))! };
		});
	});

/** Writes what differs as new revisions. @returns the plan's, where there is a new one */
export async function put(
	tx: Database,
	stored: StoredDesign,
	after: Documents,
	label: string
): Promise<{ revision: number | null }> {
	const { id, placeId } = stored;
	const { design, operation, place, record } = after;
	let placed: number | null = null;
	if (!alike(place, stored.place)) {
		placed = await revisePlace(tx, placeId, stored.placeRevision, place, id);
		await setPlaceRevision(tx, placeId, placed);
	}
	const planned = placed !== null || !alike({ design, operation }, planOf(stored));
	// a change of the place is a step of the plan's chain, so that undo covers it
	const revision = planned
		? await revise(tx, id, stored.revision, { design, operation }, label, placed)
		: null;
	await point(tx, id, {
		...(revision !== null && { current: revision }),
		...(await recordOver(tx, stored, record, label))
	});
	await putShelf(tx, placeId, stored.shelf, after.shelf);
	return { revision };
}

export const planOf = ({ design, operation }: Plan): Plan => ({ design, operation });

async function recordOver(
	tx: Database,
	{ id, record, recordRevision }: StoredDesign,
	next: SystemRecord,
	label: string
): Promise<{ record?: number }> {
	if (alike(next, record)) return {};
	return { record: await reviseRecord(tx, id, recordRevision || null, next, label) };
}

export async function point(
	tx: Database,
	id: string,
	to: { current?: number; record?: number }
): Promise<void> {
	if (Object.keys(to).length > 0) await tx.update(designs).set(to).where(eq(designs.id, id));
}
