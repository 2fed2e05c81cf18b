import { z } from 'zod';
import { quantity } from '../quantity';

const kg = (name: string) => quantity(name, 'mass', { min: 0, max: 1e6 });

export const weightInput = z.strictObject({
	frameKg: kg('frame'),
	/** Each vessel with its wet medium, its pool and its plants. */
	vesselsKg: z.array(kg('vessel')).max(5000),
	/** The tank, where it stands on or in it; null: it stands by itself. */
	tank: z
		.strictObject({
			emptyKg: kg('empty tank'),
			litres: quantity('water in the tank', 'volume', { min: 0, max: 100_000 })
		})
		.nullable(),
	/** What it stands on; null: it hangs on a wall. */
	floorM2: quantity('floor', 'area', { above: 0, max: 1e5 }).nullable()
});
export const weightOutput = z.strictObject({ massKg: z.number(), perM2: z.number().nullable() });
export type Weight = z.infer<typeof weightOutput>;

/**
 * What a stand weighs, and what it puts on each square metre of floor: the sum of its parts, a litre of water a
 * kilogram.
 *
 * @returns kg; kg/m² of floor, null on a wall
 */
export function weight(input: z.input<typeof weightInput>): Weight {
	const { frameKg, vesselsKg, tank, floorM2 } = input;
	const massKg =
		frameKg + vesselsKg.reduce((a, b) => a + b, 0) + (tank ? tank.emptyKg + tank.litres : 0);
	return { massKg, perM2: floorM2 === null ? null : massKg / floorM2 };
}
