import { batchSchema } from '$lib/core/design';
import { refuse } from '$lib/core/quantity';
import { keepBatch } from '$lib/server/batches';
import { answer, json, problem, readAs } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** Keeps how far a batch is; with the state `done` it ends in the tank. */
export const PUT: RequestHandler = ({ params, request }) =>
	answer(async () => {
		const batch = await readAs(request, batchSchema);
		if (batch.id !== params.batch) throw refuse('id', 'id must be the batch’s own');
		const kept = await keepBatch(params.id, batch);
		return kept
			? json({ batch: kept })
			: problem(404, 'not-found', 'This batch is not here any more.');
	});
