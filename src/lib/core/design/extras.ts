import { z } from 'zod';
import { key, oneOf, quantity, text } from '../quantity';

/** A lamp that hangs somewhere: what it gives, how wide, and which socket it is on. */
export const lampSchema = z.strictObject({
	id: key('lamp'),
	name: text('name of the lamp', 60),
	/** Its middle, from the left and from the front of the system, and over the floor. */
	xM: quantity('lamp from the left', 'span', { min: -5, max: 50 }),
	yM: quantity('lamp from the front', 'span', { min: -5, max: 50 }),
	heightM: quantity('height of the lamp', 'span', { min: 0.1, max: 10 }),
	lengthM: quantity('length of the lamp', 'span', { min: 0.02, max: 5 }),
	/** Photons it sends out altogether. */
	ppfUmolS: quantity('photon output', 'photons', { min: 1, max: 10_000 }),
	/** Full angle within which it gives half its brightness or more. */
	spreadDeg: quantity('spread of the light', 'angle', { min: 10, max: 170 }),
	/** From straight down: 90 shines sideways; and which way, from the front turning right. */
	turnedDeg: quantity('turned from straight down', 'angle', { min: 0, max: 180 }).default(0),
	towardsDeg: quantity('turned towards', 'angle', { min: 0, max: 360 }).default(180),
	watts: quantity('power of the lamp', 'power', { min: 0, max: 5000 }),
	/** Lamps with one number share a socket and its timer. */
	socket: quantity('socket', 'count', { min: 1, max: 20, whole: true })
});
export type Lamp = z.infer<typeof lampSchema>;

/** What holds climbing plants up. */
export const SUPPORTS = {
	none: 'nothing yet',
	strings: 'strings from a beam',
	canes: 'canes',
	cage: 'a cage',
	trellis: 'a trellis'
} as const;
export const supportSchema = z.strictObject({
	kind: oneOf('support', Object.keys(SUPPORTS) as [keyof typeof SUPPORTS]),
	/** The beam, or the top of canes, cage or trellis, over the floor. */
	heightM: quantity('height of the support', 'span', { min: 0.3, max: 6 })
});
