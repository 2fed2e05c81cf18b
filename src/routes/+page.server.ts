import { listDesigns } from '$lib/server/designs';
import { listPlaces } from '$lib/server/places';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ url }) => {
	const designs = await listDesigns();
	return {
		places: (await listPlaces()).map((stored) => ({
			...stored,
			systems: designs.filter((d) => d.placeId === stored.id)
		})),
		deleted: url.searchParams.get('deleted')
	};
};
