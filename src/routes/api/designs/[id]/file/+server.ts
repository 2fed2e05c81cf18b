import { writeDesignFile } from '$lib/core/design';
import { findDesign } from '$lib/server/designs';
import { answer } from '$lib/server/http';
import { gone } from '$lib/server/outcome';
import type { RequestHandler } from './$types';

/** The design with its place, as a file to keep or to send. */
export const GET: RequestHandler = ({ params }) =>
	answer(async () => {
		const stored = await findDesign(params.id);
		if (!stored) return gone();
		const name = stored.design.name.toLowerCase().replace(/[^a-z0-9]+/g, '-') || 'design';
		return new Response(writeDesignFile({ design: stored.design, place: stored.place }), {
			headers: {
				'content-type': 'application/json; charset=utf-8',
				'content-disposition': `attachment; filename="${name}.json"`
			}
		});
	});
