import { z } from 'zod';
import { COVERS, type Cover } from './area-kinds';
import { refuseTurned, solarMjM2, weather, windMS, type Climate } from './climate';

/** What a month is like outdoors, day and night, as far as somebody said. */
export const monthSchema = z
	.strictObject({ ...weather, windMS, solarMjM2 })
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
		sun: [1.6, 18]
	},
	mild: {
		title: 'Mild, with cold winters',
		latitudeDeg: 48,
		night: [-3, 14],
		day: [4, 26],
		driest: [70, 48],
		dampest: [90, 85],
		wind: [2.8, 2],
		sun: [3, 21]
	},
	dry: {
		title: 'Hot and dry summers',
		latitudeDeg: 38,
		night: [5, 20],
		day: [13, 33],
		driest: [55, 32],
		dampest: [82, 65],
		wind: [2.2, 2.4],
		sun: [7, 27]
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
			solarMjM2: mix(year.sun, lit)
		};
	});
}

/** Under a cover that keeps warmth days are so much warmer than outside, °C. */
const WARMER_C = 4;
/** What is left of the wind under it. */
const STILL = 0.15;

/** A day of a month in an area: under its cover less sun and wind, and warmer days. */
export function dayInMonth(
	climate: Climate,
	cover: Cover,
	month: Month,
	index: number
): Extract<Climate, { setting: 'outdoors' }> {
	const { lets, keepsWarm } = COVERS[cover];
	const { latitudeDeg, elevationM } =
		climate.setting === 'outdoors' ? climate : { latitudeDeg: 50, elevationM: 50 };
	return {
		setting: 'outdoors',
		...month,
		tMaxC: month.tMaxC + (keepsWarm ? WARMER_C : 0),
		windMS: round(month.windMS * (keepsWarm ? STILL : 1)),
		solarMjM2: round(month.solarMjM2 * lets),
		...(keepsWarm && { cover: 'glass' as const }),
		elevationM,
		latitudeDeg,
		dayOfYear: 15 + Math.round(30.4 * index)
	};
}
