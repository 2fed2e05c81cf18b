import { z } from 'zod';
import { oneOf } from './fields';

/** What the grower reads: metric or US customary, and strength as EC or as ppm on one of three scales. */
export const unitsSchema = z.strictObject({
	system: oneOf('unit system', ['metric', 'us']),
	strength: oneOf('strength scale', ['mscm', 'ppm500', 'ppm640', 'ppm700'])
});
export type Units = z.infer<typeof unitsSchema>;

export const METRIC: Units = { system: 'metric', strength: 'mscm' };

/** The kinds of figure on screen. Each has one metric unit (the core's) and one US unit. */
export type Kind =
	| 'span' // metres, lengths of pipe and benches
	| 'size' // millimetres, the things a grower measures with a rule
	| 'head' // metres of water
	| 'volume'
	| 'dose' // small volumes: a feed, a jug
	| 'flow'
	| 'mass'
	| 'salt' // grams of salt
	| 'trace' // less than a gram of it
	| 'liquid' // millilitres of product
	| 'temperature'
	| 'area'
	| 'floorLoad'
	| 'velocity'
	| 'wind'
	| 'slope' // mm in a metre
	| 'perArea' // so many a square metre
	| 'perVolume' // so many a litre
	| 'force'
	| 'strength'
	| 'percent'
	| 'power'
	| 'minutes'
	| 'days'
	| 'depthPerDay'
	| 'count';

interface Scale {
	unit: string;
	/** Shown = core × factor + offset. */
	factor: number;
	offset?: number;
	/** Decimals for figures of about 1, 10 and 100. */
	decimals: readonly [number, number, number];
}

const METRIC_SCALES: Record<Exclude<Kind, 'strength'>, Scale> = {
	span: { unit: 'm', factor: 1, decimals: [2, 2, 0] },
	size: { unit: 'mm', factor: 1, decimals: [1, 0, 0] },
	head: { unit: 'm', factor: 1, decimals: [2, 2, 0] },
	volume: { unit: 'L', factor: 1, decimals: [1, 1, 0] },
	dose: { unit: 'mL', factor: 1000, decimals: [0, 0, 0] },
	flow: { unit: 'L/h', factor: 1, decimals: [2, 1, 0] },
	mass: { unit: 'kg', factor: 1, decimals: [1, 0, 0] },
	salt: { unit: 'g', factor: 1, decimals: [2, 1, 0] },
	trace: { unit: 'mg', factor: 1000, decimals: [1, 0, 0] },
	liquid: { unit: 'mL', factor: 1, decimals: [1, 0, 0] },
	temperature: { unit: '°C', factor: 1, decimals: [1, 1, 0] },
	area: { unit: 'm²', factor: 1, decimals: [2, 1, 0] },
	floorLoad: { unit: 'kg/m²', factor: 1, decimals: [0, 0, 0] },
	velocity: { unit: 'm/s', factor: 1, decimals: [2, 1, 0] },
	wind: { unit: 'km/h', factor: 3.6, decimals: [1, 0, 0] },
	slope: { unit: 'mm in a metre', factor: 1, decimals: [1, 0, 0] },
	perArea: { unit: 'a m²', factor: 1, decimals: [1, 0, 0] },
	perVolume: { unit: 'a litre', factor: 1, decimals: [2, 1, 0] },
	force: { unit: 'N', factor: 1, decimals: [1, 0, 0] },
	percent: { unit: '%', factor: 1, decimals: [1, 0, 0] },
	power: { unit: 'W', factor: 1, decimals: [1, 0, 0] },
	minutes: { unit: 'min', factor: 1, decimals: [0, 0, 0] },
	days: { unit: 'days', factor: 1, decimals: [1, 1, 0] },
	depthPerDay: { unit: 'mm/day', factor: 1, decimals: [1, 1, 0] },
	count: { unit: '', factor: 1, decimals: [0, 0, 0] }
};

const US_SCALES: Partial<typeof METRIC_SCALES> = {
	span: { unit: 'ft', factor: 1 / 0.3048, decimals: [2, 1, 0] },
	size: { unit: 'in', factor: 1 / 25.4, decimals: [2, 1, 0] },
	head: { unit: 'ft', factor: 1 / 0.3048, decimals: [2, 1, 0] },
	volume: { unit: 'gal', factor: 1 / 3.785411784, decimals: [2, 1, 0] },
	dose: { unit: 'fl oz', factor: 33.8140227, decimals: [1, 1, 0] },
	flow: { unit: 'gal/h', factor: 1 / 3.785411784, decimals: [3, 2, 1] },
	mass: { unit: 'lb', factor: 2.2046226218, decimals: [1, 0, 0] },
	salt: { unit: 'oz', factor: 1 / 28.349523125, decimals: [3, 2, 0] },
	liquid: { unit: 'fl oz', factor: 0.0338140227, decimals: [2, 1, 0] },
	temperature: { unit: '°F', factor: 1.8, offset: 32, decimals: [0, 0, 0] },
	area: { unit: 'ft²', factor: 10.763910417, decimals: [1, 0, 0] },
	floorLoad: { unit: 'lb/ft²', factor: 0.2048161436, decimals: [1, 0, 0] },
	velocity: { unit: 'ft/s', factor: 1 / 0.3048, decimals: [2, 1, 0] },
	wind: { unit: 'mph', factor: 2.2369362921, decimals: [1, 0, 0] },
	slope: { unit: 'inch in a foot', factor: 0.012, decimals: [2, 1, 0] },
	perArea: { unit: 'a ft²', factor: 0.09290304, decimals: [2, 1, 0] },
	perVolume: { unit: 'a gallon', factor: 3.785411784, decimals: [2, 1, 0] },
	force: { unit: 'lbf', factor: 0.2248089431, decimals: [1, 0, 0] },
	depthPerDay: { unit: 'in/day', factor: 1 / 25.4, decimals: [2, 2, 0] }
};

const STRENGTH_SCALES: Record<Units['strength'], Scale> = {
	mscm: { unit: 'mS/cm', factor: 1, decimals: [2, 1, 0] },
	ppm500: { unit: 'ppm (500)', factor: 500, decimals: [0, 0, 0] },
	ppm640: { unit: 'ppm (640)', factor: 640, decimals: [0, 0, 0] },
	ppm700: { unit: 'ppm (700)', factor: 700, decimals: [0, 0, 0] }
};

export function scaleOf(kind: Kind, units: Units): Scale {
	if (kind === 'strength') return STRENGTH_SCALES[units.strength];
	return (units.system === 'us' ? US_SCALES[kind] : undefined) ?? METRIC_SCALES[kind];
}

/** A core figure in the grower's unit. */
export function toShown(value: number, kind: Kind, units: Units): number {
	const scale = scaleOf(kind, units);
	return value * scale.factor + (scale.offset ?? 0);
}

/** What the grower typed, in the core's unit. */
export function fromShown(shown: number, kind: Kind, units: Units): number {
	const scale = scaleOf(kind, units);
	return (shown - (scale.offset ?? 0)) / scale.factor;
}

/** The number alone, rounded as a grower reads it: three figures at most matter. */
export function showNumber(value: number, kind: Kind, units: Units): string {
	const shown = toShown(value, kind, units);
	const size = Math.abs(shown);
	const [small, middle, large] = scaleOf(kind, units).decimals;
	// three figures at most matter
	const most = size < 0.9995 ? 3 : 2;
	const decimals = size < 9.95 ? Math.min(small, most) : size < 99.5 ? middle : large;
	const rounded = shown.toFixed(decimals);
	const trimmed = Number(rounded) === 0 ? rounded.replace('-', '') : rounded;
	return size >= 9999.5 ? Number(trimmed).toLocaleString('en-GB') : trimmed;
}

/** A field shows so many decimals of what was typed; longer ones come of a change of units. */
const TYPED_DECIMALS = 3;

/**
 * The number as it stands in a field: what was typed comes back as it was typed. Only figures that a change
 * of units or a calculation made long are rounded as `showNumber` does, and pure numbers to three figures.
 */
export function fieldNumber(value: number, kind: Kind, units: Units): string {
	const exact = Number(toShown(value, kind, units).toPrecision(9));
	const rounded = showNumber(value, kind, units).replaceAll(',', '');
	if (Number(rounded) === exact) return rounded;
	const typed = String(exact);
	const decimals = typed.includes('e') ? Infinity : (typed.split('.')[1]?.length ?? 0);
	if (decimals <= TYPED_DECIMALS) return typed;
	return kind === 'count' ? String(Number(exact.toPrecision(3))) : rounded;
}

/** The number with its unit, as it stands in a sentence: no zeros after the point that say nothing. */
export function show(value: number, kind: Kind, units: Units): string {
	const { unit } = scaleOf(kind, units);
	const number = showNumber(value, kind, units).replace(/\.0+$/, '');
	return unit === '' ? number : `${number} ${unit}`;
}
