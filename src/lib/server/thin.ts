import { eq, inArray } from 'drizzle-orm';
import { write, type Database } from './database';
import { designs, recordRevisions, revisions } from './schema';

const DAY_MS = 86_400_000;
/** Steps younger than this stay as they are. */
const OLD_MS = 90 * DAY_MS;
/** Steps this close to the next were one piece of work. */
const TOGETHER_MS = 60_000;

/** One version in a chain of them. */
interface Link {
	id: number;
	parent: number | null;
	createdAt: Date;
	/** It changed the place as well. */
	placeRevision?: number | null;
}

/**
 * Thins out old history: of steps older than 90 days and within a minute of the next, only the last is kept.
 * What stands now, where a way forks, and what changed the place as well is never dropped.
 *
 * @returns how many steps were merged into the one after them
 */
export const thinHistory = (now: Date): Promise<number> =>
	write(async (tx) => {
		const current = await tx
			.select({ plan: designs.current, record: designs.record })
			.from(designs);
		const { id, parent, createdAt, placeRevision } = revisions;
		const plans = await tx.select({ id, parent, createdAt, placeRevision }).from(revisions);
		const records = await tx
			.select({
				id: recordRevisions.id,
				parent: recordRevisions.parent,
				createdAt: recordRevisions.createdAt
			})
			.from(recordRevisions);
		return (
			(await thin(tx, revisions, plans, new Set(current.map(({ plan }) => plan)), now)) +
			(await thin(tx, recordRevisions, records, new Set(current.map(({ record }) => record)), now))
		);
	});

async function thin(
	tx: Database,
	table: typeof revisions | typeof recordRevisions,
	links: readonly Link[],
	standing: ReadonlySet<number | null>,
	now: Date
): Promise<number> {
	const before = now.getTime() - OLD_MS;
	const children = new Map<number, Link[]>();
	for (const link of links)
		if (link.parent !== null)
			children.set(link.parent, [...(children.get(link.parent) ?? []), link]);
	const parentOf = new Map(links.map((link) => [link.id, link.parent]));
	const dropped: number[] = [];
	const old = links
		.filter(({ createdAt }) => createdAt.getTime() < before)
		.sort((a, b) => a.id - b.id);
	for (const { id, parent, placeRevision, createdAt } of old) {
		const [child, ...more] = children.get(id) ?? [];
		if (!child || more.length > 0 || standing.has(id) || placeRevision != null) continue;
		// the beginning stays: there is always a way back to it
		if (parent === null) continue;
		if (child.createdAt.getTime() - createdAt.getTime() >= TOGETHER_MS) continue;
		const above = parentOf.get(id) ?? null;
		await tx.update(table).set({ parent: above }).where(eq(table.id, child.id));
		parentOf.set(child.id, above);
		const siblings = children.get(above!) ?? [];
		children.set(
			above!,
			siblings.map((one) => (one.id === id ? child : one))
		);
		dropped.push(id);
	}
	for (let i = 0; i < dropped.length; i += 500)
		await tx.delete(table).where(inArray(table.id, dropped.slice(i, i + 500)));
	return dropped.length;
}
