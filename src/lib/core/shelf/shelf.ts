import { CROPS, type Crop } from './crops';
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

/** Everything a design may name by id. */
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
export interface Shelf extends ShelfLists {
	/** By line of the parts list: each, a metre of tube, a litre of medium. */
	prices: Readonly<Record<string, number>>;
}

export const BUILT_IN_LISTS: ShelfLists = {
	tubes: TUBES,
	emitters: EMITTERS,
	pumps: PUMPS,
	buckets: BUCKETS,
	elbows: ELBOWS,
	tanks: TANKS,
	media: MEDIA,
	crops: CROPS
};
export const BUILT_IN_SHELF: Shelf = { ...BUILT_IN_LISTS, prices: {} };

/** The item with this id, or the first of its kind: an unknown part is a finding, not a crash. */
export function pick<T extends { id: string }>(list: readonly T[], id: string): T {
	return list.find((item) => item.id === id) ?? list[0]!;
}

/** Ids a design names that are not on this shelf. */
export const has = (list: readonly { id: string }[], id: string): boolean =>
	list.some((item) => item.id === id);
