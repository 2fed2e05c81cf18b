import { z } from 'zod';
import { quantity } from '../quantity';

export const pushInput = z.strictObject({
	massKg: quantity('mass', 'mass', { above: 0, max: 1e6 }),
	edgeM: quantity('distance from the centre line to the edge', 'span', { above: 0, max: 100 }),
	/** Where it is pushed, over the floor. */
	heightM: quantity('height of the push', 'span', { above: 0, max: 100 })
});
export const pushOutput = z.strictObject({ pushN: z.number() });
export type PushInput = z.infer<typeof pushInput>;
export type Push = z.infer<typeof pushOutput>;

const G = 9.80665;

/**
 * The level push that tips a standing thing over its edge: F·h = m·g·edge.
 *
 * @returns newtons
 * @example push({ massKg: 20, edgeM: 0.15, heightM: 1 }).pushN // 29.4
 */
export const push = ({ massKg, edgeM, heightM }: PushInput): Push => ({
	pushN: (massKg * G * edgeM) / heightM
});
