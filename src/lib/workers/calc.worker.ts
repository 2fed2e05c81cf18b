import { expose } from 'comlink';
import type { Design, Place } from '../core/design';
import { calculate, type Answer } from '../core/operations';
import { Chain, extensionOf, type Extension } from '../core/review';
import { BUILT_IN_SHELF } from '../core/shelf';

/** The registry, off the page's own thread, and what takes many designs to answer. */
const registry = {
	calculate: (id: string, input: unknown): Answer => calculate(id, input),
	extension: (
		design: Design,
		place: Place,
		index: number,
		told: (done: number) => void
	): Extension => extensionOf(new Chain(design, place, BUILT_IN_SHELF), index, told)
};
export type CalcWorker = typeof registry;

expose(registry);
