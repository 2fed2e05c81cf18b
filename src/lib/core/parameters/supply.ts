import { parameter } from '../quantity';

/** How a tank is kept. */
export const supply = {
	/** The reserve behind a float. */
	reserveL: parameter(120, 'L', [60, 200], 'a common barrel'),
	/** Left free under the brim, so that a float or a hand can be late. */
	freeboardPercent: parameter(10, '%', [5, 15]),
	/** Fresh water a day that fish and what cleans their water bear at once. */
	fishTopUpShare: parameter(0.1, 'of the tank', [0.05, 0.2], 'common practice with fish')
};
