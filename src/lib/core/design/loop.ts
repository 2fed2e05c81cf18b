import { z } from 'zod';
import { id, oneOf, quantity } from '../quantity';
import { builtTankShape } from '../shelf';
import type { Operation } from './operation';
import { placementSchema } from './placement';
import type { Reserve } from './reserve';

/** Under the stand, at its low end, carrying it on its lid, or the lower part of the same vessel. */
export const SPOTS = ['under', 'beside', 'lid', 'inside'] as const;

/** What a tank is like outside, and the share of the sun it takes up. */
export const COATS = {
	dark: { name: 'dark', takes: 0.9 },
	coloured: { name: 'coloured', takes: 0.65 },
	white: { name: 'white', takes: 0.25 },
	foil: { name: 'foil', takes: 0.1 }
} as const;
export type Coat = keyof typeof COATS;
export const COAT_NAMES = Object.fromEntries(
	Object.entries(COATS).map(([id, { name }]) => [id, name])
) as Record<Coat, string>;

/** The tank as a thing that stands somewhere. `shape` replaces the shelf's when the grower measured theirs. */
export const tankSchema = z.strictObject({
	partId: id('tank'),
	shape: builtTankShape.nullable(),
	/** Where it stands from the first stand's low end. */
	spot: oneOf('spot', SPOTS),
	/** Where it was put; null: where its spot says. */
	at: placementSchema.nullable().default(null),
	/** A way to the pump through the lid, or through a plate over it, without lifting plants. */
	hatch: z.boolean().default(false),
	/** Its floor over the floor of the place; below zero it is sunk. */
	floorMm: quantity('tank floor', 'size', { min: -2000, max: 4000 }),
	/** Lowest opening under the rim: an overflow or pipe hole. */
	overflowBelowRimMm: quantity('overflow below the rim', 'size', { min: 0, max: 1000 }),
	/** What the sun meets, and what keeps its warmth out or in. */
	coat: oneOf('coat of the tank', Object.keys(COATS) as [Coat, ...Coat[]])
		.default('coloured')
		.meta({ title: 'outside', options: COAT_NAMES }),
	insulated: z.boolean().default(false).meta({ title: 'insulated' }),
	shaded: z.boolean().default(false).meta({ title: 'shaded' }),
	airStone: z.boolean().default(false).meta({ title: 'air stone' }),
	/** Nothing lies over its water: rain falls in, and it evaporates. */
	open: z.boolean().default(false).meta({ title: 'open at the top' })
});

export const sourceSchema = z.discriminatedUnion(
	'kind',
	[
		z.strictObject({
			kind: z.literal('pump'),
			partId: id('pump')
		}),
		z.strictObject({ kind: z.literal('gravity') })
	],
	{ error: () => 'source must be one of pump, gravity' }
);

/** The way from the tank to the stands. */
export const linesSchema = z.strictObject({
	mainTubeId: id('main tube'),
	filter: z.boolean('filter must be true or false'),
	checkValve: z.boolean('checkValve must be true or false'),
	/** A small hole in the main over the water: air comes in when the pump stops, and nothing siphons. */
	airHole: z.boolean('airHole must be true or false').default(false),
	/** Joints made with an adapter, by joint id. */
	adapters: z.array(id('joint')).max(200)
});

/** The loop around the stands, and how it is set: what a kind of stand may want otherwise than usual. */
export interface Loop {
	design: {
		tank: z.infer<typeof tankSchema>;
		reserve: Reserve | null;
		source: z.infer<typeof sourceSchema>;
		lines: z.infer<typeof linesSchema>;
	};
	operation: Operation;
}
