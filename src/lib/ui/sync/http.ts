/** A request may outlive its page up to this size. */
const KEPT_ALIVE_BYTES = 60_000;

/** An id for a request; on the home's network pages are no secure context and have no randomUUID. */
export const requestId = (): string =>
	Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) =>
		byte.toString(16).padStart(2, '0')
	).join('');

/** Sends JSON. @throws TypeError where nobody answers, also when nobody does for too long */
export function post(
	address: string,
	method: string,
	body: unknown,
	signal?: AbortSignal
): Promise<Response> {
	const text = JSON.stringify(body);
	return fetch(address, {
		method,
		headers: { 'content-type': 'application/json' },
		body: text,
		// the last save of a page that is being closed still arrives
		keepalive: text.length < KEPT_ALIVE_BYTES,
		...(signal && { signal })
	});
}

/** The sentence in an API refusal. */
export async function messageOf(response: Response): Promise<string> {
	try {
		return messageIn(await response.json());
	} catch {
		return 'The server could not do this. Try again.';
	}
}

/** The sentence in the body of one. */
export function messageIn(body: unknown): string {
	const { error } = body as {
		error: { message?: string; issues?: { path: string; message: string }[] };
	};
	return error.message ?? error.issues?.[0]?.message ?? 'This was refused.';
}
