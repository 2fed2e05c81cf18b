import { z } from 'zod';
import { key, METRIC, oneOf, quantity, refuseRepeats, text, unitsSchema } from '../quantity';
import { climateSchema } from './climate';
import { monthsSchema } from './months';

export const PLACE_VERSION = 2;

export const AREA_KINDS = ['indoors', 'tent', 'greenhouse', 'balcony', 'wall', 'yard'] as const;
export type AreaKind = (typeof AREA_KINDS)[number];

const mgL = (name: string) => quantity(name, 'concentration', { min: 0, max: 10_000 });

/** What comes out of the tap or the butt. */
export const sourceWaterSchema = z.strictObject({
	ecMsCm: quantity('strength of the source water', 'strength', { min: 0, max: 20 }),
	ph: quantity('pH of the source water', 'ratio', { min: 3, max: 11 }),
	alkalinityMeqL: quantity('alkalinity', 'charge', { min: 0, max: 50 }),
	Ca: mgL('calcium'),
	Mg: mgL('magnesium'),
	Na: mgL('sodium'),
	Cl: mgL('chloride'),
	S: mgL('sulfur')
});

/** One spot of a place: a lean-to, a kitchen wall, a yard. Each has its own size and its own weather. */
export const areaSchema = z.strictObject({
	id: key('area id'),
	name: text('name of the area', 60),
	kind: oneOf('kind of area', AREA_KINDS),
	lengthM: quantity('length of the area', 'span', { min: 0.3, max: 100 }),
	widthM: quantity('width of the area', 'span', { min: 0.3, max: 100 }),
	heightM: quantity('height of the area', 'span', { min: 0.3, max: 20 }),
	/** Kept free in front to walk and work in; what stands there must leave it. */
	walkM: quantity('walking room in front', 'span', { min: 0, max: 5 }).default(0),
	floorKgM2: quantity('load the floor may bear', 'floorLoad', { min: 10, max: 10_000 }).nullable(),
	/** Studs in the wall, centre to centre; null: solid. */
	studMm: quantity('stud spacing', 'size', { min: 200, max: 1200 }).nullable().default(null),
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
		water: sourceWaterSchema,
		pricePerKwh: quantity('price of electricity', 'perKwh', { min: 0, max: 100 }),
		units: unitsSchema,
		months: monthsSchema,
		/** Cautions that hold for every system here and were seen to once, by finding code. */
		acknowledged: z.array(text('caution', 60)).max(100).default([]),
		areas: z.array(areaSchema).min(1, 'a place needs at least one area').max(50)
	})
	.superRefine((place, context) => refuseRepeats(context, place.areas, 'areas'));
export type Place = z.infer<typeof placeSchema>;

/** The area a design stands in; one that is gone falls back to the place's first. */
export const areaOf = (place: Pick<Place, 'areas'>, areaId: string): Area =>
	place.areas.find((area) => area.id === areaId) ?? place.areas[0]!;

/** A sheltered spot with typical figures, for somebody who has not measured theirs yet. */
export const defaultArea = (areaId: string, name: string, lengthM = 3, widthM = 2): Area => ({
	id: areaId,
	name,
	kind: 'greenhouse',
	lengthM,
	widthM,
	heightM: 2.2,
	walkM: 0.5,
	floorKgM2: null,
	studMm: null,
	sunOnPipes: true,
	obstacles: [],
	climate: {
		setting: 'outdoors',
		tMinC: 13,
		tMaxC: 26,
		rhMinPercent: 50,
		rhMaxPercent: 85,
		windMS: 0.5,
		elevationM: 50,
		latitudeDeg: 50,
		dayOfYear: 160,
		solarMjM2: 14
	}
});

/** A place with one area and typical tap water. */
export const defaultPlace = (name: string, area: Area): Place => ({
	schemaVersion: PLACE_VERSION,
	name,
	reachM: 0.7,
	water: {
		ecMsCm: 0.4,
		ph: 7.3,
		alkalinityMeqL: 2,
		Ca: 40,
		Mg: 6,
		Na: 14,
		Cl: 20,
		S: 10
	},
	pricePerKwh: 0.3,
	units: METRIC,
	months: null,
	acknowledged: [],
	areas: [area]
});
