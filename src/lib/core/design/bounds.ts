import { z } from 'zod';
import type { FieldMeta } from '../quantity';
import { keysOf, stepInto } from './change';
import { partsSchema } from './parts';

export interface Bounds {
	min: number;
	max: number;
	whole: boolean;
}

/**
 * What the schema accepts at a path of a document, of a whole one unless told: for fields and handles, so that a range is
 * written down once. Undefined where the path leads to no number.
 */
export function boundsAt(
	document: unknown,
	path: string,
	schema: z.ZodType = partsSchema
): Bounds | undefined {
	const at = bare(schemaAt(document, path, schema));
	if (!(at instanceof z.ZodNumber)) return undefined;
	return {
		min: at.minValue ?? -Infinity,
		max: at.maxValue ?? Infinity,
		whole: at.format === 'safeint'
	};
}

/** What the schema says of a field of a document, of a whole one unless told: its title, unit and choices; undefined where it has none. */
export const fieldAt = (
	document: unknown,
	path: string,
	schema: z.ZodType = partsSchema
): FieldMeta | undefined => bare(schemaAt(document, path, schema))?.meta() as FieldMeta | undefined;

function schemaAt(document: unknown, path: string, schema: z.ZodType): z.ZodType | undefined {
	let at: z.ZodType | undefined = schema;
	let value = document;
	for (const key of keysOf(path)) {
		// one item of a list is like another: which of them it is does not matter to its schema
		at = inside(at, typeof key === 'string' ? key : '', value);
		value = stepInto(value, key);
	}
	return at;
}

function bare(schema: z.ZodType | undefined): z.ZodType | undefined {
	let at = schema;
	while (
		at instanceof z.ZodNullable ||
		at instanceof z.ZodOptional ||
		at instanceof z.ZodDefault ||
		at instanceof z.ZodPrefault
	)
		at = at.unwrap() as z.ZodType;
	return at;
}

function inside(schema: z.ZodType | undefined, key: string, value: unknown): z.ZodType | undefined {
	const at = bare(schema);
	if (at instanceof z.ZodObject) return at.shape[key] as z.ZodType | undefined;
	if (at instanceof z.ZodArray) return at.element as z.ZodType;
	if (at instanceof z.ZodRecord) return at.valueType as z.ZodType;
	if (at instanceof z.ZodDiscriminatedUnion) {
		// the branch the document is in, or the first that knows the key
		const branches = at.options as z.ZodType[];
		const mine = branches.find((branch) => branch.safeParse(value).success);
		return [mine, ...branches]
			.filter((branch) => branch !== undefined)
			.map((branch) => inside(branch, key, value))
			.find((found) => found !== undefined);
	}
	return undefined;
}
