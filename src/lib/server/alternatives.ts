import { and, asc, eq, sql } from 'drizzle-orm';
import type { Plan } from '$lib/core/design';
import { database, write } from './database';
import type { Outcome } from './changing';
import { replaceIn } from './history';
import { alternatives } from './schema';
import { planDocument, readPlan } from './stored';
import { attempt } from './unreadable';

export interface Alternative {
	id: string;
	name: string;
	plan: Plan;
}

const read = (row: typeof alternatives.$inferSelect): Alternative => ({
	id: row.id,
	name: row.name,
	plan: readPlan(row.document)
});

/** What is kept beside a system to compare it with, the oldest first. */
export async function listAlternatives(designId: string): Promise<Alternative[]> {
	const rows = await database()
		.select()
		.from(alternatives)
		.where(eq(alternatives.designId, designId))
		.orderBy(asc(alternatives.createdAt), sql`${alternatives}.rowid`);
	// one that cannot be read is left out; it stays where it is until a version comes that can
	return rows.flatMap((row) => {
		const one = attempt(() => read(row));
		return 'value' in one ? [one.value] : [];
	});
}

/** More than these are no comparison any more. */
export const MOST_ALTERNATIVES = 20;

export async function keepAlternative(
	designId: string,
	name: string,
	plan: Plan,
	id: string = crypto.randomUUID()
): Promise<string> {
	await write(async (tx) => {
		await tx.insert(alternatives).values({
			id,
			designId,
			name,
			document: planDocument(plan),
			createdAt: new Date()
		});
	});
	return id;
}

const one = (designId: string, id: string) =>
	and(eq(alternatives.designId, designId), eq(alternatives.id, id));

/** False: there is none. */
export const dropAlternative = (designId: string, id: string): Promise<boolean> =>
	write(async (tx) => {
		const rows = await tx
			.delete(alternatives)
			.where(one(designId, id))
			.returning({ id: alternatives.id });
		return rows.length > 0;
	});

/**
 * The alternative becomes the system, as a revision that can be undone; what stood there before is kept in
 * its place to compare with. The record is not touched.
 */
export const promoteAlternative = (designId: string, id: string, base: number): Promise<Outcome> =>
	replaceIn(designId, base, async (tx, current) => {
		const [row] = await tx.select().from(alternatives).where(one(designId, id));
		if (!row) return undefined;
		const { name, plan } = read(row);
		await tx
			.update(alternatives)
			.set({ document: planDocument(current), name: `Before “${name}”`.slice(0, 80) })
			.where(one(designId, id));
		const design = { ...plan.design, name: current.design.name };
		return { plan: { ...plan, design }, label: `promoted ${name}`.slice(0, 80) };
	});
