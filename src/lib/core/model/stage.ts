import type { Design, Operation, Place, SystemRecord } from '../design';
import type { ParameterSet } from '../parameters';
import type { Shelf } from '../shelf';

/** What a model is made from: the parts of the document, the shelf, and the figures of practice. */
export interface Sources {
	design: Design;
	operation: Operation;
	record: SystemRecord;
	place: Place;
	shelf: Shelf;
	parameters: ParameterSet;
	/** The day it is looked at, as 2026-04-02; null: on no day, and every day is the typical one. */
	calendar: { today: string | null };
}

/** The keys of each source a stage reads. */
export type Keys = { readonly [P in keyof Sources]?: readonly (keyof Sources[P])[] };
/** The stages a stage builds on, by the name it calls each. */
export type Needs = Readonly<Record<string, Stage<unknown>>>;

/** What a stage is given: the keys it declared and no other, and the stages it declared, each made when read. */
export type Given<K extends Keys, N extends Needs> = {
	readonly [P in keyof K & keyof Sources]: Pick<
		Sources[P],
		Extract<NonNullable<K[P]>[number], keyof Sources[P]>
	>;
} & { readonly [P in keyof N]: N[P] extends Stage<infer T> ? T : never };

/**
 * One step from a document to what follows from it. It declares what it reads and is given just that, so a
 * model can tell by itself which results survive a change, and nothing has to be listed by hand.
 */
export interface Stage<T> {
	readonly name: string;
	readonly keys: Keys;
	readonly needs: Needs;
	/** `before` is what an earlier model made of it: something to start from, or to hand back if nothing changed. */
	make(given: never, before: T | undefined): T;
}

/**
 * Declares a stage.
 *
 * @param keys what it reads of each source
 * @param needs the stages it builds on
 * @param make a function of what it is given alone; reading it once `make` has returned is refused
 * @example stage('weather', {}, { area }, ({ area }) => evapotranspiration(area.climate))
 */
export const stage = <const K extends Keys, N extends Needs, T>(
	name: string,
	keys: K,
	needs: N,
	make: (given: Given<K, N>, before: T | undefined) => T
): Stage<T> => ({ name, keys, needs, make: make as Stage<T>['make'] });

/** One thing that was read, with what it said: a key of a source, all of a source, or a stage. */
export type Seen =
	| { stage: Stage<unknown>; value: unknown }
	| { part: keyof Sources; key: string | null; value: unknown };
