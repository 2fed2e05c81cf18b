import { z } from 'zod';
import { placeSchema } from '$lib/core/design';
import { quantity } from '$lib/core/quantity';
import { answer, json, problem, readAs } from '$lib/server/http';
import { savePlace } from '$lib/server/places';
import type { RequestHandler } from './$types';

const body = z.strictObject({
	base: quantity('base revision', 'count', { min: 1, whole: true }),
	place: placeSchema
});

/** Saves a place over the version it is based on. */
export const PUT: RequestHandler = ({ params, request }) =>
	answer(async () => {
		const { base, place } = await readAs(request, body);
		const outcome = await savePlace(params.id, base, place);
		if (outcome.kind === 'gone')
			return problem(404, 'not-found', 'This place is not here any more.');
		const { revision, place: stands } = outcome.stored;
		return json({ revision, place: stands }, outcome.kind === 'stale' ? 409 : 200);
	});
