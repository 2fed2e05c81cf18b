import { defaultArea, defaultPlace } from '$lib/core/design';
import { createPlace, listPlaces, type StoredPlace } from '$lib/server/places';
import type { PageServerLoad } from './$types';

/** Starting needs a place to stand in; who has none yet gets one with typical figures. */
export const load: PageServerLoad = async ({ url }) => {
	const places = (await listPlaces()).filter((one): one is StoredPlace => one.place !== null);
	const wanted = url.searchParams.get('place');
	const chosen = places.find((p) => p.id === wanted) ?? places[0];
	const { id, place } =
		chosen ?? (await createPlace(defaultPlace('Home', defaultArea('spot', 'My spot'))));
	return { placeId: id, place };
};
