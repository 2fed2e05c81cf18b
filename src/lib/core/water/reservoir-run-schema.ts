import { z } from 'zod';
import { quantity } from '../quantity';

const litres = (name: string) => quantity(name, 'volume', { min: 0, max: 100_000 });
const ms = (name: string) => quantity(name, 'strength', { min: 0, max: 20 });
/** One figure for all days, or a list with one a day. */
const daily = (name: string) => {
	const each = quantity(name, 'use', { min: 0, max: 100_000 });
	return z.union([each, z.array(each)], {
		error: () => `${name} must be a number from 0 to 100,000 L a day, or a list with one a day`
	});
};
const everyDays = (name: string) => quantity(name, 'days', { min: 1, max: 365, whole: true });

const topUp = z.discriminatedUnion(
	'kind',
	[
		z.strictObject({ kind: z.literal('none') }),
		z.strictObject({
			kind: z.literal('refill'),
			everyDays: everyDays('days between refills'),
			toL: litres('refill level'),
			ecMsCm: ms('strength of the refill')
		}),
		z.strictObject({
			kind: z.literal('float'),
			setL: litres("the float's level"),
			ecMsCm: ms('strength of the top-up'),
			/** null: the mains. */
			reserveL: litres('reserve').nullable()
		})
	],
	{ error: () => 'top-up kind must be one of none, refill, float' }
);

/** When all of the solution is changed: whichever comes first. */
const change = z
	.strictObject({
		everyDays: everyDays('days between changes').optional(),
		toppedUpL: quantity('litres topped up', 'volume', { above: 0, max: 100_000 }).optional(),
		driftPercent: quantity('drift', 'percent', { above: 0, max: 1000 }).optional(),
		toL: quantity('fill of a change', 'volume', { above: 0, max: 100_000 }),
		ecMsCm: ms('strength of a change')
	})
	.refine(
		(c) => [c.everyDays, c.toppedUpL, c.driftPercent].some((trigger) => trigger !== undefined),
		'a change needs what brings it on: days, litres topped up, or drift'
	);

export const reservoirRunInput = z
	.strictObject({
		startL: quantity('water at the start', 'volume', { above: 0, max: 100_000 }),
		ecStartMsCm: ms('strength at the start'),
		pumpMinimumL: litres("the pump's minimum"),
		useLPerDay: daily('use'),
		/** Whether what drains comes back to the tank. */
		drainage: z
			.enum(['returns', 'none'], { error: () => 'drainage must be one of returns, none' })
			.default('returns'),
		uptakeEcMsCm: ms('strength of uptake').optional(),
		/** What is taken up, as a share of the tank's strength at the moment. */
		uptakeShare: quantity('share of uptake', 'ratio', { min: 0, max: 3 }).optional(),
		wasteLPerDay: daily('waste').default(0),
		evaporationLPerDay: quantity('evaporation', 'use', { min: 0, max: 100_000 }).default(0),
		rainLPerDay: daily('rain').default(0),
		/** The lowest opening: what comes over it runs off. */
		brimL: quantity('brim', 'volume', { above: 0, max: 100_000 }).optional(),
		days: everyDays('days'),
		topUp,
		change: change.optional()
	})
	.superRefine((input, context) => {
		const wrong = (path: string, message: string) =>
			context.addIssue({ code: 'custom', path: [path], message });
		const { drainage, uptakeEcMsCm: ec, uptakeShare: share } = input;
		if (drainage === 'none') {
			const useless = 'where nothing comes back, what is drunk leaves at the tank’s own strength';
			if (ec !== undefined) wrong('uptakeEcMsCm', useless);
			if (share !== undefined) wrong('uptakeShare', useless);
		} else if (ec === undefined && share === undefined)
			wrong('uptakeEcMsCm', 'give the strength of uptake, 0 to 20 mS/cm, or its share, 0 to 3');
		else if (ec !== undefined && share !== undefined)
			wrong('uptakeShare', 'give either the strength of uptake or its share, not both');
		const { brimL, topUp } = input;
		const filled = [
			input.startL,
			topUp.kind === 'refill' ? topUp.toL : topUp.kind === 'float' ? topUp.setL : 0,
			input.change?.toL ?? 0
		];
		if (brimL !== undefined && filled.some((litres) => litres > brimL))
			wrong('brimL', 'brim must be at least what the tank is filled to, L');
	});
export type ReservoirRunInput = z.input<typeof reservoirRunInput>;

const CHANGES = ['days', 'litres', 'drift'] as const;
export const reservoirRunOutput = z.strictObject({
	days: z.array(
		z.strictObject({
			day: z.number(),
			volumeL: z.number(),
			ecMsCm: z.number(),
			reserveL: z.number().nullable(),
			addedL: z.number()
		})
	),
	changes: z.array(z.strictObject({ day: z.number(), by: z.enum(CHANGES) })),
	firstDayBelowPump: z.number().nullable(),
	reserveEmptyDay: z.number().nullable(),
	ecMinMsCm: z.number(),
	ecMaxMsCm: z.number(),
	totals: z.strictObject({
		usedL: z.number(),
		wastedL: z.number(),
		evaporatedL: z.number(),
		addedL: z.number(),
		changedL: z.number(),
		ranOffL: z.number()
	})
});
export type ReservoirRun = z.infer<typeof reservoirRunOutput>;
