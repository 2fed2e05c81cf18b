import { expose } from 'comlink';
import { calculate, type Answer } from '../core/operations';

/** The registry, off the page's own thread. */
const registry = {
	calculate: (id: string, input: unknown): Answer => calculate(id, input)
};
export type CalcWorker = typeof registry;

expose(registry);
