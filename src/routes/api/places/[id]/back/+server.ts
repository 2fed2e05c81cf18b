import { answer, json, problem } from '$lib/server/http';
import { mendPlace } from '$lib/server/places';
import type { RequestHandler } from './$types';

/** The way out of a place that cannot be read: back to its newest version that can. */
export const POST: RequestHandler = ({ params }) =>
	answer(async () =>
		(await mendPlace(params.id))
			? json({ back: params.id })
			: problem(409, 'no-version', 'There is no version of this place that can be read.')
	);
