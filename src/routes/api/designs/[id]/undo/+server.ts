import { z } from 'zod';
import { undoDesign } from '$lib/server/saving';
import { answer, baseFields, readAs, recordField } from '$lib/server/http';
import { outcome } from '$lib/server/outcome';
import type { RequestHandler } from './$types';

const body = z.strictObject({ ...baseFields, ...recordField });

export const POST: RequestHandler = ({ params, request }) =>
	answer(async () => outcome(await undoDesign(params.id, await readAs(request, body))));
