import type { Answer } from '../core/operations';
import { Stopped } from '../core/quantity';

/** Who does the work: one job at a time. */
export interface Hands {
	run(job: number, op: string, input: unknown, told: (share: number) => void): Promise<Answer>;
	stop(job: number): void;
}

interface How {
	progress?: (share: number) => void;
	signal?: AbortSignal;
}
interface Job extends How {
	id: number;
	kind: string;
	op: string;
	input: unknown;
	done: (answer: Answer) => void;
	failed: (fault: Error) => void;
}

/** Jobs before one pair of hands. What waits is replaced by the newest of its kind; what runs goes on until stopped. */
export class Queue {
	private readonly waiting: Job[] = [];
	private running: Job | null = null;
	private next = 1;

	constructor(private readonly hands: Hands) {}

	/** @throws Stopped when it is given up or replaced */
	add(kind: string, op: string, input: unknown, how: How = {}): Promise<Answer> {
		return new Promise((done, failed) => {
			const job = { ...how, id: this.next++, kind, op, input, done, failed };
			const at = this.waiting.findIndex((other) => other.kind === kind);
			const [replaced] = at < 0 ? [] : this.waiting.splice(at, 1);
			replaced?.failed(new Stopped('replaced by a newer one'));
			this.waiting.push(job);
			how.signal?.addEventListener('abort', () => this.giveUp(job));
			if (how.signal?.aborted) this.giveUp(job);
			void this.serve();
		});
	}

	private giveUp(job: Job): void {
		// it may still work for a step: of that nobody hears any more
		job.progress = () => undefined;
		job.failed(new Stopped('no longer wanted'));
		const at = this.waiting.indexOf(job);
		if (at >= 0) this.waiting.splice(at, 1);
		else if (this.running === job) this.hands.stop(job.id);
	}

	private async serve(): Promise<void> {
		if (this.running) return;
		const job = this.waiting.shift();
		if (!job) return;
		this.running = job;
		// a word that comes after the end is nobody's any more
		const told = (share: number) => void (this.running === job && job.progress?.(share));
		try {
			job.done(await this.hands.run(job.id, job.op, job.input, told));
		} catch (fault) {
			job.failed(fault instanceof Error ? fault : new Error(String(fault)));
		}
		this.running = null;
		void this.serve();
	}
}
