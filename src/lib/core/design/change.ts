import type { Parts } from './parts';

/** A real change to a document: set what stands at a path. `undefined` removes it. */
export interface Change {
	/** Keys with dots between, the part's name first; an item of a list by its id: `design.stands[id=rail].pitchMm`. */
	path: string;
	value: unknown;
}

/** A step of a path: a key, a place in a list, or an item of a list by its id. */
type Key = string | { id: string };

const STEP = /\[id=([^\]]*)\]|([^.[\]]+)/g;
/** The steps of a path. */
export const keysOf = (path: string): Key[] =>
	Array.from(path.matchAll(STEP), ([, id, key]) => (id === undefined ? key! : { id }));

/** The stand of an id; undefined: there is none. */
export const standOf = <S extends { id: string }>(
	{ stands }: { stands: readonly S[] },
	id: string | null | undefined
): S | undefined => stands.find((stand) => stand.id === id);

/** The path to a field of a stand, whichever place of the list it has. */
export const standPath = ({ id }: { id: string }, field: string): string =>
	`design.stands[id=${id}].${field}`;

/** The path to a field of a lamp. */
export const lampPath = ({ id }: { id: string }, field: string): string =>
	`design.lamps[id=${id}].${field}`;

/** Where a step leads in a list; -1: nowhere. */
function indexIn(list: readonly unknown[], key: Key): number {
	if (typeof key === 'string') return Number(key) in list ? Number(key) : -1;
	return list.findIndex((item) => (item as { id?: unknown } | null)?.id === key.id);
}

/** What one step leads to. */
export function stepInto(here: unknown, key: Key): unknown {
	if (Array.isArray(here)) return here[indexIn(here, key)];
	return typeof key === 'string' ? (here as Record<string, unknown> | undefined)?.[key] : undefined;
}

/**
 * The parts with changes applied. Only what lies on a changed path is copied; everything else is shared, so
 * later stages can see by identity what they need not work out again. Touched defaults are no longer "assumed".
 *
 * @throws RangeError where a path begins with no part, or leads to an item a list has not
 */
export function applyChanges<P extends Pick<Parts, 'design'>>(
	parts: P,
	changes: readonly Change[]
): P {
	for (const { path } of changes) {
		const [part] = keysOf(path);
		if (typeof part !== 'string' || !(part in parts))
			throw new RangeError(`there is no part at ${path}`);
	}
	const next = setPaths(parts, changes);
	const touched = (assumed: string) =>
		changes.some(({ path }) => path === assumed || path.startsWith(`${assumed}.`));
	const { design } = next;
	if (!design.assumed.some(touched)) return next;
	return {
		...next,
		design: { ...design, assumed: design.assumed.filter((path) => !touched(path)) }
	};
}

/** Any document with changes applied, sharing what they do not touch. @throws RangeError where a list has no such item */
export const setPaths = <T>(document: T, changes: readonly Change[]): T =>
	changes.reduce<unknown>(
		(next, { path, value }) => setAt(next, keysOf(path), value, path),
		document
	) as T;

function setAt(target: unknown, path: readonly Key[], value: unknown, whole: string): unknown {
	const [key, ...rest] = path;
	if (key === undefined) return value;
	if (Array.isArray(target)) {
		const at = indexIn(target, key);
		if (at < 0) throw new RangeError(`there is nothing at ${whole}`);
		return target.with(at, setAt(target[at], rest, value, whole));
	}
	if (typeof key !== 'string') throw new RangeError(`there is no list at ${whole}`);
	const inner = target as Record<string, unknown>;
	const next = setAt(inner?.[key], rest, value, whole);
	const copy = { ...inner };
	if (next === undefined) delete copy[key];
	else copy[key] = next;
	return copy;
}

/** What stands at a path, or undefined. */
export const valueAt = (document: unknown, path: string): unknown =>
	keysOf(path).reduce<unknown>(stepInto, document);

export interface Difference {
	path: string;
	mine: unknown;
	theirs: unknown;
}

type Item = { id: string };
const withIds = (list: readonly unknown[]): list is readonly Item[] =>
	list.every((item) => typeof (item as Partial<Item> | null)?.id === 'string');

/** Where two documents differ, by path, down to the last plain values; a list that grew or shrank as a whole. */
export function differences(mine: unknown, theirs: unknown, path = ''): Difference[] {
	if (Object.is(mine, theirs)) return [];
	const open = (value: unknown): value is Record<string, unknown> =>
		typeof value === 'object' && value !== null;
	if (!open(mine) || !open(theirs)) return [{ path, mine, theirs }];
	const at = (key: string) => (path === '' ? key : `${path}.${key}`);
	if (Array.isArray(mine) && Array.isArray(theirs)) {
		if (mine.length !== theirs.length) return [{ path, mine, theirs }];
		const named = mine.length > 0 && withIds(mine) && withIds(theirs);
		if (named && mine.some(({ id }, i) => theirs[i]!.id !== id)) return [{ path, mine, theirs }];
		return mine.flatMap((item: unknown, i) =>
			differences(item, theirs[i], named ? `${path}[id=${mine[i]!.id}]` : at(String(i)))
		);
	}
	const keys = new Set([...Object.keys(mine), ...Object.keys(theirs)]);
	return [...keys].flatMap((key) => differences(mine[key], theirs[key], at(key)));
}
