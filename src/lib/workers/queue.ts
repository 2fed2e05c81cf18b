import { Stopped } from '../core/quantity';

/** How somebody who asked hears of it, and gives it up. */
export interface How {
	progress?: (share: number) => void;
	signal?: AbortSignal;
	/** Before all else that waits. */
	first?: boolean;
}
/** Does a job that is named by its number, and says how far it is. */
type Work<T> = (job: number, told: (share: number) => void) => Promise<T>;
interface Job extends How {
	id: number;
	kind: string;
	work: Work<unknown>;
	done: (answer: never) => void;
	failed: (fault: Error) => void;
}

/** Jobs before one pair of hands. What waits is replaced by the newest of its kind; what runs goes on until stopped. */
export class Queue {
	private readonly waiting: Job[] = [];
	private running: Job | null = null;
	private next = 1;

	/** @param stop has a running job given up at its next step */
	constructor(private readonly stop: (job: number) => void) {}

	/** @throws Stopped when it is given up or replaced */
	add<T>(kind: string, work: Work<T>, how: How = {}): Promise<T> {
		return new Promise((done, failed) => {
			const job = { ...how, id: this.next++, kind, work, done, failed };
			const at = this.waiting.findIndex((other) => other.kind === kind);
			const [replaced] = at < 0 ? [] : this.waiting.splice(at, 1);
			replaced?.failed(new Stopped('replaced by a newer one'));
			if (how.first) this.waiting.unshift(job);
			else this.waiting.push(job);
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
		else if (this.running === job) this.stop(job.id);
	}

	private async serve(): Promise<void> {
		if (this.running) return;
		const job = this.waiting.shift();
		if (!job) return;
		this.running = job;
		// a word that comes after the end is nobody's any more
		const told = (share: number) => void (this.running === job && job.progress?.(share));
		try {
			job.done((await job.work(job.id, told)) as never);
		} catch (fault) {
			job.failed(fault instanceof Error ? fault : new Error(String(fault)));
		}
		this.running = null;
		void this.serve();
	}
}
