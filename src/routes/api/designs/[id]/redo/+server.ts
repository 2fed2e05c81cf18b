import { redoDesign } from '$lib/server/history';
import { answer, readAs, stepSchema } from '$lib/server/http';
import { outcome } from '$lib/server/outcome';
import type { RequestHandler } from './$types';

/** Makes the step again that was last taken back, or one that is named. */
export const POST: RequestHandler = ({ params, request }) =>
	answer(async () => outcome(await redoDesign(params.id, await readAs(request, stepSchema))));
