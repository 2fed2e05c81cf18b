import { CROPS, type Crop } from './crops';
import { LAMPS, type LampPart } from './lamps';
import { MEDIA, type Medium } from './media';
import {
	BUCKETS,
	ELBOWS,
	EMITTERS,
	PUMPS,
	TANKS,
	TUBES,
	type Bucket,
	type DrainElbow,
	type Emitter,
	type Pump,
	type TankPart,
	type Tube
} from './parts';

/** Everything a design may name by id where it is laid out. */
export interface ShelfLists {
	tubes: readonly Tube[];
	emitters: readonly Emitter[];
	pumps: readonly Pump[];
	buckets: readonly Bucket[];
	elbows: readonly DrainElbow[];
	tanks: readonly TankPart[];
	media: readonly Medium[];
	crops: readonly Crop[];
}
/** And what is only copied from: a lamp that hangs has figures of its own. */
export interface AllLists extends ShelfLists {
	lamps: readonly LampPart[];
}
export interface Shelf extends AllLists {
	/** By line of the parts list: each, a metre of tube, a litre of medium. */
	prices: Readonly<Record<string, number>>;
	/** Bags and bottles that stand on it, by salt or by the product's name. */
	kept: Readonly<Record<string, Kept>>;
}

/** A bag or a bottle the grower keeps. */
export interface Kept {
	/** Of a kilogram, or of a litre. */
	price: number | null;
	/** What is left, g or mL. */
	left: number | null;
	openedOn: string | null;
	/** What a level scoop of it weighs. */
	scoopG: number | null;
}
/** A bag nobody has said anything of. */
export const NOTHING_KEPT: Kept = { price: null, left: null, openedOn: null, scoopG: null };
/** What a level kitchen teaspoon of a salt weighs, for who has not weighed their own. */
const USUAL_SCOOP_G = 5;
/** What a level scoop of it weighs, g: the grower's own, else a teaspoon's. */
export const scoopOf = (kept: Shelf['kept'], of: string): number =>
	kept[of]?.scoopG ?? USUAL_SCOOP_G;

export const BUILT_IN_LISTS: AllLists = {
	tubes: TUBES,
	emitters: EMITTERS,
	pumps: PUMPS,
	buckets: BUCKETS,
	elbows: ELBOWS,
	tanks: TANKS,
	media: MEDIA,
	crops: CROPS,
	lamps: LAMPS
};
export const BUILT_IN_SHELF: Shelf = { ...BUILT_IN_LISTS, prices: {}, kept: {} };

/** The item with this id, or the first of its kind: an unknown part is a finding, not a crash. */
export function pick<T extends { id: string }>(list: readonly T[], id: string): T {
	return list.find((item) => item.id === id) ?? list[0]!;
}

/** Ids a design names that are not on this shelf. */
export const has = (list: readonly { id: string }[], id: string): boolean =>
	list.some((item) => item.id === id);

/** A part without what tells it from others of its kind: what stands before the comma of its name. */
export const kindOfPart = ({ name }: { name: string }): string => name.split(', ')[0]!;
