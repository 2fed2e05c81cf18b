import { error } from '@sveltejs/kit';
import { today } from './clock';
import { findDesign } from './designs';

/** A system as its pages open it; a 404 in words where it is gone. */
export async function openSystem(id: string) {
	const stored = await findDesign(id);
	if (!stored) error(404, 'This system is not here any more. It may have been deleted.');
	return { id, stored: { ...stored, savedAt: stored.savedAt.toISOString() }, today: today() };
}
