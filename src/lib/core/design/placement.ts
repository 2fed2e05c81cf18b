import { z } from 'zod';
import { oneOf, quantity } from '../quantity';

/** Which way a thing's front looks, seen from above with the front of the area below. */
export const FACES = {
	front: 'to the front',
	right: 'to the right',
	back: 'to the back',
	left: 'to the left'
} as const;
export type Face = keyof typeof FACES;
const FACE_NAMES = Object.keys(FACES) as [Face, ...Face[]];

/** Quarter turns to the left from looking to the front. */
export const turnsOf = (faces: Face): number => FACE_NAMES.indexOf(faces);
/** What something looks to after so many quarter turns to the left. */
export const faceAfter = (faces: Face, turns: number): Face =>
	FACE_NAMES[(((turnsOf(faces) + turns) % 4) + 4) % 4]!;

/** Where something stands in its area: the corner of its ground nearest the area's left front one, and how it is turned. */
export const placementSchema = z.strictObject({
	xM: quantity('distance from the left', 'span', { min: -100, max: 200 }),
	yM: quantity('distance from the front', 'span', { min: -100, max: 200 }),
	faces: oneOf('way it looks', FACE_NAMES).meta({ title: 'looks', options: FACES })
});
export type Placement = z.infer<typeof placementSchema>;
