import type { Document } from '$lib/workers/document';
import { verdictOf, type Questions, type Verdict } from '$lib/core/operations';
import { settle, type Settled } from '$lib/core/edit';
import type { SystemModel } from '$lib/core/model';
import { fixesOf, type Finding, type Fix } from '$lib/core/review';
import type { ShelfItem } from '$lib/core/shelf';
import { askBeside } from '$lib/workers';

/** Whether there is another thread to judge on. */
export const apart = (): boolean => typeof Worker !== 'undefined';

const verdicts = new WeakMap<SystemModel, Verdict>();
/** The verdict on the spot, worked out once. */
export function verdictNow(model: SystemModel): Verdict {
	const known = verdicts.get(model) ?? verdictOf(model);
	verdicts.set(model, known);
	return known;
}

const documentOf = ({ parts, today }: SystemModel, own: readonly ShelfItem[]): Document => ({
	parts,
	own,
	today
});

/**
 * The verdict of the worker on a system.
 *
 * @throws Stopped when a newer one took its place; else what makes the system impossible to work out
 */
export const verdictBeside = (model: SystemModel, own: readonly ShelfItem[]): Promise<Verdict> =>
	askBeside('verdict', documentOf(model, own), {}, { first: true });

/**
 * The fixes of a finding that hold, tried in the worker; on the spot where there is none.
 *
 * @throws Stopped when a newer question took its place, or it is given up
 */
export async function fixesBeside(
	model: SystemModel,
	own: readonly ShelfItem[],
	{ code, subject, state }: Questions['fixes']['asked'],
	signal: AbortSignal
): Promise<readonly Fix[]> {
	const asked: Pick<Finding, 'code' | 'subject' | 'state'> = { code, subject, state };
	if (!apart()) return fixesOf(model, asked);
	return askBeside('fixes', documentOf(model, own), asked, { signal });
}

/**
 * All that can be settled of a system, with progress; on the spot where there is no worker.
 *
 * @throws Stopped when it is given up
 */
export async function settledBeside(
	model: SystemModel,
	own: readonly ShelfItem[],
	how: Parameters<typeof askBeside>[3]
): Promise<Settled> {
	if (!apart()) return settle(model);
	return askBeside('settle', documentOf(model, own), {}, how);
}
