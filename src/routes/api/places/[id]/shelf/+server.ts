import { z } from 'zod';
import { id } from '$lib/core/quantity';
import { ownShelfSchema } from '$lib/core/shelf';
import { answer, json, problem, readAs } from '$lib/server/http';
import { saveShelf } from '$lib/server/shelves';
import type { RequestHandler } from './$types';

const body = z.strictObject({
	put: ownShelfSchema,
	/** Ids of items to take away. */
	drop: z.array(id('shelf item')).max(2000)
});

/** Puts items on a place's own shelf, or takes them off it. */
export const PUT: RequestHandler = ({ params, request }) =>
	answer(async () => {
		const shelf = await saveShelf(params.id, await readAs(request, body));
		return shelf ? json({ shelf }) : problem(404, 'not-found', 'This place is not here any more.');
	});
