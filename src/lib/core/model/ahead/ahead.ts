import {
	dayOn,
	hasYear,
	weatherOn,
	type Area,
	type Design,
	type Month,
	type Operation,
	type Place,
	type SystemRecord
} from '../../design';
import type { ParameterSet } from '../../parameters';
import {
	evapotranspiration,
	reservoirRun,
	type ReservoirRun,
	type ReservoirRunInput
} from '../../water';
import { accountOf, pumpedDaily, type WaterAccount } from '../account';
import type { FeedState } from '../feed';
import {
	bandOn,
	groupsOf,
	grownOn,
	wantsOf,
	type Group,
	type Growing,
	type Grown
} from './growing-on';
import { shifted, type Span } from './succession';
import { inTankOf, leaving, runInput, type RunsOn } from '../supply';
import type { Flows } from '../water-path';

/** A day to come. */
export interface DayAhead {
	date: string;
	/** Of the weather of its date; on a typical day where nobody said what the months are like. */
	et0MmDay: number;
	tMinC: number;
	tMaxC: number;
	/** What leaves the tank for good, L: drunk, and run to waste. */
	leavesL: number;
	wastedL: number;
	rainL: number;
	/** Strength these plants bear as far as they will be on; null: nothing grows. */
	band: { low: number; high: number } | null;
}

export interface Ahead {
	days: DayAhead[];
	input: ReservoirRunInput;
	result: ReservoirRun;
	/** As in `run`: what of its litres is not in the tank itself. */
	outsideL: number;
	tankShare: number;
	/** The weather follows the months of the place. */
	course: boolean;
	/** The seven warmest days on end; null where all are alike. */
	hotWeek: Span | null;
}

/** What the days to come follow from. */
export interface AheadFrom extends RunsOn, Growing {
	design: Pick<Design, 'tank' | 'stands'>;
	operation: RunsOn['operation'] & Growing['operation'] & Pick<Operation, 'feed'>;
	record: RunsOn['record'] & Growing['record'] & Pick<SystemRecord, 'useFactor'>;
	place: Pick<Place, 'months'>;
	parameters: Growing['parameters'] & Pick<ParameterSet, 'light' | 'mixing' | 'tanks'>;
	area: Area;
	weather: { result: { et0MmDay: number } };
	feed: FeedState | null;
	flows: Flows;
}

/** An operation takes no longer a run. */
export const MOST_DAYS = 365;

/**
 * The tank over the days to come: plants grow on from the stage last seen, or by the day they are planted out,
 * each day has the weather of its date, and what leaves the tank follows from both.
 *
 * @param from the first day, as 2026-04-02
 * @param days 1 to 365
 */
export function aheadOf(model: AheadFrom, from: string, days: number): Ahead {
	const { list, accounts } = daysFrom(model, from, days);
	const openL = model.parameters.tanks.openKc.value * openTopM2(model);
	const evaporatesL = list.reduce((sum, { et0MmDay }) => sum + et0MmDay * openL, 0) / days;
	const input = inputOf(model, accounts, list, evaporatesL);
	const course = hasYear(model.place.months) && model.area.climate.setting === 'outdoors';
	return {
		days: list,
		input,
		result: reservoirRun(input),
		...inTankOf(model),
		course,
		hotWeek: course ? hottest(list) : null
	};
}

/** Each day with its weather and its plants, and where the water goes in it. */
function daysFrom(model: AheadFrom, from: string, days: number) {
	const groups = groupsOf(model, from);
	const weather = weatherFor(model);
	const pumpedL = timedFor(model, groups, from);
	const openM2 = openTopM2(model);
	const list: DayAhead[] = [];
	const accounts: WaterAccount[] = [];
	for (let i = 0; i < days; i++) {
		const date = shifted(from, i);
		const { et0MmDay, rainMm, ...air } = weather(date);
		const grown = grownOn(groups, date, model.parameters.growth);
		const account = accountOf({
			stands: model.design.stands,
			wantsL: wantsOf(grown, et0MmDay, model.record.useFactor),
			pumpedL: pumpedL(grown),
			timed: model.feed !== null
		});
		accounts.push(account);
		list.push({
			date,
			et0MmDay,
			...air,
			leavesL: account.leavesLPerDay,
			wastedL: account.wastedL,
			rainL: rainMm * openM2,
			band: bandOn(grown, model.parameters.mixing)
		});
	}
	return { list, accounts };
}

/**
 * What is pumped to each stand in a day, by what stands there. Minutes set by hand stay as they are; a timer that
 * is planned is set anew as its plants grow, and not for a cool day or a warm one.
 */
function timedFor(model: AheadFrom, groups: readonly Group[], today: string) {
	const pumped = pumpedDaily(model);
	const { setMin, school } = model.operation.feed;
	if (setMin !== null || school === 'continuous') return () => pumped;
	const leaves = (grown: readonly Grown[]) => wantsOf(grown, 1, 1);
	const now = leaves(grownOn(groups, today, model.parameters.growth));
	return (grown: readonly Grown[]): ReadonlyMap<string, number> => {
		const then = leaves(grown);
		return new Map(
			[...pumped].map(([id, litres]): [string, number] => {
				const [before, after] = [now.get(id) ?? 0, then.get(id) ?? 0];
				return [id, before > 0 ? (litres * after) / before : litres];
			})
		);
	};
}

function inputOf(
	model: AheadFrom,
	accounts: readonly WaterAccount[],
	days: readonly DayAhead[],
	evaporationLPerDay: number
): ReservoirRunInput {
	const each = accounts.map((account) => leaving(account, model.operation));
	const rain = days.map(({ rainL }) => rainL);
	return {
		...runInput(model, days.length),
		useLPerDay: each.map(({ useLPerDay }) => useLPerDay),
		wasteLPerDay: each.map(({ wasteLPerDay }) => wasteLPerDay),
		evaporationLPerDay,
		...(rain.some((litres) => litres > 0) && { rainLPerDay: rain, brimL: brimOf(model) })
	};
}

/** Rain over the brim runs off. */
function brimOf(model: AheadFrom): number {
	const { startL, topUp, change } = runInput(model, 1);
	const filled = topUp.kind === 'refill' ? topUp.toL : topUp.kind === 'float' ? topUp.setL : 0;
	const { outsideL, tankShare } = inTankOf(model);
	return Math.max(model.tank.fullL / tankShare + outsideL, startL, filled, change?.toL ?? 0);
}

/** What rain falls into: the top of a tank under the open sky with nothing over its water. */
function openTopM2({ design, area, layout: { tank } }: AheadFrom): number {
	if (!design.tank.open || area.cover !== 'sky' || area.climate.setting === 'indoors') return 0;
	return tank.lengthM * tank.widthM * (tank.round ? Math.PI / 4 : 1);
}

type Weather = Pick<DayAhead, 'et0MmDay' | 'tMinC' | 'tMaxC'> & { rainMm: number };

/** The weather of a date: of its months, else the typical day. */
function weatherFor(model: AheadFrom): (date: string) => Weather {
	const { area, place, weather, parameters } = model;
	const { albedo, sunMolPerMj } = parameters.light;
	const { tMinC, tMaxC } = area.climate;
	const typical = { et0MmDay: weather.result.et0MmDay, tMinC, tMaxC, rainMm: 0 };
	const months: readonly (Month | null)[] | null = place.months;
	return (date) => {
		const day = dayOn(area, months, date);
		if (!day) return typical;
		const practice = { albedo: albedo.value, sunMolPerMj: sunMolPerMj.value };
		const { et0MmDay } = evapotranspiration({ ...day, ...practice });
		const { rainMm } = weatherOn(months, date)!;
		return { et0MmDay, tMinC: day.tMinC, tMaxC: day.tMaxC, rainMm: rainMm / 30.4 };
	};
}

/** The seven days on end that are warmest, if the run is longer than they are. */
function hottest(days: readonly DayAhead[]): Span | null {
	if (days.length < 8) return null;
	const sum = (i: number) => days.slice(i, i + 7).reduce((all, { tMaxC }) => all + tMaxC, 0);
	let best = 0;
	for (let i = 1; i + 7 <= days.length; i++) if (sum(i) > sum(best) + 1e-9) best = i;
	return [days[best]!.date, days[best + 6]!.date];
}
