import { z } from 'zod';
import { id, oneOf, quantity, text, upgradeRow } from '../quantity';
import type { Kept } from './shelf';
import { builtTankShape } from './tank-shape';

const name = text('name', 60);
const size = (title: string, min = 1, max = 5000) => quantity(title, 'size', { min, max });
const share = (title: string, max = 1) => quantity(title, 'ratio', { min: 0, max });
const mass = (title: string) => quantity(title, 'mass', { min: 0, max: 1000 });

/** A price, by line of the parts list. */
const price = z.strictObject({
	id: id('shelf item'),
	kind: z.literal('price'),
	/** The line of the parts list it is the price of. */
	of: id('part'),
	/** Each, a metre of tube, a litre of medium. */
	price: quantity('price', 'ratio', { min: 0, max: 100_000 })
});

/** A bag or a bottle of what is mixed from: what it cost, what is left, and the scoop that goes with it. */
const keptItem = z.strictObject({
	id: id('shelf item'),
	kind: z.literal('kept'),
	/** A salt's id, or a product's name. */
	of: text('what is kept', 60),
	price: quantity('price of a kilogram or a litre', 'ratio', { min: 0, max: 100_000 }).nullable(),
	left: quantity('grams or millilitres left', 'ratio', { min: 0, max: 1e6 }).nullable(),
	openedOn: z.iso.date('opened on must be a date, YYYY-MM-DD').nullable(),
	scoopG: quantity('a level scoop of it', 'salt', { min: 0.05, max: 500 }).nullable()
});

export type KeptItem = z.infer<typeof keptItem>;

const head = <const K extends string>(kind: K) => ({
	id: id('shelf item'),
	kind: z.literal(kind),
	name
});

const pump = z.strictObject({
	...head('pump'),
	maxHeadM: quantity('greatest head', 'head', { min: 0.1, max: 60 }),
	maxFlowLph: quantity('greatest flow', 'flow', { min: 20, max: 60_000 }),
	watts: quantity('power of the pump', 'power', { min: 1, max: 2000 }),
	outletMm: size('outlet for a tube of', 3, 60),
	heightMm: size('height of the pump', 20, 600),
	dial: oneOf('its dial', ['slows', 'throttles']).default('slows'),
	/** Read off a data sheet; none: by its nameplate. */
	points: z
		.array(
			z.strictObject({
				headM: quantity('head of a point', 'head', { min: 0, max: 60 }),
				flowLph: quantity('flow of a point', 'flow', { min: 0, max: 60_000 })
			})
		)
		.max(20)
		.default([])
		.refine((list) => list.length !== 1, 'one point makes no curve: give two at least, or none')
});

const tank = z.strictObject({
	...head('tank'),
	shape: builtTankShape,
	emptyKg: mass('empty weight')
});

const bucket = z
	.strictObject({
		...head('bucket'),
		bottomDiameterMm: size('across the bottom', 40, 1200),
		topDiameterMm: size('across the top', 40, 1200),
		heightMm: size('height', 40, 1200),
		emptyKg: mass('empty weight')
	})
	.refine(({ bottomDiameterMm, topDiameterMm }) => topDiameterMm <= 3 * bottomDiameterMm, {
		path: ['topDiameterMm'],
		error: () => 'across the top must be at most three times across the bottom, mm'
	});

const tube = z
	.strictObject({
		...head('tube'),
		use: oneOf('used for', ['feed', 'return']),
		nominalMm: size('sold as', 2, 200),
		innerDiameterMm: size('inner diameter', 1.5, 200),
		outerDiameterMm: size('outer diameter', 2, 220)
	})
	.refine((t) => t.outerDiameterMm > t.innerDiameterMm, {
		path: ['outerDiameterMm'],
		error: () => 'outer diameter must be over the inner diameter, mm'
	});

const emitter = z.strictObject({
	...head('emitter'),
	nominalFlowLph: quantity('flow at that head', 'flow', { min: 0.1, max: 2000 }),
	nominalHeadM: quantity('head it was measured at', 'head', { min: 0.05, max: 50 }),
	exponent: quantity('exponent', 'ratio', { min: 0.3, max: 1 }),
	cv: share('spread from one to the next', 0.5),
	barbMm: size('for a tube of', 2, 60),
	use: oneOf('used for', ['drip', 'tower', 'valve'])
});

/** A medium by what it is mixed of. */
const blend = z
	.array(
		z.strictObject({
			mediumId: id('medium'),
			percent: quantity('share', 'percent', { min: 1, max: 100 })
		})
	)
	.min(1, 'a medium is made of at least one')
	.max(6);

const medium = z
	.strictObject({
		...head('medium'),
		of: blend,
		/** What the grower measured in place of what the parts come to. */
		availableFraction: share('easy water, of its volume', 0.95).nullable(),
		airFraction: share('air after draining, of its volume', 0.95).nullable(),
		/** Litres of medium one piece makes; null: mixed of what is sold by itself. */
		pieceL: quantity('litres one piece makes', 'volume', { min: 0.02, max: 2000 })
			.nullable()
			.default(null)
	})
	.superRefine(({ of }, context) => {
		const total = of.reduce((sum, part) => sum + part.percent, 0);
		if (Math.abs(total - 100) > 0.01)
			context.addIssue({
				code: 'custom',
				path: ['of'],
				message: `what it is mixed of must come to 100 %, not ${Number(total.toFixed(2))} %`
			});
	});

const crop = z.strictObject({
	...head('crop'),
	/** The crop it is a variety of: all that is not said is as there. */
	like: id('crop'),
	spreadMm: size('spread full grown', 30, 3000),
	heightMm: size('height', 30, 4000),
	canopyM2: quantity('ground its leaves cover', 'area', { min: 0.002, max: 6 }),
	ecEarlyMsCm: quantity('strength for a young plant', 'strength', { min: 0.2, max: 5 }),
	ecFullMsCm: quantity('strength for a full one', 'strength', { min: 0.2, max: 6 }),
	dliMol: quantity('light it likes in a day', 'lightOfDay', { min: 1, max: 60 }),
	harvestDays: quantity('days to the first harvest', 'days', { min: 1, max: 1500 }).nullable(),
	massKg: quantity('weight with its crop', 'mass', { min: 0.01, max: 60 })
});

const lamp = z.strictObject({
	...head('lamp'),
	ppfUmolS: quantity('photon output', 'photons', { min: 1, max: 10_000 }),
	spreadDeg: quantity('spread of the light', 'angle', { min: 10, max: 170 }),
	lengthM: quantity('length of the lamp', 'span', { min: 0.02, max: 5 }),
	watts: quantity('power of the lamp', 'power', { min: 0, max: 5000 })
});

export const KINDS = { price, pump, tank, bucket, tube, emitter, medium, crop, lamp };

export type OwnKind = Exclude<keyof typeof KINDS, 'price'>;

/** What the growers of a place added to the shelf: prices, and parts, media and crops of their own. */
export const shelfItemSchema = z.discriminatedUnion(
	'kind',
	[price, keptItem, pump, tank, bucket, tube, emitter, medium, crop, lamp],
	{ error: () => `kind of shelf item must be one of price, kept, ${Object.keys(KINDS).join(', ')}` }
);

export type ShelfItem = z.infer<typeof shelfItemSchema>;

/** The version of a shelf item's row: raised once whenever its schema changes, with the upgrade. */
const SHELF_VERSION = 1;

/** A shelf item as it is written into its row. */
export const shelfDocument = (item: ShelfItem): string =>
	JSON.stringify({ schemaVersion: SHELF_VERSION, item });

/** A shelf item's row of any version brought up to this one; those before versions are the item alone. @throws InvalidInput where it is newer */
export const upgradeShelfItem = (raw: unknown): unknown => upgradeRow(raw, 'item', SHELF_VERSION);

export type OwnItem = Exclude<ShelfItem, { kind: 'price' | 'kept' }>;

/** The schema of one kind of own item, for its form. */
export const ownSchemaOf = (kind: OwnKind): z.ZodType => KINDS[kind];

/** A place's own shelf, as it travels in a file. */
export const ownShelfSchema = z
	.array(shelfItemSchema)
	.max(2000)
	.superRefine((items, context) => {
		const seen = new Set<string>();
		items.forEach((item, index) => {
			if (seen.has(item.id))
				context.addIssue({
					code: 'custom',
					path: [index, 'id'],
					message: `the id "${item.id}" is used twice`
				});
			seen.add(item.id);
		});
	});

/** A price as an item of the shelf. */
export const priceItem = (of: string, amount: number): ShelfItem => ({
	id: `price/${of}`,
	kind: 'price',
	of,
	price: amount
});

/** A bag or a bottle as an item of the shelf. */
export const keptItemOf = (of: string, kept: Kept): KeptItem => ({
	id: `kept/${of}`,
	kind: 'kept',
	of,
	...kept
});

/** The items of a kind among those of one’s own. */
export const of = <K extends OwnKind>(own: readonly ShelfItem[], kind: K) =>
	own.filter((item): item is Extract<OwnItem, { kind: K }> => item.kind === kind);
