import { z } from 'zod';
import { quantity } from '$lib/core/quantity';
import { undoDesign } from '$lib/server/designs';
import { answer, readAs } from '$lib/server/http';
import { outcome } from '$lib/server/outcome';
import type { RequestHandler } from './$types';

const body = z.strictObject({ base: quantity('base revision', '', { min: 1, whole: true }) });

export const POST: RequestHandler = ({ params, request }) =>
	answer(async () => outcome(await undoDesign(params.id, (await readAs(request, body)).base)));
