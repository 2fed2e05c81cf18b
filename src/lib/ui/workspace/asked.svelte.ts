import { onDestroy } from 'svelte';
import { calculateBeside, Stopped } from '$lib/workers';

/**
 * A question to the worker with its progress, asked anew when what it is about changes; the last answer stays
 * until the next has come. Made while a component is.
 */
export class Asked<T> {
	/** What was last answered. */
	told = $state.raw(null as T | null);
	/** How far it is, 0 to 1; null: nothing is being worked out. */
	share = $state(null as number | null);
	private wanted = new AbortController();

	/** @param op an operation that takes its time, which is also what a newer question of its kind replaces */
	constructor(private readonly op: string) {
		onDestroy(() => this.stop());
	}

	async ask(input: object): Promise<void> {
		this.stop();
		this.wanted = new AbortController();
		this.share = 0;
		try {
			const answer = await calculateBeside(this.op, this.op, input, {
				progress: (done) => (this.share = done),
				signal: this.wanted.signal
			});
			if ('result' in answer) this.told = answer.result as T;
			this.share = null;
		} catch (fault) {
			// a newer question goes on
			if (!(fault instanceof Stopped)) this.share = null;
		}
	}

	/** Gives up what is being worked out; what was answered before stays. */
	stop = (): void => {
		this.wanted.abort();
		this.share = null;
	};
}
