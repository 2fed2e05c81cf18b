import { redirect } from '@sveltejs/kit';
import { door, KNOWN_DAYS } from '$lib/server/door';
import { isIn } from '$lib/server/gate';
import type { PageServerLoad } from './$types';

/** Only to a page of ours. */
const placeIn = (to: string | null): string =>
	to && /^\/(?![/\\])/.test(to) && !to.startsWith('/enter') ? to : '/';

export const load: PageServerLoad = async (event) => {
	const to = placeIn(event.url.searchParams.get('to'));
	if (await isIn(event)) redirect(303, to);
	return { to, isSet: (await door()).isSet, knownDays: KNOWN_DAYS };
};
