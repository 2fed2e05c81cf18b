import { eq } from 'drizzle-orm';
import type { Clash, Edit, Plan } from '$lib/core/design';
import { again, made, once, point, put, stands, type Asked, type Outcome } from './changing';
import { database, write, type Database } from './database';
import { load, newestChild, revisionRow, type StoredDesign } from './designs';
import { placeRevisionRow, setPlaceRevision } from './places';
import { doneFor, markDone } from './requests';
import { revise } from './saving';
import { designs } from './schema';
import { nameIn } from './unreadable';

/** A step back or forth along the plan's history. */
export interface Step extends Asked {
	/** The request whose step it is; null: whichever made the plan that stands, or was taken back from it. */
	of?: string | null;
	/** What it comes to, for where somebody else has gone on meanwhile; of the record, only what goes along. */
	edits?: readonly Edit[];
}

/**
 * Takes the place along to another of its revisions, but only where it stands as this system's step left it:
 * what another system has changed since stays, and is said.
 */
async function takePlace(
	tx: Database,
	{ id, placeId, placeRevision }: StoredDesign,
	from: number | null | undefined,
	to: number | null | undefined
): Promise<string | undefined> {
	if (from == null || to == null) return undefined;
	if (placeRevision === from) {
		await setPlaceRevision(tx, placeId, to);
		return undefined;
	}
	const since = await placeRevisionRow(tx, placeRevision);
	const [other] = since?.madeFrom
		? await tx.select().from(designs).where(eq(designs.id, since.madeFrom))
		: [];
	const row = other && other.id !== id ? await revisionRow(tx, other.current) : undefined;
	const who = nameIn(row?.document ?? null);
	return `The place was changed since${who ? ` from “${who}”` : ''}: that stays as it is.`;
}

/** Where a step leads along the plan's own history; undefined: it is not the step that is next there. */
interface Way {
	/** null: there is none to go to. */
	to: number | null;
	/** Revisions of the place it goes from and to. */
	place: [number | null | undefined, number | null | undefined];
}

/** What made a revision, by the request; the base, where none is named. */
async function revisionOf(stored: StoredDesign, { of, base }: Step): Promise<number | null> {
	if (of == null) return base;
	return (await doneFor(database(), of, stored.id))?.revision ?? null;
}

async function wayBack(stored: StoredDesign, step: Step): Promise<Way | undefined> {
	if ((await revisionOf(stored, step)) !== stored.revision) return undefined;
	const row = await revisionRow(database(), stored.revision);
	const made = row?.placeRevision ?? null;
	const before = made === null ? null : (await placeRevisionRow(database(), made))?.parent;
	return { to: row?.parent ?? null, place: [made, before] };
}

async function wayForth(stored: StoredDesign, step: Step): Promise<Way | undefined> {
	const named = step.of == null ? null : await revisionOf(stored, step);
	if (step.of == null && step.base !== stored.revision) return undefined;
	const child = named ?? (await newestChild(database(), stored.id, stored.revision)) ?? null;
	if (child === null) return step.of == null ? { to: null, place: [null, null] } : undefined;
	const row = await revisionRow(database(), child);
	if (row?.parent !== stored.revision) return undefined;
	const made = row.placeRevision;
	const before = made == null ? null : (await placeRevisionRow(database(), made))?.parent;
	return { to: child, place: [before, made] };
}

/** Along the history where it is the step that is next there; else as a change of its own over what stands. */
function travel(
	id: string,
	step: Step,
	label: 'undo' | 'redo',
	way: (stored: StoredDesign, step: Step) => Promise<Way | undefined>
): Promise<Outcome> {
	return once(id, step, async (stored) => {
		const edits = step.edits ?? [];
		const found = await way(stored, step);
		const theirs = (clashes: Clash[]): Outcome => ({ kind: 'stale', stored, clashes });
		if (!found && edits.length === 0) return theirs([]);
		// along the history the plan and the place are already what the edits would make of them
		const noted = found ? edits.filter(({ path }) => path[0] === 'record') : edits;
		const after = await made(stored, { base: step.base, edits: noted });
		if ('clashes' in after) return theirs(after.clashes);
		return write(async (tx) => {
			if (!(await stands(tx, stored))) return again;
			const { revision } = await put(tx, stored, after, label);
			if (found?.to != null) await point(tx, id, { current: found.to });
			const note = found ? await takePlace(tx, stored, ...found.place) : undefined;
			await markDone(tx, step.request, id, {
				revision: found?.to ?? revision,
				note: note ?? null
			});
			return { kind: 'done', stored: (await load(tx, id))!, ...(note !== undefined && { note }) };
		});
	});
}

/** Takes a step back. @throws InvalidInput, Overload */
export const undoDesign = (id: string, step: Step): Promise<Outcome> =>
	travel(id, step, 'undo', wayBack);

/** Makes a step again that was taken back. @throws InvalidInput, Overload */
export const redoDesign = (id: string, step: Step): Promise<Outcome> =>
	travel(id, step, 'redo', wayForth);

/** Replaces a plan by what is made of it inside the same write; undefined leaves it as it is. */
export const replaceIn = (
	id: string,
	base: number,
	make: (tx: Database, current: Plan) => Promise<{ plan: Plan; label: string } | undefined>
): Promise<Outcome> =>
	write(async (tx) => {
		const stored = await load(tx, id);
		if (!stored) return { kind: 'gone' };
		if (stored.revision !== base) return { kind: 'stale', stored, clashes: [] };
		const next = await make(tx, stored);
		if (next) await point(tx, id, { current: await revise(tx, id, base, next.plan, next.label) });
		return { kind: 'done', stored: (await load(tx, id))! };
	});
