import { z } from 'zod';
import { oneOf, text } from '../quantity';
import { pouringSchema } from './bottle';
import { amountSchema, concentrateName, substanceSchema } from './substance';

/** What a meter should show after a step, and how far off still counts as right. */
export const expectedSchema = z.strictObject({
	what: oneOf('what is read', ['strength', 'ph']),
	value: z.number(),
	low: z.number(),
	high: z.number()
});
export type Expected = z.infer<typeof expectedSchema>;

/** What can hurt somebody or spoil the mix at a step. */
export const cautionSchema = z.discriminatedUnion('code', [
	z.strictObject({
		code: z.enum([
			/** Calcium meets nothing as a concentrate. */
			'calcium',
			'dust',
			'acid',
			'base',
			/** Nothing of the first bottle comes into the second. */
			'rinse',
			/** Where a bottle is kept. */
			'keep',
			/** First A is stirred in, then B. */
			'a-then-b',
			/** Where it may be poured away. */
			'drain'
		])
	}),
	/** It is so strong that it burns at once, and what it must never meet. */
	z.strictObject({ code: z.literal('burns') }),
	/** No more of it in a day. */
	z.strictObject({ code: z.literal('no-more'), amount: amountSchema })
]);
export type Caution = z.infer<typeof cautionSchema>;

/** Why a step is done, where that is no matter of course. */
export const whySchema = z.discriminatedUnion('code', [
	/** It is at this pH now. */
	z.strictObject({ code: z.literal('ph-now'), ph: z.number() }),
	/** A second acid does the rest. */
	z.strictObject({ code: z.literal('second-follows') }),
	/** A bottle twice leaves the plants without the other; what a change of all of it costs. */
	z.strictObject({
		code: z.literal('bottle-twice'),
		cost: z.strictObject({ litres: z.number(), grams: z.number(), money: z.number().nullable() })
	})
]);
export type Why = z.infer<typeof whySchema>;
export type ChangeCost = Extract<Why, { code: 'bottle-twice' }>['cost'];

/** What a step changes of the water: only then something is poured. */
const changes = oneOf('what it changes', ['water', 'strength', 'ph', 'nothing']);

const shared = {
	id: text('step', 40),
	changes,
	/** Minutes to wait before it. */
	waitMin: z.number().min(0).max(600).nullable(),
	expect: expectedSchema.nullable(),
	caution: cautionSchema.nullable(),
	why: whySchema.nullable(),
	/** Which time the rest of a card was planned anew; 0: it is of the card itself. */
	round: z.number().int().min(0).max(100)
};
/** What is mixed in. */
const vessel = oneOf('vessel', ['tank', 'reserve', 'loop', 'tub', 'bottle-a', 'bottle-b']);
export type Vessel = z.infer<typeof vessel>;
const what = substanceSchema;
const item = z.strictObject({ what, amount: amountSchema });

/** A pH to come to: between what and what, or, where crops do not agree, about one. */
const band = z.strictObject({ low: z.number(), high: z.number(), about: z.number().nullable() });
export type Band = z.infer<typeof band>;

/** One thing that hands do. Every word of it is made where it is shown, in the units of who reads it. */
export const stepSchema = z.discriminatedUnion('verb', [
	/** Water into a vessel, up to so much, before anything else goes in. */
	z.strictObject({ ...shared, verb: z.literal('fill'), vessel, what, amount: amountSchema }),
	/** Water up to a mark, which stands so high in the tank. */
	z.strictObject({
		...shared,
		...{ verb: z.literal('fill-to-mark'), vessel, what, amount: amountSchema },
		heightMm: z.number().nullable()
	}),
	/** So much water to what there is. */
	z.strictObject({ ...shared, verb: z.literal('add-water'), what, amount: amountSchema }),
	/** What is too little to weigh, many times over in a litre. */
	z.strictObject({
		...shared,
		verb: z.literal('dissolve'),
		into: what,
		items: z.array(item).min(1)
	}),
	/** Into the vessel and stirred, or into a bottle and shaken, until it is clear. */
	z.strictObject({
		...shared,
		...{ verb: z.literal('add'), vessel, what, amount: amountSchema, shaken: z.boolean() }
	}),
	/** A strong acid or base slowly into so much cold water. */
	z.strictObject({
		...shared,
		...{ verb: z.literal('thin'), what, amount: amountSchema, into: amountSchema }
	}),
	/** Acid or base: all of it, the first half, the rest, or no more than so much at a time. */
	z.strictObject({
		...shared,
		verb: z.literal('pour'),
		what,
		amount: amountSchema,
		part: oneOf('part', ['all', 'half', 'rest', 'little']),
		/** All that goes in of what is in the bottle itself. */
		ofBottle: amountSchema.nullable(),
		band: band.nullable()
	}),
	/** No amount of an acid or a base is told, and why. */
	z.strictObject({ ...shared, verb: z.literal('no-amount'), pouring: pouringSchema }),
	/** pH and alkalinity of the water do not agree: both are measured before anything is poured. */
	z.strictObject({ ...shared, verb: z.literal('measure-water'), band }),
	/** A meter in the vessel. */
	z.strictObject({
		...shared,
		verb: z.literal('read'),
		amount: amountSchema,
		after: oneOf('read after', ['pump', 'stirring', 'again'])
	}),
	/** A meter into its standard. */
	z.strictObject({ ...shared, verb: z.literal('set-meter') }),
	/** Some of it out, or all. */
	z.strictObject({
		...shared,
		...{ verb: z.literal('drain'), what, amount: amountSchema.nullable() }
	}),
	/** Its label onto a bottle. */
	z.strictObject({ ...shared, verb: z.literal('label'), bottle: concentrateName }),
	/** Weaker than grown plants will take. */
	z.strictObject({ ...shared, verb: z.literal('part-strength') }),
	/** Nothing of what there is leads there: why, as the operation said. */
	z.strictObject({ ...shared, verb: z.literal('no-way'), reason: text('why', 400) }),
	/** A look or a touch before a first run. */
	z.strictObject({
		...shared,
		verb: z.literal('check'),
		check: oneOf('check', ['plain-water', 'joints', 'level', 'air', 'pump-stops', 'valve-shuts'])
	}),
	/** Young plants from above by hand. */
	z.strictObject({
		...shared,
		verb: z.literal('water'),
		standId: text('stand', 60),
		/** To each plant, each time. */
		amount: amountSchema,
		everyDays: z.number(),
		days: z.number(),
		until: z.iso.date(),
		/** Under a valve: how far roots have to go down to what it keeps, mm; null: there is none. */
		reachMm: z.number().nullable()
	}),
	/** A step of a card that was written before steps were data: shown as it was. */
	z.strictObject({
		...shared,
		verb: z.literal('prose'),
		prose: z.strictObject({
			text: text('what to do', 600),
			amount: text('amount', 80).nullable(),
			caution: text('caution', 400).nullable()
		})
	})
]);
export type Step = z.infer<typeof stepSchema>;
export type Verb = Step['verb'];
export type StepOf<V extends Verb> = Extract<Step, { verb: V }>;
type Shared = 'changes' | 'waitMin' | 'expect' | 'caution' | 'why' | 'round';
type Own<V extends Verb> = Omit<StepOf<V>, Shared | 'verb' | 'id'>;

/**
 * One step. What is not said of it is nothing: no wait, no reading, no caution.
 *
 * @param own what a step of this verb holds, and what more there is to say
 */
export const act = <V extends Verb>(
	verb: V,
	id: string,
	own: Own<V> & Partial<Pick<StepOf<V>, Shared>>
): StepOf<V> =>
	({
		...{ id, verb, changes: 'nothing', waitMin: null, expect: null },
		...{ caution: null, why: null, round: 0 },
		...own
	}) as unknown as StepOf<V>;

/** Something is poured at it, so that doing it twice does harm. */
export const pours = ({ changes }: Step): boolean => changes !== 'nothing';
/** It is about the pH. */
export const isOfPh = ({ changes, expect, verb }: Step): boolean =>
	changes === 'ph' || expect?.what === 'ph' || verb === 'no-amount' || verb === 'measure-water';
