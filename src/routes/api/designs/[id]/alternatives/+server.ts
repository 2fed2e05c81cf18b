import { z } from 'zod';
import { planSchema } from '$lib/core/design';
import { refuse, text } from '$lib/core/quantity';
import { keepAlternative, listAlternatives, MOST_ALTERNATIVES } from '$lib/server/alternatives';
import { findDesign } from '$lib/server/designs';
import { answer, json, readAs } from '$lib/server/http';
import { gone } from '$lib/server/outcome';
import type { RequestHandler } from './$types';

const body = z.strictObject({
	name: text('name of the variant', 80),
	/** What stands now, unless given. */
	plan: planSchema.optional()
});

/** Keeps a variant beside a system: a copy of what stands, or another way to build it. */
export const POST: RequestHandler = ({ params, request }) =>
	answer(async () => {
		const stored = await findDesign(params.id);
		if (!stored) return gone();
		const { name, plan } = await readAs(request, body);
		if ((await listAlternatives(params.id)).length >= MOST_ALTERNATIVES)
			throw refuse('name', `${MOST_ALTERNATIVES} variants are kept at most; drop one first`);
		return json({ id: await keepAlternative(params.id, name, plan ?? stored) }, 201);
	});
