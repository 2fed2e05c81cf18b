import { parameter } from '../quantity';

const MEEK =
	'Meek et al., Agronomy Journal 76 (1984): 4.57 µmol a joule of the 45 % that plants use';

/** How light is counted, and where leaves catch it. */
export const light = {
	/** Moles of photosynthetic light in a MJ of sunlight, and of a lamp all of whose light counts. */
	sunMolPerMj: parameter(2.06, 'mol/MJ', [1.9, 2.2], MEEK),
	ledMolPerMj: parameter(5, 'mol/MJ', [4.6, 5.3], 'photons of 400 to 700 nm, by their energy'),
	/** Leaves and what they stand on, of a lamp's light. */
	floorReflects: parameter(0.1, '', [0.05, 0.2], 'leaves take about nine tenths of 400 to 700 nm'),
	albedo: parameter(0.23, '', [0.2, 0.25], 'FAO-56 (1998), reference grass'),
	/** Where most leaf is of what stands up: in its top third. */
	leafAt: parameter(0.67, 'of its height', [0.5, 0.8]),
	/** A lamp's room over leaves, how far apart lamps hang, and how far before what stands up. */
	overLeavesM: parameter(0.2, 'm', [0.1, 0.5]),
	lampEveryM: parameter(1.2, 'm', [0.6, 1.5], 'common lengths of lamps'),
	besideM: parameter(1, 'm', [0.5, 1.5]),
	/** Photons of a good lamp for each joule, what one socket bears with a timer, and hours a day. */
	lampUmolPerJ: parameter(2.5, 'µmol/J', [1.5, 3.5], 'data sheets of LED lamps'),
	socketW: parameter(1300, 'W', [800, 2000], 'common mechanical timers'),
	lampHours: parameter(16, 'h', [12, 18], 'common practice'),
	/** What hangs out of a side turns up to so much of its spread. */
	hangingRise: parameter(0.8, 'of its spread', [0.6, 1])
};
