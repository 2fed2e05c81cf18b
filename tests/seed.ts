import fc from 'fast-check';
import { whenARuleFails } from '../src/lib/core/review';

// the same tries on every run, so that a red one can be run again; SEED=… tries others
export const SEED = Number(process.env.SEED ?? 20261126);
fc.configureGlobal({ ...fc.readConfigureGlobal(), seed: SEED });

/** All of every sweep (npm run test:long), not the tenth that every change is tried with. */
const LONG = process.env.CRELBO_LONG === '1';

/** How many tries of a sweep are made. */
export const tries = (all: number, few = Math.ceil(all / 10)): number => (LONG ? all : few);

/** Of a whole matrix a part, the same on every run for the same words and seed; all of it in the long sweeps. */
export function some<T>(list: readonly T[], words: string, share = 0.1): readonly T[] {
	if (LONG) return list;
	const roll = numbers(`${words} ${SEED}`);
	return list
		.map((item, i) => ({ item, i, key: roll() }))
		.sort((a, b) => a.key - b.key)
		.slice(0, Math.max(1, Math.ceil(share * list.length)))
		.sort((a, b) => a.i - b.i)
		.map(({ item }) => item);
}

// what an application says and goes on without is a fault in every test
whenARuleFails((rule, fault) => {
	throw new Error(`the rule “${rule}” failed`, { cause: fault });
});

/** Numbers from 0 to 1, the same on every run for the same words. */
export function numbers(words: string): () => number {
	let state = [...words].reduce(
		(sum, sign) => (Math.imul(sum, 31) + sign.codePointAt(0)!) >>> 0,
		7
	);
	return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
}
