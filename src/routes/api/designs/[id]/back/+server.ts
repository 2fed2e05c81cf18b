import { goBack } from '$lib/server/go-back';
import { answer, json, problem } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** The way out of a system that cannot be drawn: back to the newest version before it that can. */
export const POST: RequestHandler = ({ params }) =>
	answer(async () =>
		(await goBack(params.id))
			? json({ back: params.id })
			: problem(409, 'no-version', 'There is no version before this one that can be drawn.')
	);
