import { parameter } from '../quantity';

const HANDBOOK = 'Idelchik, Handbook of Hydraulic Resistance (1966), small plastic fittings';

/** What fittings cost: velocity heads, K·v²/2g. */
export const fittings = {
	teeStraight: parameter(0.4, '', [0.2, 0.9], HANDBOOK),
	teeBranch: parameter(1.5, '', [1, 2], HANDBOOK),
	elbow: parameter(1.5, '', [0.9, 2], HANDBOOK),
	/** A barb narrows the tube it sits in. */
	barb: parameter(0.5, '', [0.3, 1.5], HANDBOOK),
	/** Full open. */
	valve: parameter(0.1, '', [0.05, 0.3], HANDBOOK),
	/** Clean; one that is half clogged costs several times as much. */
	screen: parameter(10, '', [5, 20], 'makers’ curves of inline screens, 100 to 200 µm'),
	checkValve: parameter(2.5, '', [2, 5], HANDBOOK),
	/** Its spring wants so much before it opens. */
	checkValveOpensM: parameter(0.2, 'm', [0.1, 0.3], 'makers’ figures of small spring check valves'),
	/** All of the hose to float valves: way in, bends and tees. */
	valveHose: parameter(3, '', [2, 6]),
	/** In and out of a vessel through its seals, a length of a line under water. */
	sealed: parameter(1.5, '', [1, 2]),
	roughnessMm: parameter(
		0.0015,
		'mm',
		[0.0015, 0.007],
		'Moody (1944): drawn tubing; plastic pipe is as smooth'
	)
};
