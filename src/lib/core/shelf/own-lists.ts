import { z } from 'zod';
import { CROPS, type Crop, cropOf } from './crops';
import { LAMPS, lampOf } from './lamps';
import { MEDIA, type Medium, bagOf, mediumOf, mixtureOf } from './media';
import { KINDS, type OwnItem, type OwnKind, type ShelfItem, of } from './own';
import { type Emitter, type Pump, bucketOf, emitterOf, pumpOf, tankOf, tubeOf } from './parts';
import { type AllLists, BUILT_IN_SHELF, type Shelf } from './shelf';

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
export function plain<T extends { kind: string }>(item: T): Omit<T, 'kind'> {
	const { kind, ...rest } = item;
	void kind;
	return rest;
}

/** Its nameplate or data sheet, and a dial that throttles where it does. */
export function ownPump(item: Extract<OwnItem, { kind: 'pump' }>): Pump {
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
export function startOf(kind: OwnKind, like: { id: string }): Record<string, unknown> {
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
export const HOLE_SHARE = 0.62;

/** What runs out of a drilled hole under a metre of water, L/h. @param mm across the hole */
export const holeFlowLph = (mm: number): number =>
	HOLE_SHARE * (Math.PI / 4) * (mm / 1000) ** 2 * Math.sqrt(2 * 9.80665) * 3.6e6;
