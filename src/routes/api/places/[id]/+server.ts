import { z } from 'zod';
import { answer, baseFields, editsField, json, problem, readAs } from '$lib/server/http';
import { stale } from '$lib/server/outcome';
import { savePlace } from '$lib/server/places';
import type { RequestHandler } from './$types';

const body = z.strictObject({ ...baseFields, edits: editsField });

/** Changes a place over the version it is based on. */
export const PUT: RequestHandler = ({ params, request }) =>
	answer(async () => {
		const outcome = await savePlace(params.id, await readAs(request, body));
		if (outcome.kind === 'gone')
			return problem(404, 'not-found', 'This place is not here any more.');
		const { revision, place } = outcome.stored;
		if (outcome.kind === 'stale') return stale({ revision, place, clashes: outcome.clashes });
		return json({ revision, place });
	});
