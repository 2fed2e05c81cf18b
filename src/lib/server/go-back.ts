import { and, desc, eq } from 'drizzle-orm';
import type { Parts, Plan, SystemRecord } from '$lib/core/design';
import { database, write } from './database';
import { rowOf } from './designs';
import { readPlace } from './places';
import { pool, TaskFault } from './pool';
import { designs, recordRevisions, revisions } from './schema';
import { readPlan, readRecord } from './stored';
import { attempt } from './unreadable';

/** A version to stand at: of the plan and of the record. */
interface Version {
	plan: number;
	record: number | null;
	parts: Omit<Parts, 'place'>;
}

/**
 * Goes back to the newest version before this one that can be read and that passes `drawn`: the way out of a
 * system that cannot be drawn. False: there is none. The versions passed over stay in its history.
 */
export async function goBack(
	id: string,
	drawn: (parts: Parts) => Promise<boolean> = canBeDrawn
): Promise<boolean> {
	const row = await rowOf(database(), id);
	if (!row) return false;
	const place = attempt(() => readPlace(row.place_revisions?.document ?? null));
	if (!('value' in place)) return false;
	for (const { plan, record, parts } of await versionsBefore(id, row.designs)) {
		if (!(await drawn({ ...parts, place: place.value }))) continue;
		return write(async (tx) => {
			await tx
				.update(designs)
				.set({ current: plan, record })
				.where(and(eq(designs.id, id), eq(designs.current, row.designs.current)));
			return true;
		});
	}
	return false;
}

/** Versions that can be read, in the order they are tried: what changes least first. */
async function versionsBefore(
	id: string,
	now: { current: number; record: number | null }
): Promise<Version[]> {
	const plans = await plansOf(id, now.current);
	const records = await recordsOf(id, now.record);
	const [mine, ...older] = plans;
	const put = (plan: (typeof plans)[number], record: StoredRecord): Version[] =>
		plan.value === null || record.value === null
			? []
			: [{ plan: plan.id, record: record.id, parts: { ...plan.value, record: record.value } }];
	// a record that cannot be read is no fault of the plan: then an older one does under the same plan
	const standing = records.find((one) => one.value !== null);
	const kept = standing === records[0] ? [] : mine && standing ? put(mine, standing) : [];
	const own = (plan: (typeof plans)[number]) => standing ?? { id: null, value: plan.record };
	return [
		...kept,
		...older.flatMap((plan) => put(plan, own(plan))),
		// where no plan can be drawn with it, it may be the record itself
		...(mine ? records.slice(1).flatMap((record) => put(mine, record)) : [])
	];
}

interface StoredPlan {
	id: number;
	value: Plan | null;
	/** Version 1 had it in its plan. */
	record: SystemRecord | null;
}

/** The plan that stands and those it was made from; where even that chain is broken, simply the newest before it. */
async function plansOf(id: string, current: number): Promise<StoredPlan[]> {
	const all = await database()
		.select()
		.from(revisions)
		.where(eq(revisions.designId, id))
		.orderBy(desc(revisions.id));
	const byId = new Map(all.map((one) => [one.id, one]));
	const mine = byId.get(current);
	const parents: typeof all = [];
	for (let at = mine?.parent; at != null && byId.has(at); at = byId.get(at)!.parent)
		parents.push(byId.get(at)!);
	const before = parents.length > 0 ? parents : all.filter((one) => one.id !== current);
	return [mine ?? { id: current, document: null }, ...before].map(({ id, document }) => ({
		id,
		value: readable(() => readPlan(document)),
		record: readable(() => readRecord(null, document))
	}));
}

interface StoredRecord {
	/** null: it stands in a plan of version 1. */
	id: number | null;
	value: SystemRecord | null;
}

/** The record that stands and those before it, the newest first. */
async function recordsOf(id: string, current: number | null): Promise<StoredRecord[]> {
	if (current === null) return [];
	const all = await database()
		.select()
		.from(recordRevisions)
		.where(eq(recordRevisions.designId, id))
		.orderBy(desc(recordRevisions.id));
	return all
		.filter((one) => one.id <= current)
		.map(({ id, document }) => ({ id, value: readable(() => readRecord(document, null)) }));
}

function readable<T>(read: () => T): T | null {
	const made = attempt(read);
	return 'value' in made ? made.value : null;
}

/** Tried in the pool; what only takes too long is no reason to go back further. */
async function canBeDrawn(parts: Parts): Promise<boolean> {
	try {
		return await pool().run('prove', parts);
	} catch (fault) {
		return !(fault instanceof TaskFault);
	}
}
