import { alike, editsBetween, merge, type Clash, type Edit, type EditKey } from '$lib/core/design';
import type { Outbox } from './outbox';

const same = (a: EditKey | undefined, b: EditKey | undefined): boolean => alike(a, b);
/** One lies on the way to the other. */
const touch = (a: readonly EditKey[], b: readonly EditKey[]): boolean =>
	Array.from({ length: Math.min(a.length, b.length) }).every((_, i) => same(a[i], b[i]));

/** Edits that put what is mine over what stands there, whatever it is by now. */
export function mineOver<T>(edits: readonly Edit[], there: T, mine: T): Edit[] {
	const forced = merge(there, edits, true);
	// what it was to be put in is gone there: then the whole of it is as it is here
	const whole = forced.clashes.length > 0;
	return editsBetween(there, whole ? mine : forced.document);
}

/** What is left of edits where theirs stands. */
export const withoutClashes = (edits: readonly Edit[], clashes: readonly Clash[]): Edit[] =>
	edits.filter(({ path }) => !clashes.flatMap(pathsOf).some((clash) => touch(path, clash)));

/** A card that another device has in hand is not gone on with at all. */
const pathsOf = ({ path }: Clash): EditKey[][] =>
	path[0] === 'holders' ? [path, ['batches', { id: String(path[1]) }]] : [path];

/**
 * Ends a clash as the grower chose.
 *
 * @param over `there`: the document as it stands on the server; `mine`: as it would stand if all that waits had
 * been taken; `along`: what is to be done with it
 */
export async function endClash<T>(
	outbox: Outbox,
	lane: string,
	choice: 'mine' | 'theirs',
	{ there, mine, along }: { there: T; mine: T; along: readonly Edit[] }
): Promise<void> {
	const { clash } = outbox.view(lane);
	if (!clash) return;
	const { clashes } = clash.body;
	// where nothing clashes by itself, the two are no document together: one goes as a whole
	const together = clashes.length > 0;
	await outbox.settle(lane, ({ work }, at) => {
		if (choice === 'theirs') {
			if (!together) return at === 0 ? null : work.edits;
			const left = withoutClashes(work.edits, clashes);
			return left.length > 0 || work.edits.length === 0 ? left : null;
		}
		if (together) return at === 0 ? [...mineOver(work.edits, there, mine), ...along] : work.edits;
		return at === 0 ? editsBetween(there, mine) : null;
	});
}
