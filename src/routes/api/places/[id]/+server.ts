import { z } from 'zod';
import { answer, baseFields, editsField, json, problem, readAs } from '$lib/server/http';
import { stale } from '$lib/server/outcome';
import { findPlace, savePlace } from '$lib/server/places';
import { shelfOf } from '$lib/server/shelves';
import type { RequestHandler } from './$types';

const gone = () => problem(404, 'not-found', 'This place is not here any more.');
const body = z.strictObject({ ...baseFields, edits: editsField });

/** A place with its shelf. */
export const GET: RequestHandler = ({ params }) =>
	answer(async () => {
		const stored = await findPlace(params.id);
		if (!stored) return gone();
		const { revision, place } = stored;
		return json({ revision, place, shelf: await shelfOf(params.id) });
	});

/** Changes a place over the version it is based on. */
export const PUT: RequestHandler = ({ params, request }) =>
	answer(async () => {
		const outcome = await savePlace(params.id, await readAs(request, body));
		if (outcome.kind === 'gone') return gone();
		const { revision, place } = outcome.stored;
		if (outcome.kind === 'stale') return stale({ revision, place, clashes: outcome.clashes });
		return json({ revision, place });
	});
