import { parameter } from '../quantity';

const FILMS = 'film coefficients of ISO 6946 inside and out, with a thin plastic wall';

/** How a tank warms and cools, and what oxygen it really holds. */
export const tanks = {
	/** What its walls let through, bare and with 20 to 30 mm of foam. */
	bareWM2K: parameter(6, 'W/m²K', [4, 9], FILMS),
	insulatedWM2K: parameter(1.2, 'W/m²K', [0.8, 2], FILMS),
	/** Sun taken up by a wall goes back to the air as well as in: so much to each degree it is warmer. */
	outerWM2K: parameter(
		17,
		'W/m²K',
		[10, 25],
		'outer film of ISO 6946, little wind to some; sol-air temperature'
	),
	/** Of its sides, as much as stands square to the sun on average. */
	sunnySide: parameter(0.3, 'of one side', [0.2, 0.5]),
	/** Under a stand or a lid with plants, what of the sun still meets it. */
	underStand: parameter(0.15, 'of the sun', [0.05, 0.3]),
	/** Open water evaporates so much of what grass would. */
	openKc: parameter(
		1.05,
		'of ET0',
		[0.9, 1.2],
		'Allen et al., FAO-56 (1998), table 12: open water under 2 m deep'
	),
	/** What roots and what lives on them leave of the oxygen water can hold: stirred by a return, and bubbled. */
	stirredShare: parameter(0.7, 'of saturation', [0.5, 0.9]),
	bubbledShare: parameter(0.92, 'of saturation', [0.8, 1])
};
