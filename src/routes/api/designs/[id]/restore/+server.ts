import { markDeleted } from '$lib/server/saving';
import { answer, json } from '$lib/server/http';
import { gone } from '$lib/server/outcome';
import type { RequestHandler } from './$types';

/** Takes a deletion back. */
export const POST: RequestHandler = ({ params }) =>
	answer(async () =>
		(await markDeleted(params.id, false)) ? json({ restored: params.id }) : gone()
	);
