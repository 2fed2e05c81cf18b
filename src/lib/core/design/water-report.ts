import Papa from 'papaparse';
import { InvalidInput, type Issue } from '../quantity';
import type { SourceWater } from './place';

/** What a unit is times, to come to the field's own. */
type Units = Readonly<Record<string, number>>;
interface Line {
	field: keyof Reported | 'hardness';
	called: readonly string[];
	units: Units;
	max: number;
}
type Reported = Pick<
	SourceWater,
	'ecMsCm' | 'ph' | 'alkalinityMeqL' | 'Ca' | 'Mg' | 'Na' | 'Cl' | 'S' | 'K' | 'NO3N' | 'B'
>;

/** mg/L of calcium carbonate, German and French degrees, to meq/L (ISO 6059: a French degree is 10 mg/L CaCO3). */
export const HARDNESS_UNITS = {
	'meq/l': 1,
	'mg/l caco3': 1 / 50.04,
	'°dh': 1 / 2.804,
	'°f': 1 / 5.004
} as const;
const MG: Units = { 'mg/l': 1, ppm: 1, 'µg/l': 0.001, 'ug/l': 0.001 };
const ALKALINITY: Units = {
	...HARDNESS_UNITS,
	'mmol/l': 1,
	'mg/l': 1 / 50.04,
	'mg/l hco3': 1 / 61.02,
	ppm: 1 / 50.04
};
const ion = (field: Line['field'], called: string[], times = 1, max = 2000): Line => ({
	field,
	called,
	units: Object.fromEntries(Object.entries(MG).map(([unit, t]) => [unit, t * times])),
	max
});

/** What a report may print, by the field it fills; sulfate, nitrate and the like are turned into their element. */
const LINES: readonly Line[] = [
	{
		field: 'ecMsCm',
		called: ['conductivity', 'ec', 'strength', 'electricalconductivity'],
		units: { 'µs/cm': 0.001, 'us/cm': 0.001, 'ms/cm': 1, 'ms/m': 0.01, 'ds/m': 1 },
		max: 20
	},
	{ field: 'ph', called: ['ph', 'phvalue'], units: { '': 1 }, max: 11 },
	{
		field: 'alkalinityMeqL',
		called: [
			'alkalinity',
			'totalalkalinity',
			'acidcapacity',
			'carbonatehardness',
			'kh',
			'bicarbonate'
		],
		units: ALKALINITY,
		max: 50
	},
	{
		field: 'hardness',
		called: ['hardness', 'totalhardness', 'gh'],
		units: { ...ALKALINITY, 'mmol/l': 2 },
		max: 50
	},
	ion('Ca', ['calcium', 'ca']),
	ion('Mg', ['magnesium', 'mg']),
	ion('Na', ['sodium', 'na']),
	ion('Cl', ['chloride', 'cl']),
	ion('S', ['sulfur', 'sulphur', 's']),
	ion('S', ['sulfate', 'sulphate', 'so4'], 0.3338),
	ion('K', ['potassium', 'k']),
	ion('NO3N', ['nitratenitrogen', 'no3n', 'no3-n']),
	ion('NO3N', ['nitrate', 'no3'], 0.2259),
	ion('B', ['boron', 'b'], 1, 50)
];
/** Where only hardness is told, this part of it is magnesium, by charge. */
const MAGNESIUM_OF_HARDNESS = 0.2;
const CA_MG_MEQ = { Ca: 20.04, Mg: 12.15 };

export interface WaterReport {
	figures: Partial<Reported>;
	/** What was read, as it stands in the report. */
	read: string[];
	/** Lines that name nothing a mix asks for. */
	passed: string[];
}

/** A comma is a decimal one unless every line has two at least. */
function delimiterOf(text: string): string {
	const told = [';', '\t', '|'].find((sign) => text.includes(sign));
	if (told) return told;
	if (text.includes(':')) return ';';
	const lines = text.split(/\r?\n/).filter((line) => line.trim() !== '');
	// none is in it: each line is one cell, and its words are told apart
	return lines.every((line) => line.split(',').length >= 3) ? ',' : '\u0001';
}

const plain = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]/g, '');
const unitOf = (text: string): string =>
	text
		.toLowerCase()
		.replace(/μ/g, 'µ')
		.replace(/\s+/g, ' ')
		.replace(/ as /, ' ')
		.replace(/caco₃/, 'caco3')
		.replace(/hco₃/, 'hco3')
		.trim();

/**
 * A water report as a table or as lines of text: a name, a figure and its unit on each. Figures without a unit are
 * taken in mg/L, conductivity in µS/cm.
 *
 * @throws InvalidInput naming the line: no number, a unit nobody knows, a figure that cannot be
 */
export function waterReportOf(text: string): WaterReport {
	const { data } = Papa.parse<string[]>(text.replace(/:\s*/g, ';'), {
		skipEmptyLines: 'greedy',
		delimiter: delimiterOf(text)
	});
	const issues: Issue[] = [];
	const report: WaterReport = { figures: {}, read: [], passed: [] };
	let hardness: number | null = null;
	data.forEach((cells, i) => {
		const [name, value, unit] = cellsOf(cells);
		const line = LINES.find(({ called }) => called.includes(plain(name)));
		if (!line) {
			if (name !== '') report.passed.push(name);
			return;
		}
		const got = figureOf(line, name, value, unit);
		if (typeof got === 'string') {
			issues.push({ path: `line ${i + 1}`, message: got });
			return;
		}
		report.read.push(`${name} ${value} ${unit}`.trim());
		if (line.field === 'hardness') hardness = got;
		else report.figures[line.field] = Number(got.toPrecision(5));
	});
	if (issues.length > 0) throw new InvalidInput(issues);
	if (report.read.length === 0)
		throw new InvalidInput([
			{
				path: '',
				message:
					'nothing of it was understood: each line is to hold a name, a figure and its unit, as “Calcium; 34; mg/L”'
			}
		]);
	fromHardness(report.figures, hardness);
	return report;
}

/** A name, a figure and a unit, in columns or in one line of text. */
function cellsOf(cells: readonly string[]): [string, string, string] {
	const parts = cells.map((cell) => cell.trim()).filter((cell) => cell !== '');
	if (parts.length >= 2) {
		const [name, second, third = ''] = parts as [string, string, string?];
		const together = /^(<?\s*[\d.,]+)\s*(.*)$/.exec(second);
		return [name, together?.[1] ?? second, third === '' ? (together?.[2] ?? '') : third];
	}
	const line = /^(.+?)\s+(<?\s*[\d.,]+)\s*(.*)$/.exec(parts[0] ?? '');
	return line ? [line[1]!, line[2]!, line[3]!] : [parts[0] ?? '', '', ''];
}

/** In the field's own unit, or what is wrong with it. */
function figureOf(line: Line, name: string, value: string, unit: string): number | string {
	// "under 0.1" is as good as none
	if (value.startsWith('<')) return 0;
	const number = Number(value.replace(',', '.'));
	if (value === '' || !Number.isFinite(number) || number < 0)
		return `${name} must be a number, and “${value}” stands there`;
	const usual = line.field === 'ecMsCm' ? 'µs/cm' : line.field === 'ph' ? '' : 'mg/l';
	const times = line.units[unitOf(unit === '' ? usual : unit)] ?? (line.field === 'ph' ? 1 : null);
	if (times === null)
		return `${name}: the unit “${unit}” is not known; write one of ${Object.keys(line.units).join(', ')}`;
	const figure = number * times;
	if (figure > line.max)
		return `${name} comes to ${Number(figure.toPrecision(3))}, over ${line.max}: look at its unit again`;
	return figure;
}

function fromHardness(figures: Partial<Reported>, hardness: number | null): void {
	if (hardness === null) return;
	const { Ca, Mg } = figures;
	if (Ca === undefined && Mg === undefined) {
		figures.Ca = Number(((1 - MAGNESIUM_OF_HARDNESS) * hardness * CA_MG_MEQ.Ca).toPrecision(4));
		figures.Mg = Number((MAGNESIUM_OF_HARDNESS * hardness * CA_MG_MEQ.Mg).toPrecision(4));
	} else if (Mg === undefined && Ca !== undefined)
		figures.Mg = Number(Math.max(0, (hardness - Ca / CA_MG_MEQ.Ca) * CA_MG_MEQ.Mg).toPrecision(4));
	else if (Ca === undefined && Mg !== undefined)
		figures.Ca = Number(Math.max(0, (hardness - Mg / CA_MG_MEQ.Mg) * CA_MG_MEQ.Ca).toPrecision(4));
}
