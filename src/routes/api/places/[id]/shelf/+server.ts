import { z } from 'zod';
import { answer, baseFields, editsField, json, problem, readAs } from '$lib/server/http';
import { stale } from '$lib/server/outcome';
import { saveShelf } from '$lib/server/shelves';
import type { RequestHandler } from './$types';

const body = z.strictObject({ request: baseFields.request, edits: editsField });

/** Puts items on a place's own shelf, changes them, or takes them off it. */
export const PUT: RequestHandler = ({ params, request }) =>
	answer(async () => {
		const outcome = await saveShelf(params.id, await readAs(request, body));
		if (outcome.kind === 'gone')
			return problem(404, 'not-found', 'This place is not here any more.');
		const { kind, ...rest } = outcome;
		return kind === 'stale' ? stale(rest) : json(rest);
	});
