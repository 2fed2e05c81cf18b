import { fromShown } from '$lib/core/quantity';
import type { Session } from './session.svelte';

/**
 * Takes what somebody typed as caught at an outlet; empty text takes the reading back.
 *
 * @returns what is wrong with it, in words, or null
 */
export function catchAt(session: Session, outletId: string, text: string): string | null {
	const next = { ...session.record.caughtMl };
	if (text.trim() === '') delete next[outletId];
	else {
		const litres = fromShown(Number(text.replace(',', '.')), 'dose', session.units);
		next[outletId] = Number((1000 * litres).toPrecision(10));
	}
	const refused = session.set('record.caughtMl', next, 'caught in the dry run');
	return refused && `The jug must be a number from 0 to ${session.say(100, 'dose')}.`;
}
