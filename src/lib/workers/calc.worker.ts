import { expose, transfer } from 'comlink';
import { buffersIn, calculateLong, type Answer } from '../core/operations';

/** Jobs somebody no longer wants. */
const unwanted = new Set<number>();
/** A turn for messages, such as one to stop. */
const pause = () => new Promise<void>((go) => setTimeout(go));

/** The registry, off the page's own thread. */
const registry = {
	async run(
		job: number,
		op: string,
		input: unknown,
		told: (share: number) => void
	): Promise<Answer> {
		const signal = {
			get aborted() {
				return unwanted.has(job);
			}
		};
		// the job may have been given up before it began
		await pause();
		try {
			const answer = await calculateLong(op, input, { progress: told, signal, pause });
			return transfer(answer, buffersIn(answer));
		} finally {
			unwanted.delete(job);
		}
	},
	stop: (job: number): void => void unwanted.add(job)
};
export type CalcWorker = typeof registry;

expose(registry);
