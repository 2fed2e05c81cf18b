import { z } from 'zod';
import { placeSchema } from '$lib/core/design';
import { answer, json, readAs } from '$lib/server/http';
import { createPlace } from '$lib/server/places';
import type { RequestHandler } from './$types';

const body = z.strictObject({ place: placeSchema });

/** Takes in a new place. */
export const POST: RequestHandler = ({ request }) =>
	answer(async () => {
		const { place } = await readAs(request, body);
		const { id, revision } = await createPlace(place);
		return json({ id, revision }, 201);
	});
