import { error } from '@sveltejs/kit';
import { today } from './clock';
import { database } from './database';
import { findDesign, rowOf } from './designs';
import { neighboursOf } from './places';
import { nameIn, Unreadable } from './unreadable';

/** A system as its pages open it, or why it cannot be read; a 404 in words where it is gone. */
export async function openSystem(id: string) {
	try {
		const stored = await findDesign(id);
		if (!stored) error(404, 'This system is not here any more. It may have been deleted.');
		const opened = { ...stored, savedAt: stored.savedAt.toISOString() };
		const others = await neighboursOf(stored.placeId, id).catch(() => []);
		return { id, stored: opened, others, broken: null, today: today() };
	} catch (fault) {
		if (!(fault instanceof Unreadable)) throw fault;
		const row = await rowOf(database(), id);
		const name = nameIn(row?.revisions?.document ?? null) ?? 'A system that cannot be read';
		// pages are not shown for a broken one (the layout sees to that), so they need not ask
		return {
			id,
			stored: null as never,
			others: [],
			broken: { name, why: fault.message },
			today: today()
		};
	}
}
