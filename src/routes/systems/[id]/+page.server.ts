import { error } from '@sveltejs/kit';
import { today } from '$lib/server/clock';
import { findDesign } from '$lib/server/designs';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
	const stored = await findDesign(params.id);
	if (!stored) error(404, 'This system is not here any more. It may have been deleted.');
	return {
		id: params.id,
		stored: { ...stored, savedAt: stored.savedAt.toISOString() },
		today: today()
	};
};
