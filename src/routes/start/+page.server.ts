import { newPlace } from '$lib/core/design';
import { listPlaces, type StoredPlace } from '$lib/server/places';
import { shelfOf } from '$lib/server/shelves';
import type { PageServerLoad } from './$types';

/** Starting needs a spot to stand in: a place with an area, or one that is yet to be told of. */
export const load: PageServerLoad = async ({ url }) => {
	const places = (await listPlaces()).filter((one): one is StoredPlace => one.place !== null);
	const wanted = url.searchParams.get('place');
	const chosen = places.find((p) => p.id === wanted) ?? places[0];
	return {
		placeId: chosen?.id ?? null,
		revision: chosen?.revision ?? null,
		place: chosen?.place ?? newPlace('Home'),
		shelf: chosen ? await shelfOf(chosen.id) : [],
		areaId: url.searchParams.get('area')
	};
};
