import {
	FILE_VERSION,
	planSchema,
	recordSchema,
	upgradePlan,
	type Plan,
	type SystemRecord
} from '$lib/core/design';
import type { ShelfItem } from '$lib/core/shelf';
import { readDocument } from './unreadable';

/** A plan as it is written into a row. */
export const planDocument = ({ design, operation }: Plan): string =>
	JSON.stringify({ schemaVersion: FILE_VERSION, design, operation });

type Upgraded = { design?: unknown; operation?: unknown; record?: unknown; shelf?: ShelfItem[] };

/** @throws Unreadable */
export const readPlan = (document: string | null): Plan =>
	readDocument(document, planSchema, (raw) => {
		const { design, operation } = upgradePlan(raw) as Upgraded;
		return { design, operation };
	});

/** A record as it is written into a row. */
export const recordDocument = (record: SystemRecord): string =>
	JSON.stringify({ schemaVersion: FILE_VERSION, record });

/** A record from its own row, or, where it has none yet, out of a plan of version 1. @throws Unreadable */
export const readRecord = (document: string | null, plan: string | null): SystemRecord =>
	readDocument(document ?? plan, recordSchema, (raw) => (upgradePlan(raw) as Upgraded).record);

/** Prices a plan of version 1 carried. */
export function pricesIn(plan: string): ShelfItem[] {
	try {
		return (upgradePlan(JSON.parse(plan)) as Upgraded).shelf ?? [];
	} catch {
		return [];
	}
}
