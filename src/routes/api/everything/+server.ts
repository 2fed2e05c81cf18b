import { everything, MOST_COPY_BYTES, restoreEverything } from '$lib/server/everything';
import { answer, json, readBytes } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** A copy of everything, as a file to keep. */
export const GET: RequestHandler = () =>
	answer(async () => {
		const { name, bytes } = await everything();
		return new Response(bytes, {
			headers: {
				'content-type': 'application/octet-stream',
				'content-disposition': `attachment; filename="${name}"`,
				'cache-control': 'no-store'
			}
		});
	});

/** Puts such a copy in place of what is there. */
export const PUT: RequestHandler = ({ request }) =>
	answer(async () => {
		await restoreEverything(await readBytes(request, MOST_COPY_BYTES));
		return json({ restored: true });
	});
