import { cardsOf } from '$lib/server/batches';
import { openSystem } from '$lib/server/open-system';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, url }) => ({
	...(await openSystem(params.id)),
	...(await cardsOf(params.id)),
	/** Two bottles are made, or a fill of the tank. */
	what: url.searchParams.get('of') === 'bottles' ? ('bottles' as const) : ('fill' as const)
});
