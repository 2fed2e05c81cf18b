import { z } from 'zod';
import { oneOf } from '../quantity';
import { ACID_KINDS, BASE_KINDS, type AcidKind, type BaseKind } from '../shelf';

/** What is in the bottle that moves pH, as far as it is known. */
export interface PhBottle<K extends AcidKind | BaseKind = AcidKind | BaseKind> {
	/** What figures are worked out with. */
	kind: K;
	percent: number;
	molarity: number;
	/** Not read off a bottle: taken so that figures can be shown, and never poured by. */
	assumed: boolean;
	/** `ask`: nobody has said which bottle; `unnamed`: its label does not; `no-strength`: it names no strength. */
	state: 'said' | 'ask' | 'unnamed' | 'no-strength';
}

/** A bottle of acid or base as a step names it: what it is and how strong, as far as that is known. */
export const bottleSchema = z.object({
	kind: oneOf('acid or base', [...ACID_KINDS, ...BASE_KINDS]),
	percent: z.number().gt(0).max(100),
	state: oneOf('what is known of the bottle', ['said', 'ask', 'unnamed', 'no-strength'])
});
export type NamedBottle = z.infer<typeof bottleSchema>;

/** What a hand may do with the bottle there is; millilitres stand only where the bottle is known. */
export const pourSchema = z.discriminatedUnion('kind', [
	/** Nobody has said which bottle is in the hand. */
	z.strictObject({ kind: z.literal('ask') }),
	/** Its label does not say what is in it, or not how strong what burns is: it is not used. */
	z.strictObject({ kind: z.enum(['unnamed', 'no-strength']) }),
	/** Two are shared out by their strengths, and this one's is not known. */
	z.strictObject({ kind: z.literal('shared') }),
	/** Of unknown strength it is poured by a pH meter, and there is none. */
	z.strictObject({ kind: z.literal('no-meter') }),
	/** No amount of it is told: a thinner one is to be bought. */
	z.strictObject({ kind: z.literal('too-strong'), mostPercent: z.number() }),
	/** It would be a good part of the tank. */
	z.strictObject({ kind: z.literal('too-thin'), ml: z.number(), leastPercent: z.number() }),
	/** Of unknown strength: so much at a time, and a reading after each. */
	z.strictObject({ kind: z.literal('by-meter'), stepMl: z.number() }),
	/** `waterMl`: cold water it is thinned in first; 0: it is poured as it is. */
	z.strictObject({ kind: z.literal('pour'), ml: z.number(), waterMl: z.number() })
]);
export type Pour = z.infer<typeof pourSchema>;

const way = oneOf('what moves the pH', ['acid', 'base']);
/** What is done with a bottle, and with a second acid that goes in after it. */
export const pouringSchema = z.object({
	way,
	bottle: bottleSchema,
	pour: pourSchema,
	then: z.object({ bottle: bottleSchema, pour: pourSchema }).nullable()
});
export type Pouring = z.infer<typeof pouringSchema>;

/** Which bottle is asked for first, by its name in the mix; null: none. */
export function bottleAsked({ way, pour, then }: Pouring): 'acid' | 'base' | 'secondAcid' | null {
	if (pour.kind === 'ask') return way;
	return then?.pour.kind === 'ask' ? 'secondAcid' : null;
}

const KNOWN: readonly Pour['kind'][] = ['pour', 'by-meter'];
/** There is an amount of all that is poured. */
export const isKnown = ({ pour, then }: Pouring): boolean =>
	KNOWN.includes(pour.kind) && (then === null || KNOWN.includes(then.pour.kind));
