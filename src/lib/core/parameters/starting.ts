import { parameter } from '../quantity';

const FIRST = 'a first guess; what it comes to is then worked out';

/**
 * What a new system is begun with, before there is a model that could hold them: what they come to is worked out
 * at once, and stands in the design as assumed.
 */
export const STARTING = {
	/** How far a low system is lifted, and a tall one to its top. */
	liftLowM: parameter(1.6, 'm', [1, 2.5], FIRST),
	liftTallM: parameter(2.1, 'm', [1.8, 3], FIRST),
	plantLph: parameter(8, 'L/h', [4, 12], FIRST),
	/** A warm day. */
	et0MmDay: parameter(
		4.5,
		'mm/day',
		[3, 7],
		'FAO-56 (1998), table 2: warm days in temperate climates'
	),
	/** A tank is filled so far, with room for what drains back. */
	fillShare: parameter(0.88, 'of the tank', [0.8, 0.95], FIRST),
	/** It lasts so long beside what stands under the pump. */
	tankDays: parameter(2.5, 'days', [2, 4], FIRST),
	tankSpareL: parameter(15, 'L', [8, 25], FIRST),
	/** Plants on a bench two deep: nearer than their spread by so much, never nearer than a bucket, off its ends. */
	benchShare: parameter(0.8, 'of their spread', [0.7, 1], FIRST),
	benchPitchMm: parameter(350, 'mm', [250, 450], FIRST),
	benchEndsMm: parameter(360, 'mm', [200, 500], FIRST),
	/** Floor a plant takes on the ground, as a multiple of its own spread squared. */
	packing: parameter(1.3, '', [1.1, 1.6])
};
