import { readdirSync, readFileSync } from 'node:fs';
import {
	applyChanges,
	partsIn,
	readDesignFile,
	type Change,
	type DesignFile,
	type Parts
} from '../../src/lib/core/design';
import { SystemModel } from '../../src/lib/core/model';
import { findingsOf } from '../../src/lib/core/review';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';

/** One of the shipped examples. */
export const exampleFile = (name: string): DesignFile =>
	readDesignFile(readFileSync(new URL(`../../examples/${name}.json`, import.meta.url), 'utf8'));
/** The same without what its place added to the shelf. */
export const example = (name: string): Parts => partsIn(exampleFile(name));

/** An example's model, with changes. */
export const modelOf = (name: string, ...changes: Change[]): SystemModel => {
	return new SystemModel(applyChanges(example(name), changes), BUILT_IN_SHELF);
};

export const set = (path: string, value: unknown): Change => ({ path, value });
export const codes = (model: SystemModel) => findingsOf(model).map((f) => f.code);

/** All shipped examples. */
export const EXAMPLES = readdirSync(new URL('../../examples/', import.meta.url)).map((file) =>
	file.replace('.json', '')
);

/** A figure with one of some units, for looking for strays. */
export const figureWith = (units: readonly string[]): RegExp => {
	const plain = units.map((unit) => unit.replace(/[/().]/g, '\\$&'));
	const longest = plain.sort((a, b) => b.length - a.length);
	return new RegExp(`\\d (?:${longest.join('|')})(?![\\w/])`, 'g');
};
