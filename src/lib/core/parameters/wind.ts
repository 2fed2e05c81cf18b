import { parameter } from '../quantity';

/** What wind and light find of a tower and its leaves. */
export const wind = {
	drag: parameter(
		1.2,
		'',
		[1, 1.4],
		'Hoerner, Fluid-Dynamic Drag (1965): rough cylinders on end, with leaves'
	),
	/** Leaves stand out on both sides by half their spread each and let some of the wind through. */
	leafFace: parameter(1, 'of their spread', [0.5, 1.5]),
	/** What takes light from others: leaves on one side of a wall, and all round a tower. */
	leafOneSide: parameter(0.4, 'of their spread', [0.3, 0.5]),
	leafRound: parameter(0.7, 'of their spread', [0.5, 1]),
	/** Leaves reach over the top of a tower by so much. */
	leafOverM: parameter(0.1, 'm', [0, 0.2])
};
