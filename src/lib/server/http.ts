import { InvalidInput, toIssues, type Issue } from '$lib/core/quantity';
import type { z } from 'zod';

/** Nothing the API takes is larger than this; design files are held to less. */
const MAX_BODY_BYTES = 4 * 1024 * 1024;

export const json = (body: unknown, status = 200): Response =>
	new Response(JSON.stringify(body), {
		status,
		headers: { 'content-type': 'application/json; charset=utf-8', 'cache-control': 'no-store' }
	});

export const problem = (
	status: number,
	code: string,
	message: string,
	issues?: Issue[]
): Response => json({ error: { code, message, ...(issues && { issues }) } }, status);

/** Refusal of a request as a response: thrown by the readers below, caught by `answer`. */
class Refusal extends Error {
	constructor(readonly response: Response) {
		super('refused');
	}
}

/** Reads a body as text, but no more of it than allowed. */
export async function readText(request: Request, limit = MAX_BODY_BYTES): Promise<string> {
	const tooLarge = () =>
		new Refusal(problem(413, 'too-large', `The request is larger than ${limit / 1024 / 1024} MB.`));
	if (Number(request.headers.get('content-length') ?? 0) > limit) throw tooLarge();
	const reader = request.body?.getReader();
	const chunks: Uint8Array[] = [];
	let size = 0;
	while (reader) {
		const { done, value } = await reader.read().catch(() => {
			throw tooLarge();
		});
		if (done) break;
		size += value.byteLength;
		if (size > limit) {
			void reader.cancel().catch(() => undefined);
			throw tooLarge();
		}
		chunks.push(value);
	}
	return Buffer.concat(chunks).toString('utf8');
}

export async function readJson(request: Request): Promise<unknown> {
	const text = await readText(request);
	try {
		return JSON.parse(text);
	} catch {
		const issues = [{ path: '', message: 'the body must be JSON' }];
		throw new Refusal(json({ error: { code: 'invalid-input', issues } }, 400));
	}
}

/** A body checked against its schema. */
export async function readAs<S extends z.ZodType>(
	request: Request,
	schema: S
): Promise<z.output<S>> {
	const parsed = schema.safeParse(await readJson(request));
	if (!parsed.success) throw new InvalidInput(toIssues(parsed.error));
	return parsed.data;
}

/** Runs a handler; refusals become 4xx JSON. */
export async function answer(work: () => Promise<Response>): Promise<Response> {
	try {
		return await work();
	} catch (fault) {
		if (fault instanceof Refusal) return fault.response;
		if (fault instanceof InvalidInput)
			return json({ error: { code: 'invalid-input', issues: fault.issues } }, 400);
		throw fault;
	}
}
