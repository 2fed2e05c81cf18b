import { assessChain, type Assessment } from '$lib/core/operations';
import type { Chain } from '$lib/core/review';

/** Assessments by their chain: what was tried before it was shown is not worked out again to show it. */
const assessments = new WeakMap<Chain, Assessment>();
export function assessed(chain: Chain): Assessment {
	const known = assessments.get(chain) ?? assessChain(chain);
	assessments.set(chain, known);
	return known;
}

/** The system can be worked out and drawn; false: the model has no answer to it. */
export function holds(chain: Chain): boolean {
	try {
		assessed(chain);
		return true;
	} catch (fault) {
		console.warn(fault);
		return false;
	}
}
/** What is said of a change that was tried and not taken. */
export const CANNOT_BE = 'Crelbo cannot draw it with that; it stays as it was.';
