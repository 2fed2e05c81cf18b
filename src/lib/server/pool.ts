import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { work, type Job, type Reply, type TaskName, type Tasks } from '../workers/tasks';
import { besideProgram } from './beside';

/** A calculation that cannot be had now: too many wait, or it takes longer than anybody waits for. */
export class Overload extends Error {
	constructor(
		readonly code: 'busy' | 'too-long' | 'gone',
		message: string
	) {
		super(message);
	}
}

/** A task that broke: the model met something it has no answer to. */
export class TaskFault extends Error {}

export interface PoolOptions {
	/** The worker's file; null works everything out on this thread. */
	file: string | URL | null;
	size?: number;
	deadlineMs?: number;
	/** More than these waiting are turned away. */
	waiting?: number;
}

interface Waiting extends Job {
	done: (result: unknown) => void;
	failed: (fault: Error) => void;
}
interface Hand {
	worker: Worker;
	job: Waiting | null;
	timer: NodeJS.Timeout | null;
}

/** One may be busy with something slow while another answers. */
const LEAST_HANDS = 2;
const DEADLINE_MS = 10_000;
const MOST_WAITING = 64;
/** A large design may be a tree of many objects; more than this is a hostile one. */
const MOST_MB = 1024;

/**
 * A few workers and a queue before them. Nobody's job is replaced by another's; a job over its deadline ends
 * with its worker, and a new one takes its place.
 */
export class Pool {
	private readonly hands: Hand[] = [];
	private readonly queue: Waiting[] = [];
	private next = 1;
	private readonly size: number;
	private readonly deadlineMs: number;
	private readonly most: number;

	constructor(private readonly options: PoolOptions) {
		this.size = options.size ?? Math.max(LEAST_HANDS, Math.min(4, availableParallelism() - 1));
		this.deadlineMs = options.deadlineMs ?? DEADLINE_MS;
		this.most = options.waiting ?? MOST_WAITING;
	}

	/** @throws Overload when too many wait or the deadline passes; TaskFault when the task breaks */
	run<T extends TaskName>(task: T, ...args: Parameters<Tasks[T]>): Promise<ReturnType<Tasks[T]>> {
		return this.runWhile(undefined, task, ...args);
	}

	/**
	 * As `run`, until nobody waits for it any more: its worker is then free for others.
	 *
	 * @param signal ends the job wherever it is
	 */
	runWhile<T extends TaskName>(
		signal: AbortSignal | undefined,
		task: T,
		...args: Parameters<Tasks[T]>
	): Promise<ReturnType<Tasks[T]>> {
		const id = this.next++;
		if (this.options.file === null) return here({ id, task, args }) as never;
		if (this.queue.length >= this.most)
			return Promise.reject(
				new Overload('busy', 'Too many calculations wait already. Try again in a moment.')
			);
		return new Promise((done, failed) => {
			const job = { id, task, args, done: done as (result: unknown) => void, failed };
			if (signal?.aborted) return failed(left());
			signal?.addEventListener('abort', () => this.giveUp(job), { once: true });
			this.queue.push(job);
			this.serve();
		});
	}

	private giveUp(job: Waiting): void {
		const at = this.queue.indexOf(job);
		if (at >= 0) this.queue.splice(at, 1);
		const hand = this.hands.find((one) => one.job === job);
		if (hand) void this.lost(hand, left());
		else job.failed(left());
	}

	/** Ends all workers; what waits is turned away. */
	async close(): Promise<void> {
		for (const { failed } of this.queue.splice(0)) failed(closing());
		await Promise.all(this.hands.splice(0).map((hand) => this.dismiss(hand, closing())));
	}

	private serve(): void {
		// nobody is hired for nothing, nor after the end
		while (this.queue.length > 0) {
			const idle = this.hands.find((hand) => hand.job === null) ?? this.hire();
			if (!idle) return;
			const job = this.queue.shift()!;
			idle.job = job;
			idle.timer = setTimeout(() => this.tooLong(idle), this.deadlineMs);
			try {
				const { id, task, args } = job;
				idle.worker.postMessage({ id, task, args } satisfies Job);
			} catch (fault) {
				// what cannot be handed over is this job's fault alone
				this.free(idle);
				job.failed(new TaskFault(String(fault)));
			}
		}
	}

	private hire(): Hand | undefined {
		if (this.hands.length >= this.size) return undefined;
		const worker = new Worker(this.options.file!, {
			resourceLimits: { maxOldGenerationSizeMb: MOST_MB }
		});
		// the pool alone does not keep a server running
		worker.unref();
		const hand: Hand = { worker, job: null, timer: null };
		worker.on('message', (reply: Reply) => {
			// an answer to something else than what it was given is nobody's
			if (hand.job?.id !== reply?.id) return;
			const job = this.free(hand);
			if (job) answer(job, reply);
			this.serve();
		});
		for (const end of ['error', 'messageerror', 'exit'] as const)
			worker.on(end, (fault: unknown) => void this.lost(hand, fault));
		this.hands.push(hand);
		return hand;
	}

	private free(hand: Hand): Waiting | null {
		const { job, timer } = hand;
		if (timer) clearTimeout(timer);
		hand.job = hand.timer = null;
		return job;
	}

	private tooLong(hand: Hand): void {
		const seconds = Math.round(this.deadlineMs / 1000);
		const fault = new Overload('too-long', `This takes longer than ${seconds} s to work out.`);
		void this.lost(hand, fault);
	}

	/** A worker that broke or was too slow goes; the next job gets a new one. */
	private async lost(hand: Hand, fault: unknown): Promise<void> {
		const at = this.hands.indexOf(hand);
		if (at < 0) return;
		this.hands.splice(at, 1);
		await this.dismiss(hand, fault instanceof Overload ? fault : new TaskFault(String(fault)));
		this.serve();
	}

	private async dismiss(hand: Hand, fault: Error): Promise<void> {
		this.free(hand)?.failed(fault);
		await hand.worker.terminate().catch(() => undefined);
	}
}

const left = () => new Overload('gone', 'Whoever asked has left.');
const closing = () => new Overload('busy', 'The server is stopping.');

function answer(job: Waiting, reply: Reply): void {
	if ('fault' in reply) job.failed(new TaskFault(reply.fault));
	else job.done(reply.result);
}

/** Without workers (in development and in tests) the same answers on this thread. */
async function here(job: Job): Promise<unknown> {
	let copy: Job;
	try {
		copy = structuredClone(job);
	} catch (fault) {
		throw new TaskFault(String(fault));
	}
	const reply = work(copy);
	if ('fault' in reply) throw new TaskFault(reply.fault);
	return reply.result;
}

const file = () => besideProgram('pool-worker.js');
let common: Pool | undefined;
/** The server's pool, for whoever asks; its worker is built beside the server. */
export const pool = (): Pool => (common ??= new Pool({ file: file() }));

let saves: Pool | undefined;
/** What a save has to wait for has a worker of its own: no calculation stands before it. */
export const poolForSaves = (): Pool => (saves ??= new Pool({ file: file(), size: 1 }));

/** Ends the workers of both. */
export const closePools = async (): Promise<void> =>
	void (await Promise.all([common?.close(), saves?.close()]));
