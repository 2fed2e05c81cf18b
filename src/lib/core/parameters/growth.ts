import { parameter } from '../quantity';

/** How far plants have grown: canopy as a share of the full-grown figure, by stage as observed. */
export const growth = {
	seedling: parameter(0.1, 'of its leaf', [0.05, 0.15]),
	young: parameter(0.35, 'of its leaf', [0.2, 0.5]),
	growing: parameter(0.7, 'of its leaf', [0.5, 0.85]),
	full: parameter(1, 'of its leaf', [1, 1], 'by what full grown means'),
	/** Where a crop is not sown for a harvest in days: its first season. */
	season: parameter(120, 'days', [90, 180])
};
