import { percentOf, PH_SUBSTANCES, type PhKind } from '../shelf';

/**
 * Version 3 of the document to version 4: a bottle of acid or base is known by its percent and by whether
 * somebody read it, a reading keeps the state of its meters, and a settled finding the figure it was settled
 * for. What is not as version 3 wrote it goes through as it is, for the schemas to name.
 */

type Old = Record<string, unknown>;
const isObject = (value: unknown): value is Old =>
	typeof value === 'object' && value !== null && !Array.isArray(value);

/** What was filled in where nobody had said: not an answer. */
const NOT_SAID = [
	['phosphoric', 1.7],
	['k2co3', 0.7]
] as const;

function bottleFrom(bottle: unknown): unknown {
	if (!isObject(bottle) || typeof bottle.molarity !== 'number') return bottle;
	const { kind, molarity } = bottle;
	if (NOT_SAID.some(([usual, usually]) => kind === usual && molarity === usually)) return null;
	if (typeof kind !== 'string' || !(kind in PH_SUBSTANCES)) return bottle;
	const percent = Number(percentOf(kind as PhKind, molarity).toPrecision(3));
	return { kind, percent: Math.max(0.001, percent), said: true };
}

/** An operation of version 3 in version 4. */
export function upgradeOperation3(old: unknown): unknown {
	if (!isObject(old) || !isObject(old.mix)) return old;
	const { mix } = old;
	return {
		...old,
		mix: {
			...mix,
			...('acid' in mix && { acid: bottleFrom(mix.acid) }),
			...('base' in mix && { base: bottleFrom(mix.base) })
		}
	};
}

/** Nobody knows what was settled was settled for: it is asked once again. */
function asked(old: Old): Old {
	if (!('acknowledged' in old)) return old;
	const { acknowledged, ...rest } = old;
	return Array.isArray(acknowledged) ? { ...rest, settled: [] } : old;
}

/** A record of version 3 in version 4. */
export function upgradeRecord3(old: unknown): unknown {
	if (!isObject(old)) return old;
	const { reading, meters } = old;
	const read = isObject(reading) && !('meters' in reading);
	return { ...asked(old), ...(read && { reading: { ...reading, meters: meters ?? null } }) };
}

/** A place of version 3 in version 4. */
export const upgradePlace3 = (old: Old): Old => ({ ...asked(old), schemaVersion: 4 });
