import { z } from 'zod';
import { id, quantity } from '../quantity';
import { builtTankShape } from '../shelf';
import { placementSchema } from './placement';

/** Vessels that feed a float: where they stand, how high, and by what hose. */
export const reserveSchema = z.strictObject({
	partId: id('reserve vessel'),
	/** Its own measures; null: those of the shelf. */
	shape: builtTankShape.nullable().default(null),
	count: quantity('vessels joined at the base', 'count', { min: 1, max: 12, whole: true }),
	floorMm: quantity('reserve over the floor', 'size', { min: -2000, max: 6000 }),
	/** What lies under it never runs out. */
	outletMm: quantity('outlet over its bottom', 'size', { min: 0, max: 1000 }),
	hoseTubeId: id('hose of the reserve').meta({
		title: 'hose of the reserve',
		shelf: 'tubes',
		use: 'feed'
	}),
	valveId: id('float valve').meta({ title: 'float valve', shelf: 'emitters', use: 'valve' }),
	/** Where it was put; null: beside the tank, where there is room. */
	at: placementSchema.nullable().default(null)
});
export type Reserve = z.infer<typeof reserveSchema>;

/** Vessels sold for it, by what one holds, L. */
const SOLD: readonly [litres: number, partId: string][] = [
	[120, 'butt-120'],
	[200, 'barrel-200'],
	[1000, 'cage-1000']
];
/** A float this high is under what most tanks are filled to, mm. */
const USUAL_FLOOR_MM = 600;

/** A reserve that holds at least so much, of as few vessels as are sold for it. */
export function usualReserve(litres: number): Reserve {
	const [holds, partId] = SOLD.find(([one]) => one >= litres) ?? SOLD.at(-1)!;
	return {
		partId,
		shape: null,
		count: Math.min(12, Math.max(1, Math.ceil(litres / holds))),
		floorMm: USUAL_FLOOR_MM,
		outletMm: 20,
		hoseTubeId: 'feed-13',
		valveId: 'float-valve',
		at: null
	};
}
