import { z } from 'zod';
import { id, oneOf } from '$lib/core/quantity';
import { cardsOf, saveCards, startBatch } from '$lib/server/batches';
import { today } from '$lib/server/clock';
import { answer, baseFields, editsField, json, readAs } from '$lib/server/http';
import { gone, stale } from '$lib/server/outcome';
import type { RequestHandler } from './$types';

/** What was mixed for a system, the newest first, and what of it is in whose hand. */
export const GET: RequestHandler = ({ params }) =>
	answer(async () => json(await cardsOf(params.id)));

/** Begins a batch with the card as it is now, or goes on with the one that is half done. */
const begin = z.strictObject({ what: oneOf('what is mixed', ['fill', 'bottles']).default('fill') });
export const POST: RequestHandler = ({ params, request }) =>
	answer(async () => {
		const { what } = await readAs(request, begin);
		const batch = await startBatch(params.id, today(), what);
		return batch ? json({ batch }) : gone();
	});

const body = z.strictObject({
	request: baseFields.request,
	/** Where it was done: a card in the hand of another device is not gone on with. */
	device: id('device').optional(),
	edits: editsField
});

/** Begins cards and goes on with them, as they were on the device. */
export const PUT: RequestHandler = ({ params, request }) =>
	answer(async () => {
		const outcome = await saveCards(params.id, await readAs(request, body));
		if (outcome.kind === 'gone') return gone();
		const { kind, ...told } = outcome;
		return kind === 'stale' ? stale(told) : json(told);
	});
