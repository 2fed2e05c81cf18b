/** A figure of a run, by its name. */
export type Print = (name: string, value: string) => void;
export const print: Print = (name, value) => console.log(`${name.padEnd(50)} ${value}`);

export const median = (list: readonly number[]): number =>
	[...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!;

/** The median of so many rounds, ms. */
export function time(work: () => void, rounds: number): number {
	const times: number[] = [];
	for (let i = 0; i < rounds; i++) {
		const start = performance.now();
		work();
		times.push(performance.now() - start);
	}
	return median(times);
}

/** How steeply time grows with size: 1 is in proportion. */
export const exponentOf = (
	few: { size: number; ms: number },
	many: { size: number; ms: number }
): number => Math.log(many.ms / few.ms) / Math.log(many.size / few.size);
