import { sql } from 'drizzle-orm';
import { database, DatabaseProblem } from '$lib/server/database';
import { json, problem } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** For whoever watches over the server: 200 while its database answers. */
export const GET: RequestHandler = async () => {
	try {
		await database().run(sql`SELECT 1`);
		return json({ status: 'fine' });
	} catch (fault) {
		const words =
			fault instanceof DatabaseProblem ? fault.message : 'The database does not answer.';
		return problem(503, 'database', words);
	}
};
