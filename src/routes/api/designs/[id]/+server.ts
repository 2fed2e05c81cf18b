import { z } from 'zod';
import { placeSchema, planSchema } from '$lib/core/design';
import { quantity, text } from '$lib/core/quantity';
import { findDesign } from '$lib/server/designs';
import { markDeleted, saveDesign } from '$lib/server/saving';
import { answer, baseFields, json, readAs, recordField } from '$lib/server/http';
import { gone, outcome } from '$lib/server/outcome';
import { refuseUndrawn } from '$lib/server/prove';
import type { RequestHandler } from './$types';

const saveSchema = z.strictObject({
	...baseFields,
	...recordField,
	label: text('label', 80),
	plan: planSchema.optional(),
	place: z
		.strictObject({
			base: quantity('base revision of the place', 'count', { min: 1, whole: true }),
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
		const stored = await findDesign(params.id);
		if (stored) {
			const { design, operation } = save.plan ?? stored;
			const record = save.record?.document ?? stored.record;
			const place = save.place?.document ?? stored.place;
			await refuseUndrawn({ design, operation, record, place });
		}
		return outcome(await saveDesign(params.id, save));
	});

export const DELETE: RequestHandler = ({ params }) =>
	answer(async () =>
		(await markDeleted(params.id, true)) ? json({ deleted: params.id }) : gone()
	);
