import { z } from 'zod';
import { placeSchema, planSchema } from '$lib/core/design';
import { quantity, text } from '$lib/core/quantity';
import { saveDesign } from '$lib/server/changing';
import { findDesign } from '$lib/server/designs';
import { markDeleted } from '$lib/server/saving';
import { answer, baseFields, editsField, json, readAs, recordField } from '$lib/server/http';
import { gone, outcome } from '$lib/server/outcome';
import { saveWhole } from '$lib/server/whole-parts';
import type { RequestHandler } from './$types';

/** Changes by path, or whole parts each with the revision it was made from. */
const saveSchema = z.strictObject({
	...baseFields,
	...recordField,
	label: text('label', 80),
	edits: editsField.optional(),
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
		const { edits, ...save } = await readAs(request, saveSchema);
		const { base, label, request: asked } = save;
		const same = { base, label, ...(asked !== undefined && { request: asked }) };
		return outcome(
			edits
				? await saveDesign(params.id, { ...same, edits })
				: await saveWhole(params.id, { ...save, ...same })
		);
	});

export const DELETE: RequestHandler = ({ params }) =>
	answer(async () =>
		(await markDeleted(params.id, true)) ? json({ deleted: params.id }) : gone()
	);
