import { expose } from 'comlink';
import type { Parts } from '../core/design';
import { calculate, type Answer } from '../core/operations';
import { SystemModel } from '../core/model';
import { extensionOf, type Extension } from '../core/edit';
import { shelfWith, type ShelfItem } from '../core/shelf';

/** The registry, off the page's own thread, and what takes many designs to answer. */
const registry = {
	calculate: (id: string, input: unknown): Answer => calculate(id, input),
	extension: (
		parts: Parts,
		own: readonly ShelfItem[],
		index: number,
		told: (done: number) => void
	): Extension => extensionOf(new SystemModel(parts, shelfWith(own)), index, told)
};
export type CalcWorker = typeof registry;

expose(registry);
