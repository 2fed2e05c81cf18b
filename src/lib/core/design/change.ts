import type { Design } from './design';

/** A real change to a design: set what stands at a dotted path. `undefined` removes it. */
export interface Change {
	path: string;
	value: unknown;
}

/**
 * The design with changes applied. Only what lies on a changed path is copied; everything else is shared,
 * so later stages can see by identity what they need not work out again. Touched defaults are no longer
 * "assumed".
 */
export function applyChanges(design: Design, changes: readonly Change[]): Design {
	const next = setPaths(design, changes);
	const touched = (assumed: string) =>
		changes.some(({ path }) => path === assumed || path.startsWith(`${assumed}.`));
	return next.assumed.some(touched)
		? { ...next, assumed: next.assumed.filter((path) => !touched(path)) }
		: next;
}

/** Any document with changes applied, sharing what they do not touch. */
export const setPaths = <T>(document: T, changes: readonly Change[]): T =>
	changes.reduce<unknown>(
		(next, { path, value }) => setAt(next, path.split('.'), value),
		document
	) as T;

function setAt(target: unknown, path: readonly string[], value: unknown): unknown {
	const [key, ...rest] = path;
	if (key === undefined) return value;
	const inner = target as Record<string, unknown>;
	const next = setAt(inner?.[key], rest, value);
	if (Array.isArray(target)) return target.map((item, i) => (String(i) === key ? next : item));
	const copy = { ...inner };
	if (next === undefined) delete copy[key];
	else copy[key] = next;
	return copy;
}

/** What stands at a dotted path, or undefined. */
export const valueAt = (design: unknown, path: string): unknown =>
	path
		.split('.')
		.reduce<unknown>((here, key) => (here as Record<string, unknown> | undefined)?.[key], design);

export interface Difference {
	path: string;
	mine: unknown;
	theirs: unknown;
}

/** Where two documents differ, by dotted path, down to the last plain values. */
export function differences(mine: unknown, theirs: unknown, path = ''): Difference[] {
	if (Object.is(mine, theirs)) return [];
	const open = (value: unknown): value is Record<string, unknown> =>
		typeof value === 'object' && value !== null;
	if (!open(mine) || !open(theirs)) return [{ path, mine, theirs }];
	const keys = new Set([...Object.keys(mine), ...Object.keys(theirs)]);
	return [...keys].flatMap((key) =>
		differences(mine[key], theirs[key], path === '' ? key : `${path}.${key}`)
	);
}
