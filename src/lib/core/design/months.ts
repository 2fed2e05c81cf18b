import { z } from 'zod';
import {
	addDays,
	format,
	getDate,
	getDayOfYear,
	getDaysInMonth,
	getMonth,
	parseISO
} from 'date-fns';
import { quantity } from '../quantity';
import { COVERS, type Cover } from './area-kinds';
import { refuseTurned, solarMjM2, weather, windMS, type Climate } from './climate';

/** What a month is like outdoors, day and night, as far as somebody said. */
export const monthSchema = z
	.strictObject({
		...weather,
		windMS,
		solarMjM2,
		rainMm: quantity('rain in the month', 'size', { min: 0, max: 2000 }).default(0)
	})
	.superRefine((month, context) => refuseTurned(context, month));
export type Month = z.infer<typeof monthSchema>;

/** January to December; null, the list or a month of it: nobody said. */
export const monthsSchema = z
	.array(monthSchema.nullable())
	.length(12, 'months must be a list of twelve, January to December')
	.nullable();

export const MONTH_NAMES = [
	'January',
	'February',
	'March',
	'April',
	'May',
	'June',
	'July',
	'August',
	'September',
	'October',
	'November',
	'December'
] as const;

/** A year of a made-up climate, by its coolest and its warmest month. */
interface Year {
	title: string;
	latitudeDeg: number;
	/** Mean coolest night and warmest day, °C: of January and of July. */
	night: [winter: number, summer: number];
	day: [winter: number, summer: number];
	/** Driest and dampest air of the day, %. */
	driest: [winter: number, summer: number];
	dampest: [winter: number, summer: number];
	wind: [winter: number, summer: number];
	/** What reaches level ground, MJ/m² a day: of December and of June. */
	sun: [winter: number, summer: number];
	/** Rain of the month, mm. */
	rain: [winter: number, summer: number];
}

/** Three climates nobody lives in, to begin from. */
export const CLIMATES = {
	cool: {
		title: 'Cool and damp',
		latitudeDeg: 54,
		night: [1, 12],
		day: [7, 20],
		driest: [75, 60],
		dampest: [93, 88],
		wind: [4.5, 3],
		sun: [1.6, 18],
		rain: [85, 65]
	},
	mild: {
		title: 'Mild, with cold winters',
		latitudeDeg: 48,
		night: [-3, 14],
		day: [4, 26],
		driest: [70, 48],
		dampest: [90, 85],
		wind: [2.8, 2],
		sun: [3, 21],
		rain: [45, 70]
	},
	dry: {
		title: 'Hot and dry summers',
		latitudeDeg: 38,
		night: [5, 20],
		day: [13, 33],
		driest: [55, 32],
		dampest: [82, 65],
		wind: [2.2, 2.4],
		sun: [7, 27],
		rain: [60, 12]
	}
} as const satisfies Record<string, Year>;
export type ClimateName = keyof typeof CLIMATES;

const round = (x: number): number => Math.round(x * 10) / 10;

/** The twelve months of a climate; in the south the year is turned by half. */
export function monthsOf(name: ClimateName, south = false): Month[] {
	const year: Year = CLIMATES[name];
	return Array.from({ length: 12 }, (_, i): Month => {
		// warmth lags a month behind the sun
		const at = (lag: number) => (1 - Math.cos(((i - lag + (south ? 6 : 0)) / 6) * Math.PI)) / 2;
		const mix = ([winter, summer]: readonly [number, number], share: number) =>
			round(winter + (summer - winter) * share);
		const [warm, lit] = [at(0.5), at(-0.35)];
		return {
			tMinC: mix(year.night, warm),
			tMaxC: mix(year.day, warm),
			rhMinPercent: mix(year.driest, warm),
			rhMaxPercent: mix(year.dampest, warm),
			windMS: mix(year.wind, warm),
			solarMjM2: mix(year.sun, lit),
			rainMm: Math.round(mix(year.rain, warm))
		};
	});
}

/** Under a cover that keeps warmth days are so much warmer than outside, °C. */
const WARMER_C = 4;
/** What is left of the wind under it. */
const STILL = 0.15;

/** A day of weather in an area: under its cover less sun and wind, and warmer days. */
function dayUnder(climate: Climate, cover: Cover, month: Month, dayOfYear: number): DayOutdoors {
	const { lets, keepsWarm } = COVERS[cover];
	const { latitudeDeg, elevationM } =
		climate.setting === 'outdoors' ? climate : { latitudeDeg: 50, elevationM: 50 };
	const { tMinC, rhMinPercent, rhMaxPercent } = month;
	return {
		setting: 'outdoors',
		tMinC,
		rhMinPercent,
		rhMaxPercent,
		tMaxC: month.tMaxC + (keepsWarm ? WARMER_C : 0),
		windMS: round(month.windMS * (keepsWarm ? STILL : 1)),
		solarMjM2: round(month.solarMjM2 * lets),
		...(keepsWarm && { cover: 'glass' as const }),
		elevationM,
		latitudeDeg,
		dayOfYear
	};
}
type DayOutdoors = Extract<Climate, { setting: 'outdoors' }>;

/** A day of a month in an area. @param index 0 for January */
export const dayInMonth = (
	climate: Climate,
	cover: Cover,
	month: Month,
	index: number
): DayOutdoors => dayUnder(climate, cover, month, 15 + Math.round(30.4 * index));

/** Months somebody said something of are a course from two on; one alone is no year. */
export const hasYear = (months: readonly (Month | null)[] | null): boolean =>
	(months ?? []).filter((month) => month !== null).length > 1;

/**
 * The weather of a date: each month's figures stand for its middle, and the days between go straight from one to
 * the next. A month nobody said lies on the line between its neighbours.
 *
 * @param months January to December
 * @param date as 2026-04-02
 * @returns null where fewer than two months are known
 */
export function weatherOn(months: readonly (Month | null)[] | null, date: string): Month | null {
	if (!months || !hasYear(months)) return null;
	const day = parseISO(date);
	// 0 is the middle of January
	const at = getMonth(day) + (getDate(day) - 0.5) / getDaysInMonth(day) - 0.5;
	const known = (i: number) => months[((i % 12) + 12) % 12];
	let before = Math.floor(at);
	while (!known(before)) before -= 1;
	let after = Math.floor(at) + 1;
	while (!known(after)) after += 1;
	const [a, b] = [known(before)!, known(after)!];
	const share = (at - before) / (after - before);
	const fields = Object.keys(a) as (keyof Month)[];
	return Object.fromEntries(
		fields.map((field) => [field, a[field] + (b[field] - a[field]) * share])
	) as Month;
}

/** A date in an area, from the months of its place; null where they say nothing of it, or no sun gets there. */
export function dayOn(
	{ climate, cover }: { climate: Climate; cover: Cover },
	months: readonly (Month | null)[] | null,
	date: string
): DayOutdoors | null {
	const weather = climate.setting === 'outdoors' ? weatherOn(months, date) : null;
	return weather && dayUnder(climate, cover, weather, getDayOfYear(parseISO(date)));
}

/** The first night at or under freezing from a date on, within a year; null: none, or nobody said. */
export function frostFrom(months: readonly (Month | null)[] | null, from: string): string | null {
	for (let i = 0; i < 365; i++) {
		const date = format(addDays(parseISO(from), i), 'yyyy-MM-dd');
		const weather = weatherOn(months, date);
		if (!weather) return null;
		if (weather.tMinC <= 0) return date;
	}
	return null;
}
