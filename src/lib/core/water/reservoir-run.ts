import { z } from 'zod';
import { quantity, refuse } from '../quantity';

const litres = (name: string) => quantity(name, 'volume', { min: 0, max: 100_000 });
const ms = (name: string) => quantity(name, 'strength', { min: 0, max: 20 });
const use = quantity('use', 'use', { min: 0, max: 100_000 });

export const reservoirRunInput = z.strictObject({
	startL: quantity('water at the start', 'volume', { above: 0, max: 100_000 }),
	ecStartMsCm: ms('strength at the start'),
	pumpMinimumL: litres("the pump's minimum"),
	useLPerDay: z.union([use, z.array(use)], {
		error: () => 'use must be a number from 0 to 100,000 L a day, or a list with one a day'
	}),
	uptakeEcMsCm: ms('strength of uptake'),
	evaporationLPerDay: quantity('evaporation', 'use', { min: 0, max: 100_000 }).default(0),
	days: quantity('days', 'days', { min: 1, max: 365, whole: true }),
	topUp: z.discriminatedUnion(
		'kind',
		[
			z.strictObject({ kind: z.literal('none') }),
			z.strictObject({
				kind: z.literal('refill'),
				everyDays: quantity('days between refills', 'days', { min: 1, max: 365, whole: true }),
				toL: litres('refill level'),
				ecMsCm: ms('strength of the refill')
			}),
			z.strictObject({
				kind: z.literal('float'),
				setL: litres("the float's level"),
				ecMsCm: ms('strength of the top-up'),
				reserveL: litres('reserve').nullable()
			})
		],
		{ error: () => 'top-up kind must be one of none, refill, float' }
	)
});
export type ReservoirRunInput = z.infer<typeof reservoirRunInput>;
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
	firstDayBelowPump: z.number().nullable(),
	reserveEmptyDay: z.number().nullable(),
	ecMinMsCm: z.number(),
	ecMaxMsCm: z.number()
});
export type ReservoirRun = z.infer<typeof reservoirRunOutput>;

const EMPTY_L = 1e-9;

/**
 * The tank day by day: plants drink at their own strength (never more salt than is there), evaporation
 * takes water alone, then the day's top-up. Volume and salt never go below nothing.
 *
 * @throws InvalidInput (`useLPerDay`) when a list of uses does not have one a day
 */
export function reservoirRun(input: ReservoirRunInput): ReservoirRun {
	const { useLPerDay, days: count, uptakeEcMsCm, evaporationLPerDay, pumpMinimumL, topUp } = input;
	if (Array.isArray(useLPerDay) && useLPerDay.length !== count)
		throw refuse(
			'useLPerDay',
			`a list of uses must have one a day: ${count}, not ${useLPerDay.length}`
		);
	let volume = input.startL;
	let salt = input.startL * input.ecStartMsCm;
	let reserve = topUp.kind === 'float' ? topUp.reserveL : null;
	const strength = () => (volume < EMPTY_L ? 0 : salt / volume);
	const run: ReservoirRun = {
		days: [],
		firstDayBelowPump: null,
		reserveEmptyDay: null,
		ecMinMsCm: input.ecStartMsCm,
		ecMaxMsCm: input.ecStartMsCm
	};
	const note = () => {
		if (volume < EMPTY_L) return;
		run.ecMinMsCm = Math.min(run.ecMinMsCm, strength());
		run.ecMaxMsCm = Math.max(run.ecMaxMsCm, strength());
	};
	const below = (day: number) => {
		if (volume < pumpMinimumL - EMPTY_L) run.firstDayBelowPump ??= day;
	};
	for (let day = 1; day <= count; day++) {
		const drunk = Math.min(volume, Array.isArray(useLPerDay) ? useLPerDay[day - 1]! : useLPerDay);
		salt -= Math.min(salt, drunk * uptakeEcMsCm);
		volume -= drunk;
		volume -= Math.min(volume, evaporationLPerDay);
		let addedL = 0;
		if (topUp.kind !== 'float') below(day);
		if (topUp.kind === 'refill' && day % topUp.everyDays === 0) {
			note();
			addedL = Math.max(0, topUp.toL - volume);
			salt += addedL * topUp.ecMsCm;
		}
		if (topUp.kind === 'float') {
			addedL = Math.min(Math.max(0, topUp.setL - volume), reserve ?? Infinity);
			salt += addedL * topUp.ecMsCm;
			if (reserve !== null) {
				reserve -= addedL;
				if (reserve < EMPTY_L) {
					reserve = 0;
					run.reserveEmptyDay ??= day;
				}
			}
		}
		volume += addedL;
		if (volume < EMPTY_L) volume = 0;
		if (topUp.kind === 'float') below(day);
		note();
		run.days.push({ day, volumeL: volume, ecMsCm: strength(), reserveL: reserve, addedL });
	}
	return run;
}
