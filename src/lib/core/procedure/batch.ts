import { z } from 'zod';
import { id, oneOf, quantity, text, upgradeRow, versionOf } from '../quantity';
import { act, stepSchema, type Expected, type Step } from './step';

/** What went wrong where a reading was off, as the grower says. */
export const OFF_CAUSES = {
	scale: 'something was weighed or poured wrong',
	water: 'the water is harder than was said',
	bottle: 'the wrong bottle, or one twice',
	meter: 'the meter may be off'
} as const;
export type OffCause = keyof typeof OFF_CAUSES;

export const batchSchema = z.strictObject({
	id: id('batch'),
	on: z.iso.date('mixed on must be a date, YYYY-MM-DD'),
	/** A fill of the tank, or two bottles of concentrate. */
	what: oneOf('what is mixed', ['fill', 'bottles']),
	/** Half done, ended in the tank, or given up. */
	state: oneOf('state of the batch', ['open', 'done', 'dropped']),
	litres: quantity('mixed', 'volume', { above: 0, max: 1e6 }),
	aimMsCm: quantity('strength', 'strength', { min: 0, max: 20 }),
	/** What it takes of the shelf, in grams or millilitres. */
	items: z
		.array(
			z.strictObject({
				of: text('ingredient', 60),
				name: text('name', 60),
				amount: z.number().min(0),
				unit: oneOf('unit', ['g', 'mL'])
			})
		)
		.max(60),
	/** As it stood when it was begun: a design changed meanwhile does not change it. */
	steps: z.array(stepSchema).max(80),
	/** Ids of the steps that are done. */
	done: z.array(text('step', 40)).max(80),
	/** When the wait that runs is over, ms since 1970; null: none runs. */
	waitUntil: z.number().nullable(),
	readMsCm: quantity('strength read', 'strength', { min: 0, max: 20 }).nullable(),
	readPh: quantity('pH read', 'ratio', { min: 2, max: 12 }).nullable(),
	/** Readings that were off, what was said of them, and that the rest was planned anew. */
	off: z
		.array(
			z.strictObject({
				what: oneOf('what is read', ['strength', 'ph']),
				read: z.number(),
				cause: oneOf('cause', Object.keys(OFF_CAUSES) as [OffCause, ...OffCause[]])
			})
		)
		.max(20)
});
export type Batch = z.infer<typeof batchSchema>;

/** The version of a batch's row: raised once whenever its schema changes, with the upgrade. */
export const BATCH_VERSION = 2;

/** A batch as it is written into its row. */
export const batchDocument = (batch: Batch): string =>
	JSON.stringify({ schemaVersion: BATCH_VERSION, batch });

/** A batch's row of any version brought up to this one; those before versions are the batch alone. @throws InvalidInput where it is newer */
export function upgradeBatch(raw: unknown): unknown {
	const batch = upgradeRow(raw, 'batch', BATCH_VERSION);
	return versionOf(raw) < 2 ? asProse(batch) : batch;
}

/** A step as it was before it was data. */
interface Written {
	id: string;
	text: string;
	amount: string | null;
	waitMin: number | null;
	expect: Expected | null;
	caution: string | null;
}
/** Steps that were written out when the card was begun stay as they were, and are known as such. */
function asProse(batch: unknown): unknown {
	if (typeof batch !== 'object' || batch === null) return batch;
	const { steps, ...rest } = batch as { steps?: unknown };
	if (!Array.isArray(steps)) return batch;
	return { ...rest, steps: steps.map((step) => proseOf(step as Written)) };
}
function proseOf({ id, text, amount, waitMin, expect, caution }: Written): Step {
	const [, round] = /^again-.*-(\d+)$/.exec(id) ?? [];
	const changes = id.startsWith('ph') ? 'ph' : amount === null || expect ? 'nothing' : 'strength';
	return act('prose', id, {
		...{ waitMin, expect, changes, round: Number(round ?? 0) },
		prose: { text, amount, caution }
	});
}
/** It was written before steps were data. */
export const isProse = ({ steps }: Pick<Batch, 'steps'>): boolean =>
	steps.some(({ verb }) => verb === 'prose');

/** Whose card it is: the device it is worked through on, what it calls itself, and since when, ms since 1970. */
export const holderSchema = z.strictObject({
	device: id('device'),
	name: text('name of the device', 40),
	since: z.number()
});
export type Holder = z.infer<typeof holderSchema>;

/** The step that is next; null: all are done. */
export const nextStep = ({ steps, done }: Pick<Batch, 'steps' | 'done'>): Step | null =>
	steps.find(({ id }) => !done.includes(id)) ?? null;
