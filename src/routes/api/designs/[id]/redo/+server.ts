import { z } from 'zod';
import { redoDesign } from '$lib/server/saving';
import { answer, baseFields, readAs, recordField } from '$lib/server/http';
import { outcome } from '$lib/server/outcome';
import type { RequestHandler } from './$types';

const body = z.strictObject({ ...baseFields, ...recordField });

export const POST: RequestHandler = ({ params, request }) =>
	answer(async () => outcome(await redoDesign(params.id, await readAs(request, body))));
