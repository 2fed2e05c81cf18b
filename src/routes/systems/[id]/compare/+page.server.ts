import { listAlternatives } from '$lib/server/alternatives';
import { openSystem } from '$lib/server/open-system';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, url }) => {
	const opened = await openSystem(params.id);
	const alternatives = await listAlternatives(params.id);
	const wanted = url.searchParams.get('with');
	return {
		...opened,
		alternatives: alternatives.map(({ id, name }) => ({ id, name })),
		chosen: alternatives.find((a) => a.id === wanted) ?? alternatives.at(-1) ?? null
	};
};
