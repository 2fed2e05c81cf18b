import type { Outcome } from './saving';
import { json, problem } from './http';

export const gone = (): Response => problem(404, 'not-found', 'This system is not here any more.');

/** A write's outcome as a response: the new state, or 409 with the version that stands. */
export function outcome(result: Outcome): Response {
	if (result.kind === 'gone') return gone();
	const { stored, note } = result;
	if (result.kind === 'done') return json({ ...stored, ...(note !== undefined && { note }) });
	const message = 'This system was changed elsewhere since you opened it.';
	return json({ error: { code: 'stale', message }, stored }, 409);
}
