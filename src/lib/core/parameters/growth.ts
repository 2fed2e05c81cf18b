import { parameter } from '../quantity';

/** How far plants have grown: canopy as a share of the full-grown figure, by stage as observed. */
export const growth = {
	seedling: parameter(0.1, 'of its leaf', [0.05, 0.15]),
	young: parameter(0.35, 'of its leaf', [0.2, 0.5]),
	growing: parameter(0.7, 'of its leaf', [0.5, 0.85]),
	full: parameter(1, 'of its leaf', [1, 1], 'by what full grown means'),
	/** How far on the way to its first picking a plant is called young, and growing. */
	youngAt: parameter(0.2, 'of the days to first picking', [0.1, 0.3]),
	growingAt: parameter(
		0.55,
		'of the days to first picking',
		[0.4, 0.7],
		'after Allen et al., FAO-56 (1998), table 11: development ends before mid-season'
	),
	/** How long one planting is picked: leaves cut once or twice, fruit over a season. */
	pickLeafDays: parameter(10, 'days', [3, 30]),
	pickFruitDays: parameter(75, 'days', [40, 120]),
	/** A cutting roots so much faster than a seed comes up to the same plant. */
	cuttingShare: parameter(0.6, 'of the days from seed', [0.4, 0.8]),
	/** Both seeds of a cube stand after so much of the days in it: then it is thinned to one. */
	thinAt: parameter(0.45, 'of the days in the cube', [0.3, 0.6]),
	/** Where a crop is not sown for a harvest in days: its first season. */
	season: parameter(120, 'days', [90, 180])
};
