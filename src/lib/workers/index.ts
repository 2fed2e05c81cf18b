import { proxy, wrap, type Remote } from 'comlink';
import { Stopped } from '../core/quantity';
import type { Answer, QuestionName, Questions } from '../core/operations';
import type { CalcWorker } from './calc.worker';
import { patchOf, type Document } from './document';
import { Queue, type How } from './queue';

type Told = (share: number) => void;

/** The page's one worker, started when first needed; ended, and started anew when needed, if it breaks. */
class Beside {
	private worker: Worker | undefined;
	private remote: Remote<CalcWorker> | undefined;
	/** What it holds of the open system. */
	private held: Document | null = null;
	private broke: (fault: Error) => void = () => undefined;

	private hands(): Remote<CalcWorker> {
		if (this.remote) return this.remote;
		this.worker = new Worker(new URL('./calc.worker.ts', import.meta.url), { type: 'module' });
		this.worker.onerror = () => {
			this.worker?.terminate();
			[this.remote, this.held] = [undefined, null];
			this.broke(new Error('the worker broke'));
		};
		return (this.remote = wrap<CalcWorker>(this.worker));
	}

	/** What ends with its answer, or with the worker. */
	private work<T>(begin: (hands: Remote<CalcWorker>) => PromiseLike<T>): Promise<T> {
		return new Promise<T>((done, failed) => {
			this.broke = failed;
			begin(this.hands()).then(done, failed);
		});
	}

	run(job: number, op: string, input: unknown, told: Told): Promise<Answer> {
		return this.work<Answer>((hands) => hands.run(job, op, plain(input), proxy(told)));
	}

	/** Of the document only what changed goes over: what the worker worked out of the rest stands. */
	ask<Q extends QuestionName>(
		job: number,
		document: Document,
		question: Q,
		asked: Questions[Q]['asked'],
		told: Told
	): Promise<Questions[Q]['answer']> {
		return this.work((hands) => {
			const patch = plain(patchOf(this.held, document));
			this.held = document;
			return hands.ask(job, patch, question, plain(asked), proxy(told)) as Promise<
				Questions[Q]['answer']
			>;
		});
	}

	stop = (job: number): void => void this.remote?.stop(job);
}

const beside = new Beside();
const queue = new Queue(beside.stop);

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
	how: How = {}
): Promise<Answer> => queue.add(kind, (job, told) => beside.run(job, op, input, told), how);

/**
 * Asks something of a system off the page's thread, newest first as `calculateBeside`. The worker holds the system:
 * a question costs what changed since the one before.
 *
 * @throws Stopped when it is given up, or a newer one of its kind took its place; else what makes it impossible
 */
export const askBeside = <Q extends QuestionName>(
	question: Q,
	document: Document,
	asked: Questions[Q]['asked'],
	how: How = {}
): Promise<Questions[Q]['answer']> =>
	queue.add(question, (job, told) => beside.ask(job, document, question, asked, told), how);

export { Stopped };

/** A plain copy: what crosses to the worker must be cloneable. */
const plain = <T>(document: T): T => JSON.parse(JSON.stringify(document)) as T;
