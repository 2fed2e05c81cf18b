import { undoDesign } from '$lib/server/history';
import { answer, readAs, stepSchema } from '$lib/server/http';
import { outcome } from '$lib/server/outcome';
import type { RequestHandler } from './$types';

/** Takes the plan's last step back, or one that is named. */
export const POST: RequestHandler = ({ params, request }) =>
	answer(async () => outcome(await undoDesign(params.id, await readAs(request, stepSchema))));
