import { and, eq, lt } from 'drizzle-orm';
import { write, type Database } from './database';
import { requests } from './schema';

/** A browser that was away for longer begins anew. */
const KEPT_MS = 31 * 86_400_000;

type Done = Pick<typeof requests.$inferSelect, 'revision' | 'note'>;

/** What was done for a request about something; undefined: it was never done. */
export async function doneFor(
	tx: Database,
	request: string,
	subject: string
): Promise<Done | undefined> {
	const { id, subject: about, revision, note } = requests;
	const [row] = await tx
		.select({ revision, note })
		.from(requests)
		.where(and(eq(id, request), eq(about, subject)));
	return row;
}

/** Notes inside the write that does it that a request is done. */
export async function markDone(
	tx: Database,
	request: string | undefined,
	subject: string,
	done: Partial<Done> = {}
): Promise<void> {
	if (request === undefined) return;
	const row = { id: request, subject, revision: null, note: null, ...done, createdAt: new Date() };
	await tx.insert(requests).values(row);
}

/** Forgets requests nobody asks again. */
export const forgetOld = (now: Date): Promise<void> =>
	write(async (tx) => {
		await tx.delete(requests).where(lt(requests.createdAt, new Date(now.getTime() - KEPT_MS)));
	});
