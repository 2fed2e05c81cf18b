import { z } from 'zod';
import { settledSchema } from './settled';
import { key, METRIC, oneOf, quantity, refuseRepeats, text, unitsSchema } from '../quantity';
import {
	AREA_KIND,
	AREA_KINDS,
	COVER_NAMES,
	COVERS,
	usualClimate,
	usualWalls,
	WALL_NAMES,
	type AreaKind,
	type Cover,
	type LightFrom,
	type Walls
} from './area-kinds';
import { climateSchema } from './climate';
import { monthsSchema } from './months';

export const PLACE_VERSION = 4;

const mgL = (name: string) => quantity(name, 'concentration', { min: 0, max: 10_000 });

/** What comes out of the tap, the butt or the filter. */
export const sourceWaterSchema = z.strictObject({
	id: key('water id'),
	name: text('name of the water', 40),
	ecMsCm: quantity('strength of the source water', 'strength', { min: 0, max: 20 }),
	ph: quantity('pH of the source water', 'ratio', { min: 3, max: 11 }),
	alkalinityMeqL: quantity('alkalinity', 'charge', { min: 0, max: 50 }),
	Ca: mgL('calcium'),
	Mg: mgL('magnesium'),
	Na: mgL('sodium'),
	Cl: mgL('chloride'),
	S: mgL('sulfur'),
	/** What few reports tell; not said: none. */
	K: mgL('potassium').optional(),
	NO3N: mgL('nitrate nitrogen').optional(),
	B: quantity('boron', 'concentration', { min: 0, max: 50 }).optional(),
	/** Only strength and a drop test are known: the ions are guessed by them. */
	guessed: z.boolean('guessed must be true or false').optional(),
	/** What stands before the tank. */
	treated: z
		.discriminatedUnion(
			'kind',
			[
				z.strictObject({ kind: z.literal('softener') }),
				z.strictObject({
					kind: z.literal('osmosis'),
					holdsBack: quantity('held back', 'share', { min: 0.5, max: 0.99 }),
					yields: quantity('of the water that goes in', 'share', { min: 0.05, max: 0.9 })
				})
			],
			{ error: () => 'treated must be one of softener, osmosis' }
		)
		.optional()
});
export type SourceWater = z.infer<typeof sourceWaterSchema>;

/** The four sides of an area, seen from above with its front below. */
export const SIDES = {
	front: 'front',
	right: 'right',
	back: 'back',
	left: 'left'
} as const;
export type Side = keyof typeof SIDES;

/** A door in a side of an area: what stands where it swings keeps it shut. */
export const doorSchema = z.strictObject({
	id: key('door id'),
	name: text('name of the door', 40),
	side: oneOf('side of the door', Object.keys(SIDES) as [Side, ...Side[]]).meta({
		title: 'side',
		options: SIDES
	}),
	atM: quantity('door from the corner', 'span', { min: 0, max: 100 }),
	widthM: quantity('width of the door', 'span', { min: 0.4, max: 6 }),
	opens: oneOf('how the door opens', ['in', 'out', 'slides']).meta({
		title: 'opens',
		options: { in: 'inwards', out: 'outwards', slides: 'slides or is open' }
	})
});
export type Door = z.infer<typeof doorSchema>;

/** What a house gives at a point of an area. */
export const POINTS = { socket: 'socket', tap: 'tap', drain: 'drain' } as const;
export const pointSchema = z.strictObject({
	id: key('point id'),
	what: oneOf('what is there', Object.keys(POINTS) as [keyof typeof POINTS]).meta({
		title: 'what',
		options: POINTS
	}),
	xM: quantity('point from the left', 'span', { min: 0, max: 100 }),
	yM: quantity('point from the front', 'span', { min: 0, max: 100 })
});
export type AreaPoint = z.infer<typeof pointSchema>;

/** One spot of a place: a lean-to, a kitchen wall, a yard. Each has its own size and its own weather. */
export const areaSchema = z.strictObject({
	id: key('area id'),
	name: text('name of the area', 60),
	kind: oneOf('kind of area', AREA_KINDS),
	/** What lies over it. */
	cover: oneOf('cover', Object.keys(COVERS) as [Cover, ...Cover[]]).meta({
		title: 'cover',
		options: COVER_NAMES
	}),
	lengthM: quantity('length of the area', 'span', { min: 0.3, max: 100 }),
	widthM: quantity('width of the area', 'span', { min: 0.3, max: 100 }),
	heightM: quantity('height of the area', 'span', { min: 0.3, max: 20 }),
	/** Kept free in front to walk and work in; what stands there must leave it. */
	walkM: quantity('walking room in front', 'span', { min: 0, max: 5 }).default(0),
	floorKgM2: quantity('load the floor may bear', 'floorLoad', { min: 10, max: 10_000 }).nullable(),
	/** Studs in the wall, centre to centre; null: solid. */
	studMm: quantity('stud spacing', 'size', { min: 200, max: 1200 }).nullable().default(null),
	/** What its walls give back of a lamp's light. */
	walls: oneOf('walls', Object.keys(WALL_NAMES) as [Walls, ...Walls[]])
		.default('dark')
		.meta({ title: 'walls', options: WALL_NAMES }),
	/** The sun can heat pipes and tanks that are not shaded. */
	sunOnPipes: z.boolean('sunOnPipes must be true or false'),
	obstacles: z
		.array(
			z.strictObject({
				name: text('name of the obstacle', 40),
				xM: quantity('distance from the left', 'span', { min: 0, max: 100 }),
				yM: quantity('distance from the front', 'span', { min: 0, max: 100 }),
				lengthM: quantity('length of the obstacle', 'span', { above: 0, max: 100 }),
				widthM: quantity('width of the obstacle', 'span', { above: 0, max: 100 }),
				heightM: quantity('height of the obstacle', 'span', { above: 0, max: 20 })
			})
		)
		.max(50),
	doors: z.array(doorSchema).max(20),
	points: z.array(pointSchema).max(50),
	climate: climateSchema
});
export type Area = z.infer<typeof areaSchema>;

/** A home with its areas: who reaches into them, its water, its power, its units. */
export const placeSchema = z
	.strictObject({
		schemaVersion: z.literal(PLACE_VERSION, {
			error: () => `schemaVersion of the place must be ${PLACE_VERSION}`
		}),
		name: text('name of the place', 80),
		reachM: quantity('reach', 'span', { min: 0.3, max: 3 }),
		/** The first is what a system takes unless it says otherwise. */
		waters: z.array(sourceWaterSchema).min(1, 'a place needs at least one water').max(8),
		pricePerKwh: quantity('price of electricity', 'perKwh', { min: 0, max: 100 }),
		units: unitsSchema,
		months: monthsSchema,
		/** Cautions that hold for every system here and were settled once. */
		settled: settledSchema.default([]),
		/** None yet: nothing can be begun, and the first thing asked is for one. */
		areas: z.array(areaSchema).max(50)
	})
	.superRefine((place, context) => {
		refuseRepeats(context, place.areas, 'areas');
		refuseRepeats(context, place.waters, 'waters');
	});
/** A place a system stands in: there is a spot for it. */
export const builtPlaceSchema = placeSchema.refine(({ areas }) => areas.length > 0, {
	path: ['areas'],
	error: () => 'a place needs at least one area before a system stands in it'
});
export type Place = z.infer<typeof placeSchema>;

/** The water a system takes; one that is gone, or none said, is the place's first. */
export const waterOf = (place: Pick<Place, 'waters'>, waterId: string | null): SourceWater =>
	place.waters.find((water) => water.id === waterId) ?? place.waters[0]!;

/** The area a design stands in; one that is gone falls back to the place's first. */
export const areaOf = (place: Pick<Place, 'areas'>, areaId: string): Area =>
	place.areas.find((area) => area.id === areaId) ?? place.areas[0]!;

/** What a newcomer says of a spot. */
export interface Spotted {
	kind: AreaKind;
	name?: string;
	lengthM?: number;
	widthM?: number;
	light?: LightFrom;
	latitudeDeg?: number;
}

/** A spot of a kind with typical figures for all that was not said. */
export function newArea(areaId: string, said: Spotted): Area {
	const facts = AREA_KIND[said.kind];
	const widthM = said.widthM ?? facts.widthM;
	return {
		id: areaId,
		name: said.name ?? facts.title,
		kind: said.kind,
		cover: facts.cover,
		lengthM: said.lengthM ?? facts.lengthM,
		widthM,
		heightM: facts.heightM,
		// in a small spot one stands at its edge
		walkM: widthM >= 1.6 ? 0.5 : 0,
		floorKgM2: facts.floorKgM2,
		studMm: null,
		walls: usualWalls(said.kind),
		sunOnPipes: (said.light ?? facts.light) !== 'lamps',
		obstacles: [],
		doors: [],
		points: [],
		climate: usualClimate(said.kind, said.light ?? facts.light, said.latitudeDeg)
	};
}

/** Typical tap water, for somebody who has not asked their supplier yet. */
export const usualWater = (id = 'tap', name = 'Tap'): SourceWater => ({
	id,
	name,
	ecMsCm: 0.4,
	ph: 7.3,
	alkalinityMeqL: 2,
	Ca: 40,
	Mg: 6,
	Na: 14,
	Cl: 20,
	S: 10
});

/** What rain off a clean roof usually holds. */
export const RAIN = {
	...{ ecMsCm: 0.03, ph: 6.2, alkalinityMeqL: 0.1 },
	...{ Ca: 1, Mg: 0.3, Na: 2, Cl: 3, S: 1 }
} as const;

/** A place with typical tap water, and its areas so far. */
export const newPlace = (name: string, areas: Area[] = []): Place => ({
	schemaVersion: PLACE_VERSION,
	name,
	reachM: 0.7,
	waters: [usualWater()],
	pricePerKwh: 0.3,
	units: METRIC,
	months: null,
	settled: [],
	areas
});
