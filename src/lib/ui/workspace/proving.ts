import { settle, type Settled } from '$lib/core/edit';
import type { SystemModel } from '$lib/core/model';
import { fixesOf, type Finding, type Fix } from '$lib/core/review';
import type { ShelfItem } from '$lib/core/shelf';
import { calculateBeside } from '$lib/workers';

type Asked = Pick<Finding, 'code' | 'subject' | 'state'>;

/**
 * The fixes of a finding that hold, tried in the worker; on the spot where there is none.
 *
 * @throws Stopped when a newer question took its place
 */
export async function fixesBeside(
	model: SystemModel,
	input: Asked & object
): Promise<readonly Fix[]> {
	if (typeof Worker === 'undefined') return fixesOf(model, input);
	const answer = await calculateBeside('fixes', 'fixes', input);
	return 'result' in answer ? (answer.result as { fixes: Fix[] }).fixes : [];
}

/**
 * All that can be settled of a system, with progress; on the spot where there is no worker.
 *
 * @throws Stopped when it is given up
 */
export async function settledBeside(
	model: SystemModel,
	shelf: readonly ShelfItem[],
	how: Parameters<typeof calculateBeside>[3]
): Promise<Settled> {
	if (typeof Worker === 'undefined') return settle(model);
	const answer = await calculateBeside(
		'settle',
		'settle',
		{ ...model.parts, shelf, today: model.today ?? undefined },
		how
	);
	if ('result' in answer) return answer.result as Settled;
	throw new Error(answer.error.message ?? answer.error.code);
}
