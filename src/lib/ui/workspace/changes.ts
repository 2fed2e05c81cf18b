import {
	differences,
	partsSchema,
	setPaths,
	type Change,
	type PartName,
	type Parts
} from '$lib/core/design';

/** What one undo step goes back to: the plan, and the place as far as it was changed from here. */
export type Snapshot = Omit<Parts, 'record'>;

/** The very same plan and place, as undo knows them. */
export const samePlan = (a: Snapshot, b: Snapshot): boolean =>
	a.design === b.design && a.operation === b.operation && a.place === b.place;

/** What changed from one state to the next, as one save. */
export const saveOf = (
	before: Parts,
	{ design, operation, record, place }: Parts,
	label: string
) => ({
	verb: 'save' as const,
	plan: design === before.design && operation === before.operation ? null : { design, operation },
	record: record === before.record ? null : record,
	place: place === before.place ? null : place,
	label
});

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

/**
 * What this page changed since the server last knew it, over what stands there now. A plan is one thing: ours
 * where we changed it, else theirs. Of record and place only what we changed is set over theirs, so that what they
 * noted beside it stays.
 */
export function oursOver(ours: Parts, known: Parts, theirs: Parts): Parts {
	const untouched = (['design', 'operation'] as const).every(
		(part) => differences(ours[part], known[part]).length === 0
	);
	const { design, operation } = untouched ? theirs : ours;
	return {
		design,
		operation,
		record: setOver('record', ours, known, theirs),
		place: setOver('place', ours, known, theirs)
	};
}

function setOver<K extends 'record' | 'place'>(
	part: K,
	ours: Parts,
	known: Parts,
	theirs: Parts
): Parts[K] {
	const changes = differences(ours[part], known[part]).map(({ path, mine }) => ({
		path,
		value: mine
	}));
	if (changes.length === 0) return theirs[part];
	const parsed = partsSchema.shape[part].safeParse(setPaths(theirs[part], changes));
	return parsed.success ? (parsed.data as Parts[K]) : ours[part];
}
