import type { Session } from './session.svelte';

/**
 * Keeps what somebody caught at an outlet; null takes the reading back.
 *
 * @param litres what was in the jug, L
 * @returns why it is not taken, in words, or null
 */
export function keepCatch(
	session: Session,
	outletId: string,
	litres: number | null
): string | null {
	const next = { ...session.record.caughtMl };
	if (litres === null) delete next[outletId];
	else next[outletId] = Number((1000 * litres).toPrecision(10));
	return session.set('record.caughtMl', next, 'caught in the dry run');
}
