import { readdirSync, readFileSync } from 'node:fs';
import { applyChanges, readDesignFile, type Change } from '../../src/lib/core/design';
import { Chain, findingsOf } from '../../src/lib/core/review';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';

/** One of the shipped examples. */
export const example = (name: string) =>
	readDesignFile(readFileSync(new URL(`../../examples/${name}.json`, import.meta.url), 'utf8'));

/** An example's chain, with changes. */
export const chainOf = (name: string, ...changes: Change[]): Chain => {
	const { design, place } = example(name);
	return new Chain(applyChanges(design, changes), place, BUILT_IN_SHELF);
};

export const set = (path: string, value: unknown): Change => ({ path, value });
export const codes = (chain: Chain) => findingsOf(chain).map((f) => f.code);

/** All shipped examples. */
export const EXAMPLES = readdirSync(new URL('../../examples/', import.meta.url)).map((file) =>
	file.replace('.json', '')
);
