import { wrap, type Remote } from 'comlink';
import type { CalcWorker } from './calc.worker';

/** A worker that answers registry calls; `stop` ends it and whatever it was doing. */
export function startCalculator(): { calculator: Remote<CalcWorker>; stop: () => void } {
	const worker = new Worker(new URL('./calc.worker.ts', import.meta.url), { type: 'module' });
	return { calculator: wrap<CalcWorker>(worker), stop: () => worker.terminate() };
}
