import { z } from 'zod';
import { quantity } from '$lib/core/quantity';
import { dropAlternative, promoteAlternative } from '$lib/server/alternatives';
import { answer, json, readAs } from '$lib/server/http';
import { gone, outcome } from '$lib/server/outcome';
import type { RequestHandler } from './$types';

const body = z.strictObject({ base: quantity('base revision', 'count', { min: 1, whole: true }) });

/** Promotes a variant: it becomes the system. */
export const POST: RequestHandler = ({ params, request }) =>
	answer(async () =>
		outcome(await promoteAlternative(params.id, params.alt, (await readAs(request, body)).base))
	);

export const DELETE: RequestHandler = ({ params }) =>
	answer(async () =>
		(await dropAlternative(params.id, params.alt)) ? json({ dropped: params.alt }) : gone()
	);
