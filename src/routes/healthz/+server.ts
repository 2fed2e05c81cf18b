import { database, DatabaseProblem, write } from '$lib/server/database';
import { isIn } from '$lib/server/gate';
import { json, problem } from '$lib/server/http';
import type { RequestHandler } from './$types';
import { sql } from 'drizzle-orm';

/** Whether it can write is tried this often at most: nobody who asks again and again fills the disk. */
const TRIED_MS = 10_000;
let tried = { at: 0, words: null as string | null };

/** For whoever watches over the server: 200 while its database answers and can be written. */
export const GET: RequestHandler = async (event) => {
	const response = await health();
	if (await isIn(event)) return response;
	// who is not in is told no more than whether it is well
	return json({ status: response.ok ? 'fine' : 'unwell' }, response.status);
};

const health = async (): Promise<Response> => {
	try {
		await database().run(sql`SELECT 1`);
		if (Date.now() - tried.at > TRIED_MS) tried = { at: Date.now(), words: await tryWrite() };
		return tried.words === null ? json({ status: 'fine' }) : problem(503, 'database', tried.words);
	} catch (fault) {
		return problem(503, 'database', wordsOf(fault));
	}
};

const wordsOf = (fault: unknown): string =>
	fault instanceof DatabaseProblem ? fault.message : 'The database does not answer.';

const tryWrite = (): Promise<string | null> =>
	write(async (tx) => {
		await tx.run(sql`INSERT INTO write_check VALUES (2)`);
		await tx.run(sql`DELETE FROM write_check WHERE at = 2`);
		return null;
	}).catch(wordsOf);
