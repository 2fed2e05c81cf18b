import { z } from 'zod';
import { designSchema, placeSchema } from '$lib/core/design';
import { quantity, text } from '$lib/core/quantity';
import { findDesign, markDeleted, saveDesign } from '$lib/server/designs';
import { answer, json, readAs } from '$lib/server/http';
import { gone, outcome } from '$lib/server/outcome';
import type { RequestHandler } from './$types';

const saveSchema = z.strictObject({
	base: quantity('base revision', '', { min: 1, whole: true }),
	label: text('label', 80),
	design: designSchema,
	place: z
		.strictObject({
			base: quantity('base revision of the place', '', { min: 1, whole: true }),
			document: placeSchema
		})
		.optional()
});

export const GET: RequestHandler = ({ params }) =>
	answer(async () => {
		const stored = await findDesign(params.id);
		return stored ? json(stored) : gone();
	});

export const PUT: RequestHandler = ({ params, request }) =>
	answer(async () => {
		const save = await readAs(request, saveSchema);
		return outcome(await saveDesign(params.id, save));
	});

export const DELETE: RequestHandler = ({ params }) =>
	answer(async () =>
		(await markDeleted(params.id, true)) ? json({ deleted: params.id }) : gone()
	);
