import { parameter } from '../quantity';

const SEEN = 'common practice, by how long drip goes on after a feed';

/** Water on its way: down through what holds plants, and home in part-full pipes. */
export const transit = {
	/** Minutes down through what is more air than medium; the rest goes by its medium. */
	towerMin: parameter(0.3, 'min', [0.1, 1], SEEN),
	channelMin: parameter(0.6, 'min', [0.2, 2], SEEN),
	panelMin: parameter(1, 'min', [0.3, 3], SEEN),
	/** Share of a medium that runs through as free water, where nothing is known of it. */
	holdUp: parameter(0.15, 'of the medium', [0.05, 0.25]),
	/** What clings to the walls and roots of a vessel. */
	filmL: parameter(0.3, 'L', [0.1, 0.6]),
	/** Roughness of a return as Manning has it. */
	manningN: parameter(
		0.01,
		's/m^⅓',
		[0.009, 0.013],
		'Chow, Open-Channel Hydraulics (1959), table 5-6: smooth plastic and glass'
	)
};
