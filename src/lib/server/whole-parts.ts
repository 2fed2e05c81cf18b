import { eq } from 'drizzle-orm';
import {
	editsBetween,
	type Edit,
	type Place,
	type Plan,
	type SystemRecord
} from '$lib/core/design';
import { planOf, saveDesign, type Outcome } from './changing';
import { database } from './database';
import { findDesign, revisionRow } from './designs';
import { placeRevisionRow, readPlace } from './places';
import { recordRevisions } from './schema';
import { readPlan, readRecord } from './stored';

/** Whole parts, each with the revision it was made from: a change as a program of one's own may give it. */
export interface Whole {
	base: number;
	label: string;
	request?: string;
	plan?: Plan | undefined;
	record?: { base: number; document: SystemRecord } | undefined;
	place?: { base: number; document: Place } | undefined;
}

/** Saves whole parts as what they change of the revisions they were made from. @throws InvalidInput, Overload */
export async function saveWhole(id: string, whole: Whole): Promise<Outcome> {
	const { base, label, request } = whole;
	const edits = await editsOf(id, whole);
	if (edits)
		return saveDesign(id, { base, label, edits, ...(request !== undefined && { request }) });
	const stored = await findDesign(id);
	return stored ? { kind: 'stale', stored, clashes: [] } : { kind: 'gone' };
}

/** What whole parts change of the revisions they were made from; undefined: there are none of these. */
async function editsOf(
	id: string,
	{ base, plan, record, place }: Whole
): Promise<Edit[] | undefined> {
	const tx = database();
	const at = await revisionRow(tx, base);
	if (at?.designId !== id) return undefined;
	const edits = plan ? editsBetween(readPlan(at.document), planOf(plan)) : [];
	if (record) {
		const [row] = await tx
			.select()
			.from(recordRevisions)
			.where(eq(recordRevisions.id, record.base));
		if (row ? row.designId !== id : record.base !== 0) return undefined;
		const was = readRecord(row?.document ?? null, at.document);
		edits.push(...editsBetween({ record: was }, { record: record.document }));
	}
	if (place) {
		const row = await placeRevisionRow(tx, place.base);
		if (!row) return undefined;
		const was = readPlace(row.document);
		edits.push(...editsBetween({ place: was }, { place: place.document }));
	}
	return edits;
}
