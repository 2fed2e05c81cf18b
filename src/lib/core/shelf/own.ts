import { z } from 'zod';
import { id, oneOf, quantity, text, upgradeRow } from '../quantity';
import { cropOf, CROPS, type Crop } from './crops';
import { lampOf, LAMPS } from './lamps';
import { bagOf, MEDIA, mediumOf, mixtureOf, type Medium } from './media';
import { bucketOf, emitterOf, pumpOf, tankOf, tubeOf, type Emitter, type Pump } from './parts';
import { BUILT_IN_SHELF, type AllLists, type Kept, type Shelf } from './shelf';
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

const KINDS = { price, pump, tank, bucket, tube, emitter, medium, crop, lamp };
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

const of = <K extends OwnKind>(own: readonly ShelfItem[], kind: K) =>
	own.filter((item): item is Extract<OwnItem, { kind: K }> => item.kind === kind);

/** What an own item is on the shelf: the list it stands in. */
export const LIST_OF: Record<OwnKind, keyof AllLists> = {
	pump: 'pumps',
	tank: 'tanks',
	bucket: 'buckets',
	tube: 'tubes',
	emitter: 'emitters',
	medium: 'media',
	crop: 'crops',
	lamp: 'lamps'
};

/** An item without what says only which kind it is. */
function plain<T extends { kind: string }>(item: T): Omit<T, 'kind'> {
	const { kind, ...rest } = item;
	void kind;
	return rest;
}

/** Its nameplate or data sheet, and a dial that throttles where it does. */
function ownPump(item: Extract<OwnItem, { kind: 'pump' }>): Pump {
	const { dial, points, ...figures } = plain(item);
	return pumpOf({
		...figures,
		minimumDepthMm: item.heightMm,
		...(dial === 'throttles' && { dial }),
		...(points.length > 0 && { points })
	});
}

const ownMedium = (item: Extract<OwnItem, { kind: 'medium' }>): Medium => {
	const { coarse, ...figures } = mixtureOf(item.of, MEDIA);
	const [only] = item.of;
	const sold = item.pieceL
		? { piece: 'piece', pieces: 'pieces', makesL: item.pieceL }
		: item.of.length === 1
			? MEDIA.find(({ id }) => id === only!.mediumId)?.sold
			: undefined;
	return mediumOf(item.id, item.name, coarse, sold ?? bagOf(50), {
		...figures,
		availableFraction: item.availableFraction ?? figures.availableFraction,
		airFraction: item.airFraction ?? figures.airFraction
	});
};
const ownEmitter = (item: Extract<OwnItem, { kind: 'emitter' }>): Emitter => {
	const { nominalFlowLph, nominalHeadM, exponent } = item;
	const law = { kind: 'orifice' as const, nominalFlowLph, nominalHeadM, exponent };
	return emitterOf(item.id, item.name, law, item.cv, 'any', item.barbMm, [item.use]);
};
const ownCrop = (item: Extract<OwnItem, { kind: 'crop' }>): Crop => {
	const { like, ...figures } = plain(item);
	const base = CROPS.find((one) => one.id === like) ?? CROPS[0]!;
	return cropOf({ ...base, ...figures, plural: item.name });
};

/** The built-in shelf with what a place added to it. */
export function shelfWith(own: readonly ShelfItem[]): Shelf {
	if (own.length === 0) return BUILT_IN_SHELF;
	const { pumps, tanks, buckets, tubes, emitters } = BUILT_IN_SHELF;
	return {
		...BUILT_IN_SHELF,
		pumps: [...pumps, ...of(own, 'pump').map(ownPump)],
		tanks: [
			...tanks,
			...of(own, 'tank').map((item) => tankOf(item.id, item.name, item.shape, item.emptyKg))
		],
		buckets: [...buckets, ...of(own, 'bucket').map((item) => bucketOf(plain(item)))],
		tubes: [...tubes, ...of(own, 'tube').map((item) => tubeOf(plain(item)))],
		emitters: [...emitters, ...of(own, 'emitter').map(ownEmitter)],
		media: [...MEDIA, ...of(own, 'medium').map(ownMedium)],
		crops: [...CROPS, ...of(own, 'crop').map(ownCrop)],
		lamps: [...LAMPS, ...of(own, 'lamp').map((item) => lampOf(plain(item)))],
		prices: Object.fromEntries(
			own.flatMap((item) => (item.kind === 'price' ? [[item.of, item.price]] : []))
		),
		kept: Object.fromEntries(
			own.flatMap((item) => {
				if (item.kind !== 'kept') return [];
				const { price, left, openedOn, scoopG } = item;
				return [[item.of, { price, left, openedOn, scoopG }]];
			})
		)
	};
}

/** An own item to begin from, like something that is on the shelf already. */
export function likeOnShelf(
	kind: OwnKind,
	shelf: AllLists,
	likeId: string,
	itemId: string
): OwnItem {
	const list = shelf[LIST_OF[kind]] as readonly { id: string; name: string }[];
	const found = list.find((item) => item.id === likeId) ?? list[0]!;
	const like = found as unknown as Record<string, never>;
	const schema = KINDS[kind] as unknown as { shape: Record<string, z.ZodType> };
	const taken = Object.fromEntries(
		Object.keys(schema.shape).map((field) => [field, like[field] as unknown])
	);
	const start = {
		...taken,
		...startOf(kind, found),
		id: itemId,
		kind,
		name: `My ${found.name}`.slice(0, 60)
	};
	return start as unknown as OwnItem;
}

/** What an own item has that stands otherwise, or not at all, in one of the shelf. */
function startOf(kind: OwnKind, like: { id: string }): Record<string, unknown> {
	if (kind === 'medium')
		return {
			of: [{ mediumId: like.id, percent: 100 }],
			availableFraction: null,
			airFraction: null,
			pieceL: null
		};
	if (kind === 'crop') return { like: like.id };
	if (kind === 'pump') return { dial: 'slows', points: [] };
	if (kind !== 'emitter') return {};
	const { law, use } = like as unknown as Shelf['emitters'][number];
	const orifice =
		law.kind === 'orifice'
			? law
			: law.kind === 'compensating'
				? { nominalFlowLph: law.nominalFlowLph, nominalHeadM: law.minHeadM, exponent: 0.5 }
				: { nominalFlowLph: 30, nominalHeadM: 1, exponent: 0.5 };
	const { nominalFlowLph, nominalHeadM, exponent } = orifice;
	return { nominalFlowLph, nominalHeadM, exponent, use: use[0] };
}

/** Discharge of a sharp-edged hole, after Idelchik, Handbook of Hydraulic Resistance. */
const HOLE_SHARE = 0.62;

/** What runs out of a drilled hole under a metre of water, L/h. @param mm across the hole */
export const holeFlowLph = (mm: number): number =>
	HOLE_SHARE * (Math.PI / 4) * (mm / 1000) ** 2 * Math.sqrt(2 * 9.80665) * 3.6e6;
