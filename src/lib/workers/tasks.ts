import type { NewSystem, Parts, Place, System } from '../core/design';
import type { Batch } from '../core/procedure';
import { newBatch } from '../core/logbook';
import { SystemModel } from '../core/model';
import { PARAMETERS } from '../core/parameters';
import { assessModel, calculate, modelFrom, type Answer } from '../core/operations';
import { begin } from '../core/edit';
import { shelfWith, type ShelfItem } from '../core/shelf';
import { cardOf, plainCardOf, type Card } from '../core/picture';

/** Work a server hands to its pool, by name: everything that runs the model. */
export const TASKS = {
	calculate: (op: string, input: unknown): Answer => calculate(op, input),
	/** A system as it hangs on the wall at home; also the proof that it can be drawn. */
	card: (parts: Parts, own: readonly ShelfItem[], today: string): Card =>
		cardOf(parts, shelfWith(own), today),
	/** The same without flows and judgement, for one that takes too long for that. */
	plainCard: (parts: Parts, own: readonly ShelfItem[]): Card => plainCardOf(parts, shelfWith(own)),
	/** A batch as its card is on that day. */
	batch: (parts: Parts, own: readonly ShelfItem[], id: string, on: string, what: Batch['what']) =>
		newBatch(new SystemModel(parts, shelfWith(own), PARAMETERS, on), id, on, what),
	/** Throws where a system cannot be worked out. */
	prove: (parts: Parts): true => {
		assessModel(modelFrom(parts));
		return true;
	},
	/** A new system, or why it is not begun so. */
	start: (start: NewSystem, place: Place, own: readonly ShelfItem[]): System | string => {
		const { parts, refused } = begin(start, place, shelfWith(own));
		if (refused !== null) return refused;
		const { design, operation, record } = parts;
		return { design, operation, record };
	}
};
export type Tasks = typeof TASKS;
export type TaskName = keyof Tasks;

/** What goes to a worker and what comes back. */
export interface Job {
	id: number;
	task: TaskName;
	args: unknown[];
}
export type Reply = { id: number; result: unknown } | { id: number; fault: string };

export function work({ id, task, args }: Job): Reply {
	try {
		const run = TASKS[task] as (...args: unknown[]) => unknown;
		return { id, result: run(...args) };
	} catch (fault) {
		return { id, fault: fault instanceof Error ? (fault.stack ?? fault.message) : String(fault) };
	}
}
