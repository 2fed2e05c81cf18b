import { everything, putBack, receive, restoreEverything } from '$lib/server/copies';
import { answer, json } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** A copy of everything, as a file to keep. */
export const GET: RequestHandler = () =>
	answer(async () => {
		const { name, bytes, body } = await everything();
		return new Response(body, {
			headers: {
				'content-type': 'application/octet-stream',
				'content-length': String(bytes),
				'content-disposition': `attachment; filename="${name}"`,
				'cache-control': 'no-store'
			}
		});
	});

/** Puts such a copy in place of what is there; with `?kept=` one that is kept beside the database. */
export const PUT: RequestHandler = ({ request, url }) =>
	answer(async () => {
		const kept = url.searchParams.get('kept');
		return json(
			kept === null
				? await restoreEverything((path) => receive(request.body, path))
				: await putBack(kept)
		);
	});
