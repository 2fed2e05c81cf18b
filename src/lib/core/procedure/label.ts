import type { Amount, Substance } from './substance';

/** Sealed and in the dark a concentrate is good for so many months: the iron fades first. */
export const CONCENTRATE_KEEPS_MONTHS = 3;

/** What stands on a bottle of concentrate. */
export interface BottleLabel {
	bottle: 'A' | 'B';
	/** Which goes in first; `alone`: there is but one. */
	turn: 'first' | 'second' | 'alone';
	/** Millilitres of it in a litre. */
	doseMlPerL: number;
	/** What both together come to in the water here, mS/cm. */
	strengthMsCm: number;
	holds: readonly { what: Substance; amount: Amount }[];
	/** ISO dates. */
	madeOn: string;
	goodUntil: string;
}

/** What a bottle of a system is called on the shelf. */
export const bottleName = ({ name }: { name: string }, bottle: 'A' | 'B'): string =>
	`${name.slice(0, 48)}, bottle ${bottle}`;
