import type { Outcome } from './changing';
import { json, problem } from './http';

export const gone = (): Response => problem(404, 'not-found', 'This system is not here any more.');

/** A change's outcome as a response: the new state, or 409 with what stands there and what was changed on both sides. */
export function outcome(result: Outcome): Response {
	if (result.kind === 'gone') return gone();
	const { kind, stored } = result;
	if (kind === 'stale') return stale({ stored, clashes: result.clashes });
	const { note } = result;
	return json({ ...stored, ...(note !== undefined && { note }) });
}

/** 409, with what stands there instead. */
export const stale = (body: object): Response =>
	json(
		{
			error: { code: 'stale', message: 'Somebody else changed the same meanwhile.' },
			...body
		},
		409
	);
