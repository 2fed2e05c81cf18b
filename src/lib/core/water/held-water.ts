import { z } from 'zod';
import { PARAMETERS } from '../parameters';
import { quantity } from '../quantity';

const litres = (name: string) => quantity(name, 'volume', { min: 0, max: 100_000 });
const share = (name: string) => quantity(name, 'share', { min: 0, max: 1 });

const { holdUp: HOLD_UP, filmL: FILM_L } = PARAMETERS.transit;

export const heldWaterInput = z.strictObject({
	/** Each planted part of the medium, with the share of it that plants take up easily. */
	media: z
		.array(z.strictObject({ mediumL: litres('medium'), availableFraction: share('easy water') }))
		.max(1000),
	/** All medium of the vessel; null: bare, where only the film holds water back. */
	mediumL: litres('medium').nullable(),
	/** Standing in it, below its elbow or as deep as a valve keeps it. */
	poolL: litres('pool'),
	flowLph: quantity('flow', 'flow', { min: 0, max: 1e6 }),
	/** How long water takes down through it. */
	transitMin: quantity('transit', 'minutes', { min: 0, max: 1440 }),
	holdUp: share('hold-up').default(HOLD_UP.value),
	filmL: litres('film').default(FILM_L.value)
});
export const heldWaterOutput = z.strictObject({
	availableL: z.number(),
	poolL: z.number(),
	fallingL: z.number()
});
export type HeldWater = z.infer<typeof heldWaterOutput>;

/**
 * Water in a vessel: what plants can easily take out of its full medium, what stands in it, and what is on its way
 * down while it is fed. Flow × transit, but no more than medium and walls hold back.
 *
 * @returns litres of each
 */
export function heldWater(input: z.input<typeof heldWaterInput>): HeldWater {
	const { media, mediumL, poolL, flowLph, transitMin } = input;
	const { holdUp = HOLD_UP.value, filmL = FILM_L.value } = input;
	const most = mediumL === null ? Infinity : holdUp * mediumL + filmL;
	return {
		availableL: media.reduce((sum, part) => sum + part.mediumL * part.availableFraction, 0),
		poolL,
		fallingL: Math.min((flowLph * transitMin) / 60, most)
	};
}
