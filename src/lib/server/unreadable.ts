import { InvalidInput, parseJson, toIssues } from '$lib/core/quantity';
import type { z } from 'zod';

/** A stored document that cannot be read: broken, out of its ranges, or of a newer version. */
export class Unreadable extends Error {}

/**
 * Reads a stored document.
 *
 * @throws Unreadable in a sentence that says what is wrong with it
 */
export function readDocument<S extends z.ZodType>(
	text: string | null,
	schema: S,
	upgrade: (raw: unknown) => unknown
): z.output<S> {
	if (text === null) throw new Unreadable('The version it should stand at is missing.');
	let raw: unknown;
	try {
		raw = upgrade(parseJson(text));
	} catch (fault) {
		// a newer version says so itself; anything else is no document at all
		throw new Unreadable(
			fault instanceof InvalidInput ? fault.issues[0]!.message : 'What was stored of it is broken.'
		);
	}
	const parsed = schema.safeParse(raw);
	if (parsed.success) return parsed.data;
	const [issue] = toIssues(parsed.error);
	throw new Unreadable(
		`It holds what cannot be: ${issue?.message ?? 'a figure out of its range'}.`
	);
}

/** The name in a document, as far as one can be found. */
export function nameIn(text: string | null): string | null {
	try {
		const { design, ...old } = JSON.parse(text ?? '') as { design?: unknown; name?: unknown };
		const { name } = (design ?? old) as { name?: unknown };
		return typeof name === 'string' && name.trim() !== '' ? name.slice(0, 80) : null;
	} catch {
		return null;
	}
}

/** What comes of reading: the value, or why there is none. */
export function attempt<T>(read: () => T): { value: T } | { why: string } {
	try {
		return { value: read() };
	} catch (fault) {
		if (fault instanceof Unreadable) return { why: fault.message };
		throw fault;
	}
}
