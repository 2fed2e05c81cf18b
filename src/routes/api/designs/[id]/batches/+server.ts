import { z } from 'zod';
import { oneOf } from '$lib/core/quantity';
import { batchesOf, startBatch } from '$lib/server/batches';
import { today } from '$lib/server/clock';
import { answer, json, readAs } from '$lib/server/http';
import { gone } from '$lib/server/outcome';
import type { RequestHandler } from './$types';

/** What was mixed for a system, the newest first. */
export const GET: RequestHandler = ({ params }) =>
	answer(async () => json({ batches: await batchesOf(params.id) }));

/** Begins a batch with the card as it is now, or goes on with the one that is half done. */
const begin = z.strictObject({ what: oneOf('what is mixed', ['fill', 'bottles']).default('fill') });
export const POST: RequestHandler = ({ params, request }) =>
	answer(async () => {
		const { what } = await readAs(request, begin);
		const batch = await startBatch(params.id, today(), what);
		return batch ? json({ batch }) : gone();
	});
