import { partsSchema, setPaths, type Change, type PartName, type Parts } from '$lib/core/design';

/** Why the parts a change touches would not be valid, in the schema's words; null where they are. */
export function refusalOf(parts: Parts, changes: readonly Change[]): string | null {
	const next = setPaths(parts, changes);
	for (const [name, schema] of Object.entries(partsSchema.shape)) {
		const part = next[name as PartName];
		if (part === parts[name as PartName]) continue;
		const { error } = schema.safeParse(part);
		if (error) return error.issues[0]?.message ?? 'This cannot be.';
	}
	return null;
}
