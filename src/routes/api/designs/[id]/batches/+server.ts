import { batchesOf, startBatch } from '$lib/server/batches';
import { today } from '$lib/server/clock';
import { answer, json } from '$lib/server/http';
import { gone } from '$lib/server/outcome';
import type { RequestHandler } from './$types';

/** What was mixed for a system, the newest first. */
export const GET: RequestHandler = ({ params }) =>
	answer(async () => json({ batches: await batchesOf(params.id) }));

/** Begins a batch with the card as it is now, or goes on with the one that is half done. */
export const POST: RequestHandler = ({ params }) =>
	answer(async () => {
		const batch = await startBatch(params.id, today());
		return batch ? json({ batch }) : gone();
	});
