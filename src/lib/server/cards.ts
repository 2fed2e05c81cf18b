import { sql } from 'drizzle-orm';
import type { Parts } from '$lib/core/design';
import type { ShelfItem } from '$lib/core/shelf';
import type { Card } from '$lib/core/picture';
import { database, write } from './database';
import { Overload, pool, TaskFault } from './pool';
import { cards } from './schema';

/** A card, or in a sentence why there is none. */
export type CardOrWhy = { card: Card } | { why: string };

interface Wanted {
	id: string;
	parts: Parts;
	shelf: readonly ShelfItem[];
	/** Which revision of each this is. */
	at: { revision: number; record: number; placeRevision: number; shelfRevision: number };
}

const WHY_NOT = 'Crelbo cannot draw it as it stands.';

/**
 * The cards of these systems, from the cache where they stand in it, else worked out and kept.
 *
 * @param program which build of the program this is: what one build has worked out another works out anew
 * @param today the day it is looked at, as 2026-04-02: plants grow on and the weather changes by it
 */
export async function cardsOf(
	wanted: readonly Wanted[],
	program: string,
	today: string
): Promise<Map<string, CardOrWhy>> {
	const version = `${program} ${today}`;
	const rows = await database().select().from(cards);
	const kept = new Map(rows.map((row) => [row.designId, row]));
	const found = new Map<string, CardOrWhy>();
	const made: (typeof cards.$inferInsert)[] = [];
	await inTurn(wanted, async ({ id, parts, shelf, at }) => {
		const row = kept.get(id);
		const holds =
			row?.program === version &&
			Object.entries(at).every(([name, value]) => row[name as keyof typeof at] === value);
		if (holds) return void found.set(id, { card: JSON.parse(row.card) as Card });
		try {
			const card = await cardBeside(parts, shelf, today);
			found.set(id, { card });
			made.push({
				designId: id,
				...at,
				program: version,
				card: JSON.stringify(card)
			});
		} catch (fault) {
			if (fault instanceof TaskFault) console.error(`card of ${id}: ${fault.message}`);
			else if (!(fault instanceof Overload)) throw fault;
			found.set(id, { why: fault instanceof Overload ? fault.message : WHY_NOT });
		}
	});
	if (made.length > 0) await keep(made).catch(() => undefined);
	return found;
}

/** One that takes longer than a server waits is drawn plain, and kept so: home does not try it at every visit. */
async function cardBeside(parts: Parts, shelf: readonly ShelfItem[], today: string): Promise<Card> {
	try {
		return await pool().run('card', parts, shelf, today);
	} catch (fault) {
		if (!(fault instanceof Overload && fault.code === 'too-long')) throw fault;
		return pool().run('plainCard', parts, shelf);
	}
}

/** A home full of systems must not crowd everybody else out of the pool: a few at a time. */
const AT_ONCE = 4;
async function inTurn<T>(list: readonly T[], work: (item: T) => Promise<void>): Promise<void> {
	let next = 0;
	const hand = async (): Promise<void> => {
		while (next < list.length) await work(list[next++]!);
	};
	await Promise.all(Array.from({ length: AT_ONCE }, hand));
}

const keep = (made: (typeof cards.$inferInsert)[]): Promise<unknown> =>
	write((tx) =>
		tx
			.insert(cards)
			.values(made)
			.onConflictDoUpdate({
				target: cards.designId,
				set: {
					revision: sql`excluded.revision`,
					placeRevision: sql`excluded.place_revision`,
					record: sql`excluded.record`,
					shelfRevision: sql`excluded.shelf`,
					program: sql`excluded.program`,
					card: sql`excluded.card`
				}
			})
	);
