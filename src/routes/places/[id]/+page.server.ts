import { error } from '@sveltejs/kit';
import { findPlace, standingIn } from '$lib/server/places';
import { shelfOf, unreadableOn } from '$lib/server/shelves';
import { Unreadable } from '$lib/server/unreadable';
import type { PageServerLoad } from './$types';

/** A place by itself, with what stands in its areas. */
export const load: PageServerLoad = async ({ params, url }) => {
	const stored = await findPlace(params.id).catch((fault: unknown) => {
		if (fault instanceof Unreadable) error(422, fault.message);
		throw fault;
	});
	if (!stored) error(404, 'This place is not here any more.');
	return {
		stored,
		systems: await standingIn(params.id),
		shelf: await shelfOf(params.id),
		unreadable: await unreadableOn(params.id),
		areaId: url.searchParams.get('area')
	};
};
