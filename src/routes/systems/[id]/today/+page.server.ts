import { batchesOf } from '$lib/server/batches';
import { openSystem } from '$lib/server/open-system';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => ({
	...(await openSystem(params.id)),
	batches: await batchesOf(params.id)
});
