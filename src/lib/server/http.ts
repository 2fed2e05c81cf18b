import { recordSchema } from '$lib/core/design';
import { id, InvalidInput, parseJson, quantity, toIssues, type Issue } from '$lib/core/quantity';
import { z } from 'zod';
import { DatabaseProblem } from './database';
import { Overload, TaskFault } from './pool';
import { Unreadable } from './unreadable';

/** More of them help nobody. */
const MOST_ISSUES = 50;
/** Nothing the API takes is larger than this; design files are held to less. */
const MAX_BODY_BYTES = 4 * 1024 * 1024;

/** Ends when whoever asked has hung up. Node tells it by the socket: the request itself is long read by then. */
export function whileThere(platform: Readonly<App.Platform> | undefined): {
	signal: AbortSignal;
	end: () => void;
} {
	const gone = new AbortController();
	const socket = platform?.req?.socket;
	const leave = () => gone.abort();
	socket?.once('close', leave);
	return { signal: gone.signal, end: () => void socket?.off('close', leave) };
}

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

/** What a write is based on, and the id of the request: asked again, it is not done again. */
export const baseFields = {
	base: quantity('base revision', 'count', { min: 1, whole: true }),
	request: id('request').optional()
};

/** More edits than a whole document has fields are none. */
const MOST_EDITS = 20_000;
const editKey = z.union([z.string().max(200), z.strictObject({ id: z.string().max(200) })]);
/** Changes of a document by path. */
export const editsField = z
	.array(
		z.strictObject({
			path: z.array(editKey).min(1).max(40),
			was: z.unknown().optional(),
			now: z.unknown().optional()
		})
	)
	.max(MOST_EDITS, `edits must be at most ${MOST_EDITS}`);

/** A step along the history: over which revision, whose step it is, and what it comes to by path. */
export const stepSchema = z.strictObject({
	...baseFields,
	of: id('request').nullish(),
	edits: editsField.optional()
});

/** The record as a whole, and the revision of it this is based on; 0: it had none of its own. */
export const recordField = {
	record: z
		.strictObject({
			base: quantity('base revision of the record', 'count', { min: 0, whole: true }),
			document: recordSchema
		})
		.optional()
};

/** So many times its limit is read of a body that is too large, to answer instead of cutting it off. */
const DRAINED = 64;

/** Refusal of a request as a response: thrown by the readers below, caught by `answer`. */
class Refusal extends Error {
	constructor(readonly response: Response) {
		super('refused');
	}
}

/** Reads a body as text, but no more of it than allowed. */
export const readText = async (request: Request, limit = MAX_BODY_BYTES): Promise<string> =>
	(await readBytes(request, limit)).toString('utf8');

/** Reads a body, but no more of it than allowed. */
export async function readBytes(request: Request, limit: number): Promise<Buffer> {
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
		// what is too much is read to its end and dropped: a connection cut short brings no answer
		if (size > DRAINED * limit) {
			void reader.cancel().catch(() => undefined);
			throw tooLarge();
		}
		if (size <= limit) chunks.push(value);
	}
	if (size > limit) throw tooLarge();
	return Buffer.concat(chunks);
}

export async function readJson(request: Request): Promise<unknown> {
	const text = await readText(request);
	try {
		return parseJson(text);
	} catch (fault) {
		if (fault instanceof InvalidInput) throw fault;
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

/** Runs a handler; refusals become 4xx JSON, what cannot be done just now 503. */
export async function answer(work: () => Promise<Response>): Promise<Response> {
	try {
		return await work();
	} catch (fault) {
		if (fault instanceof Refusal) return fault.response;
		if (fault instanceof InvalidInput)
			return json(
				{ error: { code: 'invalid-input', issues: fault.issues.slice(0, MOST_ISSUES) } },
				400
			);
		if (fault instanceof Overload) return problem(503, fault.code, fault.message);
		if (fault instanceof DatabaseProblem) return problem(503, 'database', fault.message);
		// the database was exchanged for another while this was being read
		if ((fault as { code?: unknown } | null)?.code === 'CLIENT_CLOSED')
			return problem(503, 'database', 'The database was just replaced. Load the page again.');
		if (fault instanceof Unreadable) return problem(422, 'unreadable', fault.message);
		if (fault instanceof TaskFault) {
			console.error(fault.message);
			return problem(500, 'failed', 'This could not be worked out. Nothing was changed.');
		}
		throw fault;
	}
}
