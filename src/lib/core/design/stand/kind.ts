import type { z } from 'zod';
import type { AreaKind } from '../area-kinds';
import type { Loop } from '../loop';
import type { Noun } from '../../quantity';
import type { Shelf } from '../../shelf';

export type Family = 'drip' | 'tower' | 'dutch-buckets' | 'float-valved';

/** Where a plant may stand, before anything is laid out. */
export interface Slot {
	id: string;
	label: string;
	row: number;
	column: number;
	/** Which of several at one place. */
	plant: number;
}

/** What a grower has and wants, as far as they said. */
export interface StandRequest {
	plants: number;
	cropId: string;
	/** Free for it, mm. */
	lengthMm: number;
	depthMm: number;
	heightMm: number;
	/** Containers they have already. */
	bucketId?: string;
}

/**
 * All that must be known of a variant before it is laid out. `sheet` names the fields a grower sets, in the
 * order they are shown; `start` makes a sensible stand from a few answers; `loop` says what the loop around it
 * needs that differs from the usual pump and tank.
 */
export interface StandKind<S extends { id: string }> {
	family: Family;
	variant: string;
	title: string;
	/** What it is, in a sentence. */
	about: string;
	/** What speaks for it, in a few words. */
	good: string;
	words: { container: Noun; outlet: Noun; stand: string };
	/** Water is pushed at the roots by a timer, or let in by a valve as it is drunk. */
	feeding: 'pump' | 'valve';
	/** For choosing: where it is at home, what it costs in work, and plants it suits. */
	suits: {
		places: readonly AreaKind[];
		effort: 1 | 2 | 3;
		/** Large plants have room and hold. */
		tall: boolean;
		height: 'low' | 'tall';
		/** Most plants it makes sense for. */
		most?: number;
	};
	schema: z.ZodObject;
	/** The count that makes it longer along the front. */
	along: string;
	sheet: { sites: readonly (keyof S & string)[]; lines: readonly (keyof S & string)[] };
	slots(stand: S): Slot[];
	start(ask: StandRequest, shelf: Shelf): Omit<S, 'at'>;
	loop?(loop: Loop, ask: StandRequest, shelf: Shelf): Loop;
}

/** Small roots in a tower want water often: a repeat timer, round the clock. */
export const oftenFed = ({ design, operation }: Loop): Loop => ({
	design,
	operation: {
		...operation,
		feed: { ...operation.feed, school: 'repeat', repeatEveryMin: 30 }
	}
});

/** A loop around a stand whose tank differs from the usual. */
export const withTank = (
	{ design, operation }: Loop,
	tank: Partial<Loop['design']['tank']>
): Loop => ({
	design: { ...design, tank: { ...design.tank, ...tank } },
	operation
});

/** A letter for a row, channel or tower: A … Z, then AA … */
export function rowLetter(row: number): string {
	const letter = String.fromCharCode(65 + (row % 26));
	return row < 26 ? letter : `${rowLetter(Math.floor(row / 26) - 1)}${letter}`;
}

/** Which row a letter stands for. */
export const rowIndex = (letters: string): number =>
	[...letters].reduce((sum, c) => sum * 26 + c.charCodeAt(0) - 64, 0) - 1;

/**
 * The id of a site: its row or tower, its column or ring, and its plant, each counted from one, at the low end
 * or the lowest ring, so that what grows at the other end leaves it as it is.
 */
export const siteId = (standId: string, row: number | string, column: number, plant: number) =>
	`${standId}/${row}/${column + 1}/${plant + 1}`;

/** Sites in rows and columns, some with several plants each, told apart by a small letter. */
export function gridSlots(standId: string, rows: number, columns: number, plants = 1): Slot[] {
	const slots: Slot[] = [];
	for (let row = 0; row < rows; row++)
		for (let column = 0; column < columns; column++)
			for (let plant = 0; plant < plants; plant++) {
				const small = plants > 1 ? String.fromCharCode(97 + plant) : '';
				const label = `${rowLetter(row)}${column + 1}${small}`;
				slots.push({ id: siteId(standId, row + 1, column, plant), label, row, column, plant });
			}
	return slots;
}

/** How many of a size and spacing fit between two ends. */
export const fitting = (lengthMm: number, endClearMm: number, pitchMm: number): number =>
	Math.max(1, Math.floor((lengthMm - 2 * endClearMm) / pitchMm + 1e-9) + 1);
