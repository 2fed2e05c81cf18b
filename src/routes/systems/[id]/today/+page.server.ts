import { openSystem } from '$lib/server/open-system';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => openSystem(params.id);
