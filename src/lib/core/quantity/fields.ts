import { z } from 'zod';
import type { Issue } from './problem';
import { coreUnitOf, type Quantity } from './units';

interface Bounds {
	min?: number;
	max?: number;
	/** Strictly greater than this. */
	above?: number;
	/** Strictly less than this. */
	below?: number;
	whole?: boolean;
}

/**
 * A numeric field that explains itself: whatever is wrong with it (missing, text, out of range, not
 * whole), the message names the field, the accepted range and its unit, so the grower can mend it.
 *
 * @param name what a grower calls it, e.g. "inner diameter"
 * @param of what it is a figure of: its unit and rounding follow
 * @param bounds inclusive `min`/`max`, exclusive `above`/`below`, `whole` for counts
 */
export const quantity = (name: string, of: Quantity, bounds: Bounds = {}) =>
	numberOf(name, coreUnitOf(of), bounds).meta({ title: name, quantity: of });

/** The same for a unit that no quantity has. */
export function numberOf(name: string, unit: string, bounds: Bounds = {}) {
	const message = `${name} must be ${describe(unit, bounds)}`;
	const error = () => message;
	let schema = bounds.whole ? z.number({ error }).int({ error }) : z.number({ error });
	if (bounds.min !== undefined) schema = schema.min(bounds.min, { error });
	if (bounds.max !== undefined) schema = schema.max(bounds.max, { error });
	if (bounds.above !== undefined) schema = schema.gt(bounds.above || NOTHING, { error });
	if (bounds.below !== undefined) schema = schema.lt(bounds.below, { error });
	return schema;
}

/** What a field says of itself, for a form: its name, what it is a figure of, or what may be chosen. */
export interface FieldMeta {
	title?: string;
	quantity?: Quantity;
	/** The list of the shelf it names an item of, and which kind of item. */
	shelf?: string;
	use?: string;
	/** Words that may stand here, each as a grower reads it. */
	options?: Record<string, string>;
}

function describe(unit: string, { min, max, above, below, whole }: Bounds): string {
	const kind = whole ? 'a whole number' : 'a number';
	const low =
		min !== undefined ? `from ${show(min)}` : above !== undefined ? `over ${show(above)}` : '';
	const high =
		max !== undefined ? `to ${show(max)}` : below !== undefined ? `under ${show(below)}` : '';
	return [kind, low, high, unit].filter(Boolean).join(' ');
}

// one for all: making one takes as long as a hundred numbers, and every field has two limits
const LIMIT = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 6 });
const show = (n: number): string => LIMIT.format(n);

/** Over zero means over this: what is smaller is no litre, millimetre or percent of anything. */
const NOTHING = 1e-12;

const KINDS: Record<string, string> = {
	object: 'a set of fields { … }',
	array: 'a list',
	string: 'text',
	boolean: 'true or false',
	number: 'a number'
};

// What no field says for itself is said here, in words instead of a parser's.
z.config({
	customError: (issue) => {
		if (issue.code === 'invalid_type') return `must be ${KINDS[issue.expected] ?? issue.expected}`;
		if (issue.code === 'invalid_value')
			return `must be one of ${issue.values.map(String).join(', ')}`;
		if (issue.code === 'too_small') return `must hold at least ${issue.minimum}`;
		if (issue.code === 'too_big') return `must hold at most ${issue.maximum}`;
		if (issue.code === 'invalid_union') return 'is none of the forms it may take';
		return undefined;
	}
});

/** A short name given by the application or the grower: not empty nor only spaces, at most `max` characters. */
export const text = (name: string, max = 120, min = 1) => {
	const error = () => `${name} must be text of ${min} to ${max} characters`;
	return z
		.string({ error })
		.min(min, { error })
		.max(max, { error })
		.refine((words) => words.trim().length >= min, { error });
};

/** An id: short, no spaces at the ends. */
export const id = (name = 'id') => text(name, 80);

/** An id that stands in paths and in the ids of what belongs to it: none of the marks those are made of. */
export const key = (name: string) =>
	id(name).regex(/^[^./[\]]+$/, { error: () => `${name} must not contain . / [ or ]` });

/** One of a fixed set of words; the message lists them. */
export const oneOf = <const T extends readonly [string, ...string[]]>(name: string, words: T) =>
	z.enum(words, { error: () => `${name} must be one of ${words.join(', ')}` });

/** Adds an issue at `ids[n].id` for each id that stands earlier in the list. */
export function refuseRepeats(
	context: z.core.$RefinementCtx,
	list: readonly { id: string }[],
	path: string
): void {
	const seen = new Set<string>();
	list.forEach((item, index) => {
		if (seen.has(item.id))
			context.addIssue({
				code: 'custom',
				path: [path, index, 'id'],
				message: `the id "${item.id}" is used twice`
			});
		seen.add(item.id);
	});
}

/** More faults than these in one answer help nobody. */
const MOST_ISSUES = 50;

/** Zod's issues as ours: dotted paths, and each unknown field at a path of its own; the first fifty. */
export function toIssues(error: z.ZodError): Issue[] {
	return error.issues
		.slice(0, MOST_ISSUES)
		.flatMap((issue) => flatten(issue, []))
		.slice(0, MOST_ISSUES);
}

function flatten(issue: z.core.$ZodIssue, before: PropertyKey[]): Issue[] {
	const path = [...before, ...issue.path];
	if (issue.code === 'unrecognized_keys')
		return issue.keys.map((key) => ({
			path: join([...path, key]),
			message: `unknown field "${key}"`
		}));
	if (issue.code === 'invalid_union' && issue.errors.length > 0) {
		// The branch that failed deepest is the one that was meant.
		const depth = (branch: z.core.$ZodIssue[]) =>
			branch.reduce((most, i) => Math.max(most, i.path.length), 0);
		const best = [...issue.errors].sort((a, b) => depth(b) - depth(a) || a.length - b.length)[0];
		if (best) return best.flatMap((inner) => flatten(inner, path));
	}
	return [{ path: join(path), message: issue.message }];
}

const join = (path: PropertyKey[]): string => path.map(String).join('.');
