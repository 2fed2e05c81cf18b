import fc from 'fast-check';
import { whenARuleFails } from '../src/lib/core/review';

// the same tries on every run, so that a red one can be run again; SEED=… tries others
fc.configureGlobal({ ...fc.readConfigureGlobal(), seed: Number(process.env.SEED ?? 20261126) });

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
