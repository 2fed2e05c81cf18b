import { startSystem, type Parts, type Place, type NewSystem, type System } from '../core/design';
import { assess, calculate, type Answer } from '../core/operations';
import { autofix } from '../core/edit';
import { shelfWith, type ShelfItem } from '../core/shelf';
import { cardOf, type Card } from '../ui/home/card';

/** Work a server hands to its pool, by name: everything that runs the model. */
export const TASKS = {
	calculate: (op: string, input: unknown): Answer => calculate(op, input),
	/** A system as it hangs on the wall at home; also the proof that it can be drawn. */
	card: (parts: Parts, own: readonly ShelfItem[]): Card => cardOf(parts, shelfWith(own)),
	/** Throws where a system cannot be worked out. */
	prove: (parts: Parts): true => {
		assess(parts);
		return true;
	},
	start: (start: NewSystem, place: Place, own: readonly ShelfItem[]): System => {
		const shelf = shelfWith(own);
		const { design, operation, record } = autofix({ ...startSystem(start, shelf), place }, shelf);
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
