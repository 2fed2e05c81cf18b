import { show, showRange, type Quantity, type Units } from '../quantity';

/** A figure in a sentence, in the core's unit. */
export interface SaidFigure {
	quantity: Quantity;
	value: number;
	/** To where a range goes that begins at the value. */
	to?: number;
}

/**
 * A figure as it stands in a sentence of a rule: a hole that is filled when the sentence is read, in the
 * units of whoever reads it.
 */
export const say = (value: number, quantity: Quantity): string => `⟦${quantity} ${value}⟧`;

/** "1.8 to 2.1 L/h", or one figure where both read the same. */
export const between = (low: number, high: number, quantity: Quantity): string =>
	`⟦${quantity} ${low} ${high}⟧`;

const HOLE = /⟦(\w+) (\S+)(?: (\S+))?⟧/g;

/** The figures a sentence carries, in their order. */
export const figuresIn = (sentence: string): SaidFigure[] =>
	[...sentence.matchAll(HOLE)].map(([, quantity, value, to]) => ({
		quantity: quantity as Quantity,
		value: Number(value),
		...(to !== undefined && { to: Number(to) })
	}));

/** A sentence as it is read in these units. */
export const rendered = (sentence: string, units: Units): string =>
	sentence.replace(HOLE, (_, quantity: Quantity, value: string, to?: string) =>
		to === undefined
			? show(Number(value), quantity, units)
			: showRange(Number(value), Number(to), quantity, units)
	);
