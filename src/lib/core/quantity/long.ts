/**
 * Work that takes more than a moment, cut into steps: it yields the share that is done, 0 to 1, after each, and
 * returns its result. Whoever runs it decides what happens between two steps: show progress, look whether it is
 * still wanted, let others have a turn. The work itself stays a plain function of its input.
 */
export type Steps<T> = Generator<number, T, void>;

/** How a long calculation is run. */
export interface LongRun {
	/** Hears the share that is done, 0 to 1. */
	progress?(share: number): void;
	/** Asked between steps; an AbortSignal is one. */
	signal?: { readonly aborted: boolean };
	/** Waits between steps, so that a message to stop can arrive; nothing by default. */
	pause?(): Promise<void>;
}

/** Somebody no longer wants the result. */
export class Stopped extends Error {}

/** Runs steps to their end without a break. */
export function allOf<T>(steps: Steps<T>): T {
	for (;;) {
		const { done, value } = steps.next();
		if (done) return value;
	}
}

/**
 * Runs steps one after the other.
 *
 * @throws Stopped when the signal is given before the end
 */
export async function runSteps<T>(
	steps: Steps<T>,
	{ progress, signal, pause }: LongRun
): Promise<T> {
	for (;;) {
		if (signal?.aborted) throw new Stopped('stopped before its end');
		const { done, value } = steps.next();
		if (done) return value;
		progress?.(value);
		await pause?.();
	}
}
