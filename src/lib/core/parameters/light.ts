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
	/** What hangs out of a side turns up to so much of its spread. */
	hangingRise: parameter(0.8, 'of its spread', [0.6, 1])
};
