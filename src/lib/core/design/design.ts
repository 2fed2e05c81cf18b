import { z } from 'zod';
import { id, oneOf, quantity, refuseRepeats, text } from '../quantity';
import { STAGES, tankShape } from '../shelf';
import { lampSchema, supportSchema } from './extras';
import { feedSchema } from './feed';
import { mixSchema } from './mix';
import { standSchema } from './stand';

export const DESIGN_VERSION = 1;

const litres = (name: string, above = 0) => quantity(name, 'L', { min: above, max: 100_000 });

/** Under the stand, at its low end, carrying it on its lid, or the lower part of the same vessel. */
export const SPOTS = ['under', 'beside', 'lid', 'inside'] as const;

/** The tank as a thing that stands somewhere. `shape` replaces the shelf's when the grower measured theirs. */
export const tankSchema = z.strictObject({
	partId: id('tank'),
	shape: tankShape.nullable(),
	/** Where it stands from the first stand's low end. */
	spot: oneOf('spot', SPOTS),
	/** A way to the pump through the lid, or through a plate over it, without lifting plants. */
	hatch: z.boolean().default(false),
	/** Its floor over the floor of the place; below zero it is sunk. */
	floorMm: quantity('tank floor', 'mm', { min: -2000, max: 4000 }),
	/** Lowest opening under the rim: an overflow or pipe hole. */
	overflowBelowRimMm: quantity('overflow below the rim', 'mm', { min: 0, max: 1000 })
});

/** The tank's own strength, what the plants take up, or plain water. */
export const TOP_UPS = ['solution', 'weak', 'water'] as const;

/** What is in it and how it is kept so. */
export const waterSchema = z.strictObject({
	/** In the tank now, with the pump running. */
	nowL: litres('water in the tank'),
	/** How far the grower fills it, at rest. */
	fillL: litres('fill', 0.1),
	topUp: z.discriminatedUnion(
		'kind',
		[
			z.strictObject({
				kind: z.literal('hand'),
				everyDays: quantity('days between refills', 'days', { min: 1, max: 60, whole: true }),
				with: oneOf('top-up with', TOP_UPS)
			}),
			z.strictObject({
				kind: z.literal('float'),
				/** null: mains. */
				reserveL: litres('reserve').nullable(),
				with: oneOf('top-up with', TOP_UPS)
			})
		],
		{ error: () => 'top-up must be one of hand, float' }
	),
	maxDriftPercent: quantity('greatest drift', '%', { above: 0, max: 100 }),
	/** Strength of what plants take up, as a share of the tank's. */
	uptakePercent: quantity('uptake strength', '% of the tank', { min: 0, max: 200 }),
	/** Measured use over predicted use. */
	useFactor: quantity('use factor', '', { min: 0.1, max: 10 })
});

const benchReading = z.strictObject({
	liftM: quantity('lift', 'm', { min: 0, max: 50 }),
	litres: quantity('litres', 'L', { min: 0, max: 1000 }),
	seconds: quantity('seconds', 's', { above: 0, max: 36_000 })
});

export const sourceSchema = z.discriminatedUnion(
	'kind',
	[
		z.strictObject({
			kind: z.literal('pump'),
			partId: id('pump'),
			dial: quantity('pump dial', '', { min: 0.1, max: 1 }),
			/** The grower's own jug and watch; null: the nameplate. */
			bench: z
				.array(benchReading)
				.min(2, 'a bench test needs at least 2 readings')
				.max(50)
				.nullable()
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
	/** Joints made with an adapter, by joint id. */
	adapters: z.array(id('joint')).max(200),
	waterC: quantity('water temperature', '°C', { min: 0, max: 45 })
});

export const plantSchema = z.strictObject({
	cropId: id('crop'),
	stage: oneOf('stage', STAGES)
});

/** Dates and ticks the grower sets: dry run, planting out, cautions seen to. */
export const diarySchema = z.strictObject({
	dryRunOn: z.iso.date('dry run must be a date, YYYY-MM-DD').nullable(),
	plantOutOn: z.iso.date('plant out must be a date, YYYY-MM-DD').nullable(),
	/** Cautions the grower has seen to, by finding code. */
	seenTo: z.array(text('caution', 60)).max(100),
	/** Jug readings of the dry run, mL in 30 s, by outlet id. */
	caughtMl: z.record(z.string().max(120), quantity('caught', 'mL', { min: 0, max: 100_000 }))
});

/** One loop: a tank with a pump or gravity head, and one or more stands on its lines. */
export const designSchema = z
	.strictObject({
		schemaVersion: z.literal(DESIGN_VERSION, {
			error: () => `schemaVersion of the design must be ${DESIGN_VERSION}`
		}),
		name: text('name of the system', 80),
		notes: text('notes', 5000, 0),
		/** Which area of the place it stands in. */
		areaId: id('area'),
		tank: tankSchema,
		water: waterSchema,
		source: sourceSchema,
		lines: linesSchema,
		stands: z.array(standSchema).min(1, 'a design needs at least one stand').max(20),
		/** What grows where, by site id; a site not listed is empty. */
		plants: z.record(z.string().max(120), plantSchema),
		/** Which way the front faces, degrees from north through east. */
		frontDeg: quantity('direction of the front', '°', { min: 0, max: 360 }).default(180),
		lamps: z.array(lampSchema).max(40).default([]),
		support: supportSchema.default({ kind: 'none', heightM: 2 }),
		/** The grower's own prices by line of the parts list: each, a metre of tube, a litre of medium. */
		prices: z
			.record(z.string().max(120), quantity('price', '', { min: 0, max: 100_000 }))
			.default({}),
		feed: feedSchema,
		mix: mixSchema,
		diary: diarySchema,
		/** Paths filled by default and not yet looked at by the grower. */
		assumed: z.array(text('path', 120)).max(200)
	})
	.superRefine((design, context) => {
		refuseRepeats(context, design.stands, 'stands');
		refuseRepeats(context, design.lamps, 'lamps');
	});
export type Design = z.infer<typeof designSchema>;
export type Plant = z.infer<typeof plantSchema>;
