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
	const { useLPerDay, days: count, uptakeEcMsCm, evaporationLPerDay, topUp } = input;
	if (Array.isArray(useLPerDay) && useLPerDay.length !== count)
		throw refuse(
			'useLPerDay',
			`a list of uses must have one a day: ${count}, not ${useLPerDay.length}`
		);
	const tank = new DayTank(input);
	for (let day = 1; day <= count; day++) {
		const drunkL = Array.isArray(useLPerDay) ? useLPerDay[day - 1]! : useLPerDay;
		tank.draw(drunkL, uptakeEcMsCm, evaporationLPerDay);
		if (topUp.kind === 'float') tank.floatUp(day, topUp);
		else {
			tank.noteLevel(day);
			if (topUp.kind === 'refill' && day % topUp.everyDays === 0) tank.refill(topUp);
		}
		tank.end(day);
	}
	return tank.run;
}

type TopUp = ReservoirRunInput['topUp'];

/** A tank with its salt and the reserve behind it, and what became of them day by day. */
class DayTank {
	readonly run: ReservoirRun;
	private volume: number;
	private salt: number;
	private reserve: number | null;
	private readonly pumpMinimumL: number;
	private addedL = 0;

	constructor({ startL, ecStartMsCm, topUp, pumpMinimumL }: ReservoirRunInput) {
		this.volume = startL;
		this.salt = startL * ecStartMsCm;
		this.reserve = topUp.kind === 'float' ? topUp.reserveL : null;
		this.pumpMinimumL = pumpMinimumL;
		this.run = {
			days: [],
			firstDayBelowPump: null,
			reserveEmptyDay: null,
			ecMinMsCm: ecStartMsCm,
			ecMaxMsCm: ecStartMsCm
		};
	}

	private get strength(): number {
		return this.volume < EMPTY_L ? 0 : this.salt / this.volume;
	}

	/** A day begins: plants drink what is there at their own strength, and some goes into the air. */
	draw(drunkL: number, uptakeEcMsCm: number, evaporatedL: number): void {
		const drunk = Math.min(this.volume, drunkL);
		this.salt -= Math.min(this.salt, drunk * uptakeEcMsCm);
		this.volume -= drunk;
		this.volume -= Math.min(this.volume, evaporatedL);
		this.addedL = 0;
	}

	/** By hand: strength is at its furthest just before. */
	refill({ toL, ecMsCm }: Extract<TopUp, { kind: 'refill' }>): void {
		this.noteStrength();
		this.addedL = Math.max(0, toL - this.volume);
		this.salt += this.addedL * ecMsCm;
		this.volume += this.addedL;
	}

	/** By a float: the day's use comes back on the day, as long as the reserve lasts. */
	floatUp(day: number, { setL, ecMsCm }: Extract<TopUp, { kind: 'float' }>): void {
		this.addedL = Math.min(Math.max(0, setL - this.volume), this.reserve ?? Infinity);
		this.salt += this.addedL * ecMsCm;
		this.volume += this.addedL;
		if (this.reserve !== null) {
			this.reserve -= this.addedL;
			if (this.reserve < EMPTY_L) {
				this.reserve = 0;
				this.run.reserveEmptyDay ??= day;
			}
		}
		if (this.volume < EMPTY_L) this.volume = 0;
		this.noteLevel(day);
	}

	noteLevel(day: number): void {
		if (this.volume < this.pumpMinimumL - EMPTY_L) this.run.firstDayBelowPump ??= day;
	}

	private noteStrength(): void {
		if (this.volume < EMPTY_L) return;
		this.run.ecMinMsCm = Math.min(this.run.ecMinMsCm, this.strength);
		this.run.ecMaxMsCm = Math.max(this.run.ecMaxMsCm, this.strength);
	}

	end(day: number): void {
		if (this.volume < EMPTY_L) this.volume = 0;
		this.noteStrength();
		const { volume: volumeL, strength: ecMsCm, reserve: reserveL, addedL } = this;
		this.run.days.push({ day, volumeL, ecMsCm, reserveL, addedL });
	}
}
