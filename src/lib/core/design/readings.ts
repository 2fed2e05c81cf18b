import { isValid, parse } from 'date-fns';
import Papa from 'papaparse';
import { InvalidInput, type Issue } from '../quantity';
import { MONTH_NAMES, type Month } from './months';

/** A column of daily readings: what its heading may be called, its units, and what a day can hold. */
interface Column {
	name: string;
	/** Words of a heading, without signs and blanks. */
	called: readonly string[];
	needed: boolean;
	/** Units a heading may name in brackets, each with what it is multiplied by and what is added. */
	units: Readonly<Record<string, readonly [factor: number, offset: number]>>;
	/** The first is meant where none is named. */
	unit: string;
	min: number;
	max: number;
	/** What figures outside are likely to be instead. */
	instead: string;
}
type Field = keyof Month;

const FAHRENHEIT = 5 / 9;
const TEMPERATURE = {
	needed: true,
	units: {
		'°c': [1, 0],
		c: [1, 0],
		'°f': [FAHRENHEIT, -32 * FAHRENHEIT],
		f: [FAHRENHEIT, -32 * FAHRENHEIT]
	},
	unit: '°C',
	min: -40,
	max: 50,
	instead: 'if it is °F, write (°F) into its heading'
} as const;
const HUMIDITY = {
	needed: true,
	units: { '%': [1, 0], share: [100, 0] },
	unit: '%',
	min: 0,
	max: 100,
	instead: 'relative humidity is from 0 to 100 %'
} as const;
const COLUMNS: Record<Field, Column> = {
	tMinC: {
		name: 'lowest temperature',
		called: ['tmin', 'lowest', 'coolest', 'lowesttemperature', 'low'],
		...TEMPERATURE
	},
	tMaxC: {
		name: 'highest temperature',
		called: ['tmax', 'highest', 'warmest', 'highesttemperature', 'high'],
		...TEMPERATURE
	},
	rhMinPercent: {
		name: 'driest air',
		called: ['rhmin', 'driest', 'driestair', 'lowesthumidity'],
		...HUMIDITY
	},
	rhMaxPercent: {
		name: 'dampest air',
		called: ['rhmax', 'dampest', 'dampestair', 'highesthumidity'],
		...HUMIDITY
	},
	windMS: {
		name: 'wind',
		called: ['wind', 'windspeed'],
		needed: false,
		units: { 'm/s': [1, 0], 'km/h': [1 / 3.6, 0], mph: [0.44704, 0], kn: [0.514444, 0] },
		unit: 'm/s',
		min: 0,
		max: 30,
		instead: 'if it is km/h or mph, write that into its heading in brackets'
	},
	solarMjM2: {
		name: 'sun',
		called: ['sun', 'solar', 'radiation', 'solarradiation', 'sunonlevelground'],
		needed: false,
		units: {
			'mj/m²': [1, 0],
			'mj/m2': [1, 0],
			'w/m²': [0.0864, 0],
			'w/m2': [0.0864, 0],
			'kwh/m²': [3.6, 0],
			'kwh/m2': [3.6, 0],
			'wh/m²': [0.0036, 0],
			'wh/m2': [0.0036, 0]
		},
		unit: 'MJ/m²',
		min: 0,
		max: 45,
		instead: 'if it is W/m² or kWh/m², write that into its heading in brackets'
	},
	rainMm: {
		name: 'rain',
		called: ['rain', 'rainfall', 'precipitation'],
		needed: false,
		units: { mm: [1, 0], in: [25.4, 0], cm: [10, 0] },
		unit: 'mm',
		min: 0,
		max: 500,
		instead: 'if it is cm or inches, write that into its heading in brackets'
	}
};
const FIELDS = Object.keys(COLUMNS) as Field[];
const DATES = ['yyyy-MM-dd', 'dd.MM.yyyy', 'dd/MM/yyyy', 'yyyy/MM/dd'];
/** More than these are not read at a time: ten years of days. */
const MOST_ROWS = 3660;
/** So many mistakes are told; the rest are likely of the same kind. */
const MOST_ISSUES = 8;

/** What daily readings come to: the months they speak of, each with how many days spoke of it. */
export interface Readings {
	months: (Month | null)[];
	/** Of each month. */
	days: number[];
}

interface Heading {
	field: Field;
	at: number;
	factor: number;
	offset: number;
	title: string;
}

/**
 * Daily readings of a weather station or a logger as months: of temperature, humidity, wind and sun the mean of
 * the days, of rain the sum of a whole month. A heading names what is in its column, in brackets its unit.
 *
 * @param csv a first line of headings (date, tmin, tmax, rhmin, rhmax; wind, sun and rain where they were read),
 *   then a line a day; commas, semicolons or tabs between
 * @param usual what a column that is not there is taken to be, January to December
 * @throws InvalidInput naming row and column, where a figure cannot be what its column says
 */
export function readingsOf(csv: string, usual: readonly Month[]): Readings {
	const { data } = Papa.parse<string[]>(csv.replace(/^\uFEFF/, '').trim(), {
		skipEmptyLines: 'greedy'
	});
	const [head = [], ...rows] = data;
	if (rows.length === 0) throw refusal('', 'there is no line of readings under the headings');
	if (rows.length > MOST_ROWS)
		throw refusal('', `${rows.length} lines: at most ${MOST_ROWS}, ten years of days, are read`);
	const dateAt = head.findIndex((title) => /^(date|day)$/.test(plain(title)));
	if (dateAt < 0) throw refusal('row 1', 'no column is headed “date”');
	const headings = headingsOf(head);
	const issues: Issue[] = [];
	const read = rows.map((row, i) => dayOf(row, i + 2, dateAt, headings, issues));
	if (issues.length > 0) throw new InvalidInput(gist(issues));
	return byMonth(
		read.flatMap((day) => day ?? []),
		usual
	);
}

const refusal = (path: string, message: string) => new InvalidInput([{ path, message }]);
const plain = (title: string): string =>
	title
		.replace(/[([].*$/, '')
		.toLowerCase()
		.replace(/[^a-z]/g, '');

function headingsOf(head: readonly string[]): Heading[] {
	const found = head.flatMap((title, at): Heading[] => {
		const field = FIELDS.find((one) => COLUMNS[one].called.includes(plain(title)));
		if (!field) return [];
		const { units, unit } = COLUMNS[field];
		const named = /[([]\s*([^)\]]+?)\s*[)\]]/.exec(title)?.[1];
		const scale = units[(named ?? unit).toLowerCase()];
		if (!scale)
			throw refusal(
				`row 1, column ${at + 1}`,
				`“${title.trim()}”: the unit ${named} is not known here; ${COLUMNS[field].name} may be in ${Object.keys(units).join(', ')}`
			);
		return [{ field, at, factor: scale[0], offset: scale[1], title: title.trim() }];
	});
	const missing = FIELDS.filter(
		(field) => COLUMNS[field].needed && !found.some((heading) => heading.field === field)
	);
	if (missing.length > 0)
		throw refusal(
			'row 1',
			`no column is headed ${missing.map((field) => `“${COLUMNS[field].called[0]}”`).join(', ')} (${missing.map((field) => COLUMNS[field].name).join(', ')})`
		);
	return found;
}

type Day = { month: number } & Partial<Month>;

function dayOf(
	row: readonly string[],
	line: number,
	dateAt: number,
	headings: readonly Heading[],
	issues: Issue[]
): Day | null {
	const told = (row[dateAt] ?? '').trim();
	const date = DATES.map((form) => parse(told.slice(0, 10), form, new Date(2000, 0, 1))).find(
		isValid
	);
	if (!date) {
		issues.push({
			path: `row ${line}, column ${dateAt + 1} (date)`,
			message: `“${told}” is no date; write it as 2026-04-02`
		});
		return null;
	}
	const day: Day = { month: date.getMonth() };
	for (const heading of headings) {
		const value = figureOf(row[heading.at] ?? '', heading, line, issues);
		if (value !== null) day[heading.field] = value;
	}
	turned(day, line, headings, issues);
	return day;
}

/** One figure in the core's unit; an empty field was not read. */
function figureOf(text: string, heading: Heading, line: number, issues: Issue[]): number | null {
	const { field, at, factor, offset, title } = heading;
	const { name, min, max, unit, instead } = COLUMNS[field];
	const told = text.trim();
	if (told === '') return null;
	const path = `row ${line}, column ${at + 1} (${title})`;
	const figure = Number(told.replace(/^(-?\d+),(\d+)$/, '$1.$2'));
	if (!Number.isFinite(figure)) {
		issues.push({
			path,
			message: `“${told}” is no number; leave a field empty where nothing was read`
		});
		return null;
	}
	const value = figure * factor + offset;
	if (value >= min && value <= max) return value;
	issues.push({
		path,
		message: `${told} cannot be the ${name}: it is from ${min} to ${max} ${unit}; ${instead}`
	});
	return null;
}

/** A lowest over its highest: the columns stand the other way round. */
function turned(day: Day, line: number, headings: readonly Heading[], issues: Issue[]): void {
	for (const [low, high] of [
		['tMinC', 'tMaxC'],
		['rhMinPercent', 'rhMaxPercent']
	] as const) {
		if (day[low] === undefined || day[high] === undefined || day[low] <= day[high]) continue;
		const { at, title } = headings.find(({ field }) => field === low)!;
		const other = headings.find(({ field }) => field === high)!;
		issues.push({
			path: `row ${line}, column ${at + 1} (${title})`,
			message: `${COLUMNS[low].name} is over ${COLUMNS[high].name} in column ${other.at + 1} (${other.title}): are the two swapped?`
		});
	}
}

/** The first mistakes, and how many more there are. */
function gist(issues: readonly Issue[]): Issue[] {
	const more = issues.length - MOST_ISSUES;
	return [
		...issues.slice(0, MOST_ISSUES),
		...(more > 0 ? [{ path: '', message: `and ${more} more` }] : [])
	];
}

function byMonth(days: readonly Day[], usual: readonly Month[]): Readings {
	const of = (month: number) => days.filter((day) => day.month === month);
	return {
		days: MONTH_NAMES.map((_, month) => of(month).length),
		months: MONTH_NAMES.map((_, month): Month | null => {
			const list = of(month);
			if (list.length === 0) return null;
			const mean = (field: Field): number => {
				const known = list.flatMap((day) => day[field] ?? []);
				return known.length === 0
					? usual[month]![field]
					: known.reduce((sum, x) => sum + x, 0) / known.length;
			};
			const figures = Object.fromEntries(
				FIELDS.map((field) => [field, Math.round(mean(field) * 10) / 10])
			) as Month;
			const rained = list.some(({ rainMm }) => rainMm !== undefined);
			// a month's rain from the mean of its days, however many were read
			return rained ? { ...figures, rainMm: Math.round(mean('rainMm') * 30.4) } : figures;
		})
	};
}
