import { getContext, onDestroy, setContext } from 'svelte';
import type { Quantity, Units } from '$lib/core/quantity';
import type { Bounds, Change } from '$lib/core/design';
import type { Session } from './session.svelte';

/** What a field needs of the document it stands in: a system's, or a place's alone. */
export interface Fields {
	/** The document, part by part. */
	readonly parts: unknown;
	readonly units: Units;
	/** What a number at a path is a figure of, and what it may be. */
	quantityAt(path: string): Quantity;
	bounds(path: string): Bounds | undefined;
	/** Filled in for the grower, and not yet looked at. */
	assumed(path: string): boolean;
	/** Makes and keeps a change; says why not where it cannot be. */
	apply(changes: Change[], label: string): string | null;
	set(path: string, value: unknown, label: string): string | null;
	/** The same for a press that has no place of its own for words: a refusal is shown where it was pressed. */
	press(changes: Change[], label: string): void;
	put(path: string, value: unknown, label: string): void;
}

const SESSION = Symbol('session');
const FIELDS = Symbol('fields');

export const provideFields = <F extends Fields>(fields: F): F => setContext(FIELDS, fields);
export const useFields = (): Fields => getContext<Fields>(FIELDS);
/** For the components of a page; when it goes nobody listens any more. */
export function provideSession(session: Session): Session {
	onDestroy(session.close);
	return setContext(SESSION, provideFields(session));
}
export const useSession = (): Session => getContext<Session>(SESSION);
