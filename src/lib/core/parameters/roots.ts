import { parameter } from '../quantity';

const BLOCKS = 'sizes of common propagation cubes and plugs, 25 to 100 mm';

/** How far roots reach, and what they can draw on there. */
export const roots = {
	/** What a seedling stands in, as large as a crop that fruits is raised in, or a leafy one. */
	cubeL: parameter(0.4, 'L', [0.2, 0.65], BLOCKS),
	plugL: parameter(0.06, 'L', [0.02, 0.15], BLOCKS),
	/** So little medium is no more than a plug, however large the plant. */
	plugUnderL: parameter(0.15, 'L', [0.08, 0.3], BLOCKS),
	/** A cube or plug alone may lose so much of its easy water before the next feed. */
	cubeDepletion: parameter(0.1, 'of its easy water', [0.05, 0.2]),
	/** Of its pot, where a young plant has roots. */
	youngShare: parameter(0.5, 'of the pot', [0.3, 0.7]),
	/** Young plants are watered by hand until their roots have left the cube, and grow down so fast from it. */
	handDays: parameter(5, 'days', [3, 10]),
	downMmPerDay: parameter(8, 'mm a day', [5, 15], 'common practice: a hand’s breadth in ten days'),
	/** Roots with no medium to speak of: what hangs on them, by leaf they feed, and what of it may go. */
	collarUnderL: parameter(0.04, 'L', [0.02, 0.08], 'a plug or net cup of 50 mm and less'),
	heldLM2: parameter(0.8, 'L a m² of leaf', [0.4, 1.5]),
	heldDepletion: parameter(0.3, 'of what hangs on them', [0.2, 0.5]),
	/** Water a medium holds besides the easy water, with salt in it all the same. */
	tightShare: parameter(0.15, 'of its volume', [0.05, 0.3]),
	/** A flush brings so many times the solution the medium holds. */
	flushTimes: parameter(1.5, 'times', [1, 3]),
	/** Warmest days ask for so much more than the typical one. */
	hotDay: parameter(
		1.25,
		'times the typical day',
		[1.1, 1.6],
		'FAO-56 (1998), figure 1: day to day'
	),
	/** A feed brings at least so much of what the roots can draw on: less wets the top alone. */
	leastDose: parameter(0.02, 'of the easy water', [0.01, 0.05])
};
