import { proxy, wrap, type Remote } from 'comlink';
import { Stopped } from '../core/quantity';
import type { Answer } from '../core/operations';
import type { CalcWorker } from './calc.worker';
import { Queue, type Hands } from './queue';

/** The page's one worker, started when first needed; ended, and started anew when needed, if it breaks. */
function workerHands(): Hands {
	let worker: Worker | undefined;
	let remote: Remote<CalcWorker> | undefined;
	let broke: (fault: Error) => void = () => undefined;
	const hands = () => {
		if (remote) return remote;
		worker = new Worker(new URL('./calc.worker.ts', import.meta.url), { type: 'module' });
		worker.onerror = () => {
			worker?.terminate();
			remote = undefined;
			broke(new Error('the worker broke'));
		};
		return (remote = wrap<CalcWorker>(worker));
	};
	return {
		run: (job, op, input, told) =>
			new Promise((done, failed) => {
				broke = failed;
				hands().run(job, op, plain(input), proxy(told)).then(done, failed);
			}),
		stop: (job) => void remote?.stop(job)
	};
}

const queue = new Queue(workerHands());

/**
 * Works an operation out off the page's thread, one after the other. Of jobs of one kind that wait only the newest
 * is done.
 *
 * @throws Stopped when it is given up, or a newer one of its kind took its place
 */
export const calculateBeside = (
	kind: string,
	op: string,
	input: unknown,
	how: { progress?: (share: number) => void; signal?: AbortSignal } = {}
): Promise<Answer> => queue.add(kind, op, input, how);

export { Stopped };

/** A plain copy: what crosses to the worker must be cloneable. */
const plain = <T>(document: T): T => JSON.parse(JSON.stringify(document)) as T;
