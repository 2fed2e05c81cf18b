/** A step of a path: a key, or an item of a list by its id; a list of words is one of items that are their own ids. */
export type EditKey = string | { id: string };

/** A change as it was made: what was there before and what was put there. A side that is missing: nothing. */
export interface Edit {
	path: EditKey[];
	was?: unknown;
	now?: unknown;
}

/** The same thing changed on two sides. */
export interface Clash extends Edit {
	/** What stands there instead of what it was. */
	theirs?: unknown;
}

/** The order of a list, as if it were a field of it. */
const ORDER = '#order';

type Fields = Record<string, unknown>;
type Item = string | { id: string };
const isFields = (value: unknown): value is Fields =>
	typeof value === 'object' && value !== null && !Array.isArray(value);
const idOf = (item: unknown): string | null =>
	typeof item === 'string' ? item : isFields(item) && typeof item.id === 'string' ? item.id : null;

/** A list whose items can be told apart by themselves; any other is one value. */
function named(value: unknown): value is Item[] {
	if (!Array.isArray(value)) return false;
	const ids = value.map(idOf);
	return ids.every((id) => id !== null) && new Set(ids).size === ids.length;
}

/** Whether two values of a document are alike, whatever order their keys have; a key without value is none. */
export function alike(a: unknown, b: unknown): boolean {
	if (a === b) return true;
	if (Array.isArray(a) && Array.isArray(b))
		return a.length === b.length && a.every((one, i) => alike(one, b[i]));
	if (!isFields(a) || !isFields(b)) return false;
	return [...new Set([...Object.keys(a), ...Object.keys(b)])].every((key) => alike(a[key], b[key]));
}

const edit = (path: readonly EditKey[], was: unknown, now: unknown): Edit => ({
	path: [...path],
	...(was !== undefined && { was }),
	...(now !== undefined && { now })
});

/**
 * What was changed from one document to the next, down to the smallest thing that can be told apart: a field, an
 * item of a list by its id, the order of such a list. A list whose items have no ids is one value.
 *
 * @returns what {@link merge} makes the second out of the first by; empty where they are alike
 */
export function editsBetween(before: unknown, after: unknown, path: EditKey[] = []): Edit[] {
	if (Object.is(before, after)) return [];
	if (named(before) && named(after) && before.length + after.length > 0)
		return listEdits(before, after, path);
	if (!isFields(before) || !isFields(after))
		return alike(before, after) ? [] : [edit(path, before, after)];
	const keys = new Set([...Object.keys(before), ...Object.keys(after)]);
	return [...keys].flatMap((key) => editsBetween(before[key], after[key], [...path, key]));
}

function listEdits(before: Item[], after: Item[], path: EditKey[]): Edit[] {
	const now = new Map(after.map((item) => [idOf(item)!, item]));
	const was = new Map(before.map((item) => [idOf(item)!, item]));
	const ids = [...new Set([...was.keys(), ...now.keys()])];
	const items = ids.flatMap((id) => editsBetween(was.get(id), now.get(id), [...path, { id }]));
	// where the items leave it, those that are new at its end
	const left = ids.filter((id) => now.has(id));
	const wanted = [...now.keys()];
	return alike(left, wanted) ? items : [...items, edit([...path, ORDER], left, wanted)];
}

/** What stands at a path; undefined: nothing. */
export function standsAt(document: unknown, path: readonly EditKey[]): unknown {
	return path.reduce<unknown>((here, key) => {
		if (Array.isArray(here)) {
			if (key === ORDER) return here.map(idOf);
			return typeof key === 'string' ? undefined : here.find((item) => idOf(item) === key.id);
		}
		return isFields(here) && typeof key === 'string' ? here[key] : undefined;
	}, document);
}

export interface Merge<T> {
	document: T;
	/** Edits that were not made, since what they changed has been changed otherwise. */
	clashes: Clash[];
}

/**
 * Makes changes over a document that may have moved on: one that is made there already is none, one whose thing
 * was changed otherwise is left out and said.
 *
 * @param force makes those too, as far as there is still something to make them in
 */
export function merge<T>(document: T, edits: readonly Edit[], force = false): Merge<T> {
	const clashes: Clash[] = [];
	let next: unknown = document;
	for (const one of edits) {
		const here = standsAt(next, one.path);
		if (one.path.at(-1) === ORDER) {
			const order = orderOver(here, one);
			if (order === null && !force) clashes.push({ ...one, theirs: here });
			else next = put(next, one.path, order ?? sorted(here, one.now)) ?? next;
			continue;
		}
		if (alike(here, one.now) && (here !== undefined || holds(next, one.path))) continue;
		const made = force || alike(here, one.was) ? put(next, one.path, one.now) : null;
		if (made === null) clashes.push({ ...one, ...(here !== undefined && { theirs: here }) });
		else next = made;
	}
	return { document: next as T, clashes };
}

/** There is something this would be in, were it there. */
function holds(document: unknown, path: readonly EditKey[]): boolean {
	const parent = standsAt(document, path.slice(0, -1));
	return typeof path.at(-1) === 'string' ? isFields(parent) : named(parent);
}

/** The order a list is to have; null: it was put in another one meanwhile. */
function orderOver(here: unknown, { was, now }: Edit): string[] | null {
	if (!Array.isArray(here)) return null;
	const ids = here as string[];
	const [before, after] = [was as string[], now as string[]];
	const both = (list: string[], other: string[]) => list.filter((id) => other.includes(id));
	const known = both(ids, before);
	if (alike(known, both(before, ids)) || alike(both(ids, after), both(after, ids)))
		return sorted(ids, after);
	return null;
}

/** Ids in an order that names some of them; the others stay behind. */
function sorted(ids: unknown, order: unknown): string[] {
	const [here, wanted] = [(ids ?? []) as string[], order as string[]];
	return [
		...wanted.filter((id) => here.includes(id)),
		...here.filter((id) => !wanted.includes(id))
	];
}

/** A document with something else at a path, sharing what is not on it; null: there is nothing to put it in. */
function put(here: unknown, path: readonly EditKey[], value: unknown): unknown {
	const [key, ...rest] = path;
	if (key === undefined) return value;
	if (Array.isArray(here)) return putInList(here, key, rest, value);
	if (!isFields(here) || typeof key !== 'string') return null;
	const inner = rest.length === 0 ? value : put(here[key], rest, value);
	if (inner === null && rest.length > 0) return null;
	const copy = { ...here };
	if (inner === undefined) delete copy[key];
	else copy[key] = inner;
	return copy;
}

function putInList(
	list: unknown[],
	key: EditKey,
	rest: readonly EditKey[],
	value: unknown
): unknown[] | null {
	if (key === ORDER) {
		const order = value as string[];
		return [...list].sort((a, b) => order.indexOf(idOf(a)!) - order.indexOf(idOf(b)!));
	}
	if (typeof key === 'string' || !named(list)) return null;
	const items: unknown[] = list;
	const at = items.findIndex((item) => idOf(item) === key.id);
	if (rest.length === 0) {
		if (value === undefined) return at < 0 ? items : items.toSpliced(at, 1);
		return at < 0 ? [...items, value] : items.with(at, value);
	}
	const inner = at < 0 ? null : put(items[at], rest, value);
	return inner === null ? null : items.with(at, inner);
}
