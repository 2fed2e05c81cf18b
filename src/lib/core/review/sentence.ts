import { show, showRange, type Quantity, type Units } from '../quantity';

/** A figure in a sentence, in the core's unit. */
export interface SaidFigure {
	quantity: Quantity;
	value: number;
	/** To where a range goes that begins at the value. */
	to?: number;
}

const OPEN = '⟦';
const CLOSE = '⟧';

/**
 * A figure as it stands in a sentence of a rule: a hole that is filled when the sentence is read, in the
 * units of whoever reads it.
 */
export const say = (value: number, quantity: Quantity): string =>
	`${OPEN}${quantity} ${value}${CLOSE}`;

/** "1.8 to 2.1 L/h", or one figure where both read the same. */
export const between = (low: number, high: number, quantity: Quantity): string =>
	`${OPEN}${quantity} ${low} ${high}${CLOSE}`;

/** What stands in a hole. */
function figureOf(hole: string): SaidFigure {
	const [quantity, value, to] = hole.split(' ') as [Quantity, string, string?];
	const figure: SaidFigure = { quantity, value: Number(value) };
	if (to !== undefined) figure.to = Number(to);
	return figure;
}

/**
 * A sentence as it is read in these units.
 *
 * @param figures gathers what stood in its holes, in their order
 */
export function rendered(sentence: string, units: Units, figures?: SaidFigure[]): string {
	// most labels have none: a search is all that costs them
	let open = sentence.indexOf(OPEN);
	if (open < 0) return sentence;
	let read = '';
	let from = 0;
	for (; open >= 0; open = sentence.indexOf(OPEN, from)) {
		const close = sentence.indexOf(CLOSE, open);
		const figure = figureOf(sentence.slice(open + 1, close));
		figures?.push(figure);
		const { quantity, value, to } = figure;
		read += sentence.slice(from, open);
		read += to === undefined ? show(value, quantity, units) : showRange(value, to, quantity, units);
		from = close + 1;
	}
	return read + sentence.slice(from);
}
