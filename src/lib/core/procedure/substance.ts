import { z } from 'zod';
import { oneOf, text } from '../quantity';
import { bottleSchema } from './bottle';

const name = text('name', 80);
/** Which bottle of concentrate. */
export const concentrateName = oneOf('bottle', ['A', 'B']);

/** What is poured, stirred in or thrown away, named so that it cannot be taken for another. */
export const substanceSchema = z.discriminatedUnion('kind', [
	z.strictObject({
		kind: z.literal('water'),
		form: oneOf('water', ['plain', 'hand-warm', 'cold', 'without-chlorine']),
		/** So much of it is another water, percent. */
		blend: z.strictObject({ percent: z.number(), name }).nullable()
	}),
	/** A salt or a product out of its bag or bottle. */
	z.strictObject({ kind: z.literal('nutrient'), of: text('ingredient', 60), name }),
	/** What was made up in a jug, and what is in it. */
	z.strictObject({
		kind: z.literal('jug'),
		jug: oneOf('jug', ['calcium', 'iron', 'other']),
		/** Which of how many jugs of one card; null: it is named by what is in it. */
		place: z.strictObject({ at: z.number(), of: z.number() }).nullable(),
		holds: z.array(name).min(1).max(40)
	}),
	z.strictObject({ kind: z.literal('concentrate'), bottle: concentrateName }),
	/** Acid or base, with its strength; so many times its volume of water it was thinned in, 0 as it is. */
	z.strictObject({
		kind: z.literal('ph'),
		way: oneOf('what moves the pH', ['acid', 'base']),
		bottle: bottleSchema,
		waterTimes: z.number().min(0)
	}),
	/** What is in the tank now. */
	z.strictObject({ kind: z.literal('solution') })
]);
export type Substance = z.infer<typeof substanceSchema>;
export type Water = Extract<Substance, { kind: 'water' }>;

/** So much of something, in the core's unit of what it is. */
export const amountSchema = z.strictObject({
	of: oneOf('amount', ['volume', 'liquid', 'salt', 'trace', 'strength']),
	value: z.number(),
	/** Level scoops of it; null: it is not measured so. */
	scoops: z.number().nullable()
});
export type Amount = z.infer<typeof amountSchema>;

/** So much, as a step holds it. */
export const amount = (of: Amount['of'], value: number, scoops: number | null = null): Amount => ({
	of,
	value,
	scoops
});

/** Plain water, or water of another form, with a second one in it or none. */
export const water = (form: Water['form'], blend: Water['blend'] = null): Water => ({
	kind: 'water',
	form,
	blend
});
