import { proxy, wrap, type Remote } from 'comlink';
import type { CalcWorker } from './calc.worker';

/** A worker that answers registry calls; `stop` ends it and whatever it was doing. */
export function startCalculator(): { calculator: Remote<CalcWorker>; stop: () => void } {
	const worker = new Worker(new URL('./calc.worker.ts', import.meta.url), { type: 'module' });
	return { calculator: wrap<CalcWorker>(worker), stop: () => worker.terminate() };
}

/** A function the worker may call back. */
export const heard = proxy;

/** A plain copy: what crosses to the worker must be cloneable. */
export const plain = <T>(document: T): T => JSON.parse(JSON.stringify(document)) as T;
