import type { Clash } from '$lib/core/design';
import { messageIn, post } from './http';
import { addressOf, type Task } from './task';

/** What came of sending a task. */
export type Answer =
	| { kind: 'done'; body: Answered }
	/** Somebody else changed the same, or what does not go with it. */
	| { kind: 'clash'; body: Clashed }
	/** What it is about is not there any more. */
	| { kind: 'gone' }
	/** The server will never take it. */
	| { kind: 'refused'; message: string; body?: Answered }
	/** Not just now: nobody answered, or the server cannot do it yet and says why. */
	| { kind: 'later'; message: string | null };

/** The server's word, by what was asked. */
export type Answered = { revision?: number } & Record<string, unknown>;
export type Clashed = { clashes: Clash[] } & Record<string, unknown>;

/**
 * What the server will never take, however often it is asked. A name it does not answer under (403) and a document
 * it cannot read just now (422) are no fault of what was done: that waits.
 */
const REFUSED = [400, 405, 409, 413, 415];
/** Nobody waits longer for an answer before asking again. */
const PATIENCE_MS = 30_000;
const MOVED_ON = 'It was changed elsewhere meanwhile: nothing was taken back.';

/** Sends a task; whatever the network does, an answer of one of these kinds. */
export async function send(task: Task): Promise<Answer> {
	try {
		const [address, method, body] = requestOf(task);
		const response = await post(address, method, body, AbortSignal.timeout(PATIENCE_MS));
		// a body that breaks off is no answer either
		return readAnswer(task, response.status, JSON.parse(await response.text()) as unknown);
	} catch {
		return { kind: 'later', message: null };
	}
}

function readAnswer({ work }: Task, status: number, body: unknown): Answer {
	if (status >= 200 && status < 300) return { kind: 'done', body: body as Answered };
	if (status === 404) return { kind: 'gone' };
	const stale = status === 409 && Array.isArray((body as Partial<Clashed>).clashes);
	if (stale && work.edits.length > 0) return { kind: 'clash', body: body as Clashed };
	if (stale) {
		const { stored } = body as { stored?: Answered };
		return { kind: 'refused', message: MOVED_ON, ...(stored && { body: stored }) };
	}
	const message = messageIn(body);
	return REFUSED.includes(status) ? { kind: 'refused', message } : { kind: 'later', message };
}

/** Where a task goes, and as what. */
function requestOf({ request, lane, base, work }: Task): [string, string, unknown] {
	const at = addressOf(lane);
	const { edits } = work;
	switch (work.verb) {
		case 'save':
			return [at, 'PUT', { base, request, label: work.label, edits }];
		case 'undo':
		case 'redo':
			return [`${at}/${work.verb}`, 'POST', { base, request, of: work.of, edits }];
		case 'card':
			return [`${at}/batches`, 'PUT', { request, device: work.device, edits }];
		case 'place':
			return [at, 'PUT', { base, request, edits }];
		case 'shelf':
			return [`${at}/shelf`, 'PUT', { request, edits }];
	}
}
