import { assessModel } from '$lib/core/operations';
import type { SystemModel } from '$lib/core/model';

type Assessed = ReturnType<typeof assessModel>;

/** Assessments by their model: what was tried before it was shown is not worked out again to show it. */
const assessments = new WeakMap<SystemModel, Assessed>();
export function assessed(model: SystemModel): Assessed {
	const known = assessments.get(model) ?? assessModel(model);
	assessments.set(model, known);
	return known;
}

/** The system can be drawn with its water, whatever is to be said of it. */
export function draws(model: SystemModel): boolean {
	try {
		void model.path;
		return true;
	} catch (fault) {
		console.warn(fault);
		return false;
	}
}

/** The system can be worked out and drawn; false: the model has no answer to it. */
export function holds(model: SystemModel): boolean {
	try {
		assessed(model);
		return true;
	} catch (fault) {
		console.warn(fault);
		return false;
	}
}
/** What is said of a change that was tried and not taken. */
export const CANNOT_BE = 'Crelbo cannot draw it with that; it stays as it was.';
