import {
	differences,
	partsSchema,
	setPaths,
	valueAt,
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

/** What stands where ours is kept, and whether all they changed beside it stands as well. */
export interface Merged {
	parts: Parts;
	/** Nothing of theirs was lost but where both changed the same. */
	whole: boolean;
}

/**
 * What this page changed since the server last knew it, over what stands there now: only the fields we changed
 * are set, so that what they changed beside it stays. Where that is no system that can be kept, a plan is ours as
 * a whole, and that is told.
 */
export function oursOver(ours: Parts, known: Parts, theirs: Parts): Merged {
	const over = <K extends PartName>(part: K) => setOver(part, ours, known, theirs);
	const [design, operation, record, place] = [
		over('design'),
		over('operation'),
		over('record'),
		over('place')
	];
	const planned = design !== null && operation !== null;
	return {
		parts: {
			design: planned ? design : ours.design,
			operation: planned ? operation : ours.operation,
			record: record ?? ours.record,
			place: place ?? ours.place
		},
		whole: planned && record !== null && place !== null
	};
}

/** Our changes over theirs; null: together they cannot be kept. */
function setOver<K extends PartName>(
	part: K,
	ours: Parts,
	known: Parts,
	theirs: Parts
): Parts[K] | null {
	const changes = differences(ours[part], known[part]).map(({ path, mine }) => ({
		path,
		value: mine
	}));
	if (changes.length === 0) return theirs[part];
	try {
		const parsed = partsSchema.shape[part].safeParse(setPaths(theirs[part], changes));
		if (!parsed.success) return null;
		// what we changed may be no longer there
		const stands = changes.every(
			({ path, value }) => JSON.stringify(valueAt(parsed.data, path)) === JSON.stringify(value)
		);
		return stands ? (parsed.data as Parts[K]) : null;
	} catch {
		return null;
	}
}
