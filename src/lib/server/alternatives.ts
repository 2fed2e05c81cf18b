import { and, asc, eq } from 'drizzle-orm';
import { designSchema, upgradeDesign, type Design } from '$lib/core/design';
import { database, write } from './database';
import { replaceIn, type Outcome } from './designs';
import { alternatives } from './schema';

export interface Alternative {
	id: string;
	name: string;
	design: Design;
}

const read = (row: typeof alternatives.$inferSelect): Alternative => ({
	id: row.id,
	name: row.name,
	design: designSchema.parse(upgradeDesign(JSON.parse(row.document)))
});

/** What is kept beside a system to compare it with, the oldest first. */
export async function listAlternatives(designId: string): Promise<Alternative[]> {
	const rows = await database()
		.select()
		.from(alternatives)
		.where(eq(alternatives.designId, designId))
		.orderBy(asc(alternatives.createdAt), asc(alternatives.id));
	return rows.map(read);
}

/** More than these are no comparison any more. */
export const MOST_ALTERNATIVES = 20;

export async function keepAlternative(
	designId: string,
	name: string,
	design: Design,
	id: string = crypto.randomUUID()
): Promise<string> {
	await write(async (tx) => {
		await tx.insert(alternatives).values({
			id,
			designId,
			name,
			document: JSON.stringify(design),
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
 * its place to compare with.
 */
export const promoteAlternative = (designId: string, id: string, base: number): Promise<Outcome> =>
	replaceIn(designId, base, async (tx, current) => {
		const [row] = await tx.select().from(alternatives).where(one(designId, id));
		if (!row) return undefined;
		const { name, design } = read(row);
		await tx
			.update(alternatives)
			.set({ document: JSON.stringify(current), name: `Before “${name}”`.slice(0, 80) })
			.where(one(designId, id));
		return { design: { ...design, name: current.name }, label: `promoted ${name}`.slice(0, 80) };
	});
