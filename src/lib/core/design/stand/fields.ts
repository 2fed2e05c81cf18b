import { z } from 'zod';
import { id, key, oneOf, quantity, text } from '../../quantity';
import { FIXING_NAMES } from '../../shelf';
import { placementSchema } from '../placement';

/**
 * The vocabulary of stands: what variants have in common has one name and one range, so that findings, grips
 * and forms can be written once for all of them. Each field says its title, its unit or its choices itself.
 */
export const size = (title: string, min: number, max: number) =>
	quantity(title, 'size', { min, max });
/** Small volumes: a site's, a pocket's. */
export const volumeMl = (title: string, min: number, max: number) =>
	quantity(title, 'liquid', { min, max });
/** Degrees from nought to a most. */
export const angle = (title: string, max: number) => quantity(title, 'angle', { min: 0, max });
/** A whole number of things. */
export const count = (title: string, min: number, max: number) =>
	quantity(title, 'count', { min, max, whole: true });
/** How far out of true something stands. */
export const lean = (title: string, max: number) => quantity(title, 'slope', { min: 0, max });
/** Percent from nought to a most. */
export const percent = (title: string, max: number) => quantity(title, 'percent', { min: 0, max });
/** Something that is there or not. */
export const yesNo = (title: string) => z.boolean(`${title} must be true or false`).meta({ title });

/** Held at its top by something that holds. */
export const tied = z
	.boolean('tied at the top must be true or false')
	.default(false)
	.meta({ title: 'tied at the top' });

/** A field that documents may leave out, with what it then is. */
export const usually = <S extends z.ZodType>(schema: S, value: z.input<S>) =>
	schema.default(value as never).meta(schema.meta() ?? {});

/** What towers and stacks are held by. */
export const FOOTINGS = {
	lid: 'the lid of the tank',
	base: 'bases of their own',
	hung: 'a frame they hang from',
	wall: 'clips on a wall'
} as const;
export type FootingKind = keyof typeof FOOTINGS;

/** An item of the shelf by its id; `use` narrows what is offered. */
export const part = (title: string, shelf: string, use?: string) =>
	id(title).meta({ title, shelf, ...(use && { use }) });

/** One of a few words, each with what a grower reads. */
export const choice = <const K extends string>(title: string, options: Record<K, string>) =>
	oneOf(title, Object.keys(options) as [K, ...K[]]).meta({ title, options });

/** Where what runs out at the foot of a stand goes. */
export const DRAINS = {
	tank: 'back to the tank',
	waste: 'to waste',
	stays: 'nowhere: it stays in saucers'
} as const;
/** What every stand that can be drained either way has. */
export const drained = {
	drainsTo: choice('drainage goes', DRAINS)
		.default('tank')
		.meta({ title: 'drainage goes', options: DRAINS })
};
/** A kind that drains one way alone. */
export const drainedTo = <const T extends keyof typeof DRAINS>(to: T) => ({
	drainsTo: z.literal(to).default(to as never)
});

/** What every stand has. */
export const head = <const V extends string, const F extends string>(variant: V, family: F) => ({
	id: key('stand id'),
	family: z.literal(family),
	variant: z.literal(variant),
	name: text('name of the stand', 60),
	/** Where it was put; null: end to end from the tank. */
	at: placementSchema.nullable().default(null)
});

/** No longer row is served from one end. */
const MOST_ROW_MM = 60_000;

/** A row of things on something level. */
export const levelRowOf = (what: string, things: string) => ({
	lengthMm: size(`length of the ${what}`, 200, MOST_ROW_MM),
	lowEndHeightMm: size(`height of the ${what}`, 0, 2500),
	endClearMm: size('clearance at the ends', 0, 2000),
	pitchMm: size(`${things} spacing`, 50, 3000),
	rows: count('rows', 1, 40),
	rowGapMm: size('distance between rows', 100, 3000)
});

/** A falling row of things on something: benches, trays, gutters. */
export const rowOf = (what: string, things: string) => {
	const { lengthMm, endClearMm, pitchMm, rows, rowGapMm } = levelRowOf(what, things);
	return {
		lengthMm,
		lowEndHeightMm: size(`height of the ${what} at the low end`, 0, 2500),
		fallPercent: percent(`fall of the ${what}`, 20),
		endClearMm,
		pitchMm,
		rows,
		rowGapMm
	};
};

/** Where the main comes into a header across rows. */
export const HEADER_FED = { end: 'at its end', middle: 'in its middle' } as const;

/** A header, rows from it, and small tubes from a row to each stake. */
export const stakes = {
	headerTubeId: part('header tube, across the rows', 'tubes', 'feed'),
	headerFed: choice('header fed', HEADER_FED),
	rowTubeId: part('feed row tube', 'tubes', 'feed'),
	feedFallPercent: percent('fall of the feed row back to the tank', 10),
	feedAboveRimMm: size('feed row above the rims', 0, 600),
	emitterId: part('emitter', 'emitters', 'drip'),
	stakeTubeId: part('stake tube', 'tubes', 'feed'),
	stakeTubeMm: size('length of a stake tube', 50, 3000)
};

/** The way back in a pipe of its own. */
export const returnPipe = (under: string) => ({
	returnTubeId: part('return pipe', 'tubes', 'return'),
	/** Its centre below what it hangs under. */
	returnDropMm: size(`return under the ${under}`, 20, 500),
	returnLift: yesNo('lift pump at the end of the return')
});

/** What goes into a wall: of one kind, or of two mixed. */
export const wallFixing = {
	fixing: usually(choice('fixing on a wall', FIXING_NAMES), 'brick-plug'),
	otherFixings: usually(count('fixings of another kind beside them', 0, 40), 0),
	otherFixing: usually(choice('the other kind', FIXING_NAMES), 'stud-screw')
};

/** As a wall of brick has it. */
export const USUAL_FIXING = {
	fixing: 'brick-plug',
	otherFixings: 0,
	otherFixing: 'stud-screw'
} as const;

/** How towers and stacks are held, and what by. */
export const freely = {
	tied,
	baseMm: usually(size('width of its base (0: as wide as its bowl)', 0, 3000), 0)
};
export const heldBy = {
	footing: choice('held by', FOOTINGS),
	...freely,
	clips: usually(count('clips up a wall, one over the other', 1, 20), 2),
	...wallFixing
};
/** The fields of it, as they are shown. */
export const FREE_SHEET = ['footing', 'baseMm', 'tied', 'lowEndHeightMm', 'leanMmPerM'] as const;
export const CLIP_SHEET = ['clips', 'fixing', 'otherFixings', 'otherFixing'] as const;
export const HELD_SHEET = [...FREE_SHEET, ...CLIP_SHEET] as const;
