import type { Parts } from '$lib/core/design';
import { differing, placeDiffering, type Differing } from '../home/differences';

/** More than these are counted. */
const MOST_NAMED = 3;

/** What somebody else changed in a system, in a sentence; null: nothing that has a name. */
export function cameIn(before: Parts, after: Parts): string | null {
	const { units } = after.place;
	return named([
		...differing(before, after, units, true),
		...placeDiffering(before.place, after.place, units)
	]);
}

/** What somebody else changed, by its names. */
export function named(rows: readonly Differing[]): string | null {
	if (rows.length === 0) return null;
	const names = rows
		.slice(0, MOST_NAMED)
		.map(({ name, theirs }) => (theirs === 'differs' ? name : `${name} ${theirs}`));
	const more = rows.length - names.length;
	return `Changed elsewhere: ${names.join(', ')}${more > 0 ? ` and ${more} more` : ''}.`;
}
