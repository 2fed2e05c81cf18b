import { expose, transfer } from 'comlink';
import {
	answering,
	buffersIn,
	calculateLong,
	type Answer,
	type QuestionName,
	type Questions
} from '../core/operations';
import { runSteps } from '../core/quantity';
import { Held, type Patch } from './document';

/** Jobs somebody no longer wants. */
const unwanted = new Set<number>();
/** A turn for messages, such as one to stop. */
const pause = () => new Promise<void>((go) => setTimeout(go));
/** The system the page has open. */
const held = new Held();

/** Does a job as long as it is wanted. */
async function wanted<T>(
	job: number,
	work: (how: { signal: { readonly aborted: boolean }; pause: typeof pause }) => Promise<T>
): Promise<T> {
	const signal = {
		get aborted() {
			return unwanted.has(job);
		}
	};
	// the job may have been given up before it began
	await pause();
	try {
		return await work({ signal, pause });
	} finally {
		unwanted.delete(job);
	}
}

/** The registry, and what is asked of the open system, off the page's own thread. */
const registry = {
	run: (job: number, op: string, input: unknown, told: (share: number) => void): Promise<Answer> =>
		wanted(job, async (how) => {
			const answer = await calculateLong(op, input, { progress: told, ...how });
			return transfer(answer, buffersIn(answer));
		}),
	/** @throws Stopped when it is given up; else what made the system impossible to work out */
	ask: <Q extends QuestionName>(
		job: number,
		patch: Patch,
		question: Q,
		asked: Questions[Q]['asked'],
		told: (share: number) => void
	): Promise<Questions[Q]['answer']> => {
		// taken at once, given up or not: what comes next goes on from it
		const model = held.take(patch);
		return wanted(job, (how) =>
			runSteps(answering(question, model, asked), { progress: told, ...how })
		);
	},
	stop: (job: number): void => void unwanted.add(job)
};
export type CalcWorker = typeof registry;

expose(registry);
