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
	let next: unknown = design;
	for (const { path, value } of changes) next = setAt(next, path.split('.'), value);
	const touched = (assumed: string) =>
		changes.some(({ path }) => path === assumed || path.startsWith(`${assumed}.`));
	const result = next as Design;
	return result.assumed.some(touched)
		? { ...result, assumed: result.assumed.filter((path) => !touched(path)) }
		: result;
}

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
