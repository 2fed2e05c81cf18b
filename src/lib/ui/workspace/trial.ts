import type { SystemModel } from '$lib/core/model';

/** The system can be drawn with its water, whatever is to be said of it. */
export function draws(model: SystemModel): boolean {
	try {
		void model.path;
		void model.levels;
		return true;
	} catch (fault) {
		console.warn(fault);
		return false;
	}
}

/** What is said of a change that was tried and not taken. */
export const CANNOT_BE = 'Crelbo cannot draw it with that; it stays as it was.';
