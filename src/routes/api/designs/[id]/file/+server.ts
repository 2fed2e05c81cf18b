import { writeDesignFile } from '$lib/core/design';
import { database } from '$lib/server/database';
import { findDesign, rowOf } from '$lib/server/designs';
import { answer } from '$lib/server/http';
import { gone } from '$lib/server/outcome';
import type { RequestHandler } from './$types';

/** The system with its place and shelf, as a file to keep or to send. */
export const GET: RequestHandler = ({ params, url }) =>
	answer(async () => {
		if (url.searchParams.has('raw')) return asStored(params.id);
		const stored = await findDesign(params.id);
		if (!stored) return gone();
		const { design, operation, record, place, shelf } = stored;
		// letters without an ASCII form leave nothing to call the file by
		const plain = design.name
			.normalize('NFKD')
			.toLowerCase()
			.replace(/[^a-z0-9]+/g, '-');
		const name = plain.replace(/^-+|-+$/g, '') || 'system';
		return new Response(writeDesignFile({ design, operation, record, place, shelf }), {
			headers: {
				'content-type': 'application/json; charset=utf-8',
				'content-disposition': `attachment; filename="${name}.json"`
			}
		});
	});

/** What is stored, readable or not: for who wants to look into it or mend it by hand. */
async function asStored(id: string): Promise<Response> {
	const row = await rowOf(database(), id);
	if (!row?.revisions) return gone();
	return new Response(row.revisions.document, {
		headers: {
			'content-type': 'application/json; charset=utf-8',
			'content-disposition': 'attachment; filename="system-as-stored.json"'
		}
	});
}
