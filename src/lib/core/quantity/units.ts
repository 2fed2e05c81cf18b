/** What the grower reads: metric or US customary, and strength as EC or as ppm on one of three scales. */
export interface Units {
	system: 'metric' | 'us';
	strength: 'mscm' | 'ppm500' | 'ppm640' | 'ppm700';
}

export const METRIC: Units = { system: 'metric', strength: 'mscm' };

type Decimals = readonly [number, number, number];
interface Scale {
	unit: string;
	/** Shown = core × factor + offset. */
	factor: number;
	offset?: number;
	/** Decimals for figures of about 1, 10 and 100. */
	decimals: Decimals;
}
/** What a figure can be of: how it is read in each system, and how the core writes it. */
interface Unit {
	metric: Scale;
	/** As metric where nothing is said. */
	us?: Scale;
	/** The core's own unit, where it is not the metric one that is read. */
	core?: string;
	/** What the name of a field ends with that holds one. */
	suffix?: string;
}
const as = (unit: string, decimals: Decimals, factor = 1, offset = 0): Scale => ({
	unit,
	factor,
	offset,
	decimals
});
const FEET = 1 / 0.3048;
const INCHES = 1 / 25.4;
const GALLONS = 1 / 3.785411784;

/**
 * Every quantity there is, each with its units and its rounding: a new one is a row here. Fields name theirs in
 * the schema; messages, sheets, comparison, print and findings take it from there.
 */
const QUANTITIES = {
	/** Lengths of pipe and benches. */
	span: { metric: as('m', [2, 2, 0]), us: as('ft', [2, 1, 0], FEET), suffix: 'M' },
	/** What a grower measures with a rule. */
	size: { metric: as('mm', [1, 0, 0]), us: as('in', [2, 1, 0], INCHES), suffix: 'Mm' },
	/** Metres of water. */
	head: { metric: as('m', [2, 2, 0]), us: as('ft', [2, 1, 0], FEET) },
	volume: { metric: as('L', [1, 1, 0]), us: as('gal', [2, 1, 0], GALLONS), suffix: 'L' },
	/** Small volumes: a feed, a jug. */
	dose: {
		metric: as('mL', [0, 0, 0], 1000),
		us: as('fl oz', [1, 1, 0], 33.8140227),
		core: 'L'
	},
	/** The same, in millilitres: a site's medium, a product. */
	liquid: { metric: as('mL', [1, 0, 0]), us: as('fl oz', [2, 1, 0], 0.0338140227), suffix: 'Ml' },
	use: {
		metric: as('L a day', [1, 1, 0]),
		us: as('gal a day', [2, 1, 0], GALLONS),
		suffix: 'LPerDay'
	},
	flow: { metric: as('L/h', [2, 1, 0]), us: as('gal/h', [3, 2, 1], GALLONS), suffix: 'Lph' },
	mass: { metric: as('kg', [1, 0, 0]), us: as('lb', [1, 0, 0], 2.2046226218), suffix: 'Kg' },
	/** Grams of salt. */
	salt: { metric: as('g', [2, 1, 0]), us: as('oz', [3, 2, 0], 1 / 28.349523125) },
	/** Less than a gram of it. */
	trace: { metric: as('mg', [1, 0, 0], 1000), core: 'g' },
	temperature: { metric: as('°C', [1, 1, 0]), us: as('°F', [0, 0, 0], 1.8, 32), suffix: 'C' },
	warming: {
		metric: as('°C a day', [2, 1, 0]),
		us: as('°F a day', [2, 1, 0], 1.8),
		suffix: 'CPerDay'
	},
	area: { metric: as('m²', [2, 1, 0]), us: as('ft²', [1, 0, 0], FEET ** 2), suffix: 'M2' },
	floorArea: { metric: as('cm²', [0, 0, 0]), us: as('in²', [1, 0, 0], 0.15500031), suffix: 'Cm2' },
	floorLoad: {
		metric: as('kg/m²', [0, 0, 0]),
		us: as('lb/ft²', [1, 0, 0], 0.2048161436),
		suffix: 'KgM2'
	},
	velocity: { metric: as('m/s', [2, 1, 0]), us: as('ft/s', [2, 1, 0], FEET), suffix: 'MS' },
	wind: {
		metric: as('km/h', [1, 0, 0], 3.6),
		us: as('mph', [1, 0, 0], 2.2369362921),
		core: 'm/s'
	},
	gust: { metric: as('km/h', [1, 0, 0]), us: as('mph', [1, 0, 0], 0.6213711922), suffix: 'KmH' },
	slope: {
		metric: as('mm in a metre', [1, 0, 0]),
		us: as('inch in a foot', [2, 1, 0], 0.012),
		suffix: 'MmPerM'
	},
	/** So many a square metre. */
	perArea: { metric: as('a m²', [1, 0, 0]), us: as('a ft²', [2, 1, 0], 0.09290304) },
	/** So many a litre. */
	perVolume: { metric: as('a litre', [2, 1, 0]), us: as('a gallon', [2, 1, 0], 3.785411784) },
	force: { metric: as('N', [1, 0, 0]), us: as('lbf', [1, 0, 0], 0.2248089431), suffix: 'N' },
	depthPerDay: {
		metric: as('mm/day', [1, 1, 0]),
		us: as('in/day', [2, 2, 0], INCHES),
		suffix: 'MmDay'
	},
	percent: { metric: as('%', [1, 0, 0]), suffix: 'Percent' },
	/** A part of one, read as percent. */
	share: { metric: as('%', [1, 0, 0], 100), core: '' },
	angle: { metric: as('°', [1, 0, 0]), suffix: 'Deg' },
	power: { metric: as('W', [1, 0, 0]) },
	/** Through a wall. */
	heatLoss: { metric: as('W/m²K', [2, 1, 0]), suffix: 'WM2K' },
	/** Of a month or a year. */
	work: { metric: as('kWh', [2, 1, 0]) },
	energy: { metric: as('kWh a day', [3, 2, 0]), suffix: 'KwhPerDay' },
	/** Of the grower's own money. */
	perKwh: { metric: as('a kWh', [2, 2, 0]), suffix: 'PerKwh' },
	perMonth: { metric: as('a month', [2, 2, 0]), suffix: 'PerMonth' },
	seconds: { metric: as('s', [1, 0, 0]) },
	minutes: { metric: as('min', [0, 0, 0]), suffix: 'Min' },
	hours: { metric: as('h', [1, 1, 0]), suffix: 'H' },
	days: { metric: as('days', [1, 1, 0]), suffix: 'Days' },
	timesADay: { metric: as('a day', [0, 0, 0]), suffix: 'PerDay' },
	photons: { metric: as('µmol/s', [1, 0, 0]), suffix: 'UmolS' },
	photonsOnLeaf: { metric: as('µmol/m²/s', [1, 0, 0]), suffix: 'Umol' },
	lightOfDay: { metric: as('mol/m²', [1, 1, 0]), suffix: 'Mol' },
	lightOfEnergy: { metric: as('mol/MJ', [2, 1, 0]), suffix: 'MolPerMj' },
	radiation: { metric: as('MJ/m²', [1, 1, 0]), suffix: 'MjM2' },
	pressure: { metric: as('kPa', [2, 1, 0]), suffix: 'Kpa' },
	concentration: { metric: as('mg/L', [2, 1, 0]), suffix: 'MgL' },
	charge: { metric: as('meq/L', [2, 1, 0]), suffix: 'MeqL' },
	/** Dissolved, and of an acid or a base as it is bought. */
	moles: { metric: as('mmol/L', [2, 1, 0]), suffix: 'MmolL' },
	molarity: { metric: as('mol/L', [2, 1, 0]) },
	density: { metric: as('kg/L', [2, 2, 0]), suffix: 'KgL' },
	labelDose: { metric: as('g or mL a litre', [2, 1, 0]) },
	ppm: { metric: as('ppm', [0, 0, 0]) },
	/** A pure number that is no count. */
	ratio: { metric: as('', [2, 2, 1]) },
	count: { metric: as('', [0, 0, 0]) }
} satisfies Record<string, Unit>;

/** What a figure is of. */
export type Quantity = keyof typeof QUANTITIES | 'strength';
const UNITS: Record<keyof typeof QUANTITIES, Unit> = QUANTITIES;

const STRENGTH_SCALES: Record<Units['strength'], Scale> = {
	mscm: as('mS/cm', [2, 1, 0]),
	ppm500: as('ppm (500)', [0, 0, 0], 500),
	ppm640: as('ppm (640)', [0, 0, 0], 640),
	ppm700: as('ppm (700)', [0, 0, 0], 700)
};

/** How a quantity is read: unit, factor and rounding. */
export function scaleOf(quantity: Quantity, units: Units): Scale {
	if (quantity === 'strength') return STRENGTH_SCALES[units.strength];
	const { metric, us } = UNITS[quantity];
	return (units.system === 'us' ? us : undefined) ?? metric;
}

/** The unit of a quantity in the core, as it is written after a number; '' for a pure number. */
export const coreUnitOf = (quantity: Quantity): string =>
	quantity === 'strength' ? 'mS/cm' : (UNITS[quantity].core ?? UNITS[quantity].metric.unit);

/** Longer suffixes first, so that MsCm is not read as Cm. */
const SUFFIXES = [
	['MsCm', 'strength' as Quantity] as const,
	...Object.entries(UNITS).flatMap(([quantity, { suffix }]) =>
		suffix ? [[suffix, quantity as Quantity] as const] : []
	)
].sort(([a], [b]) => b.length - a.length);

/** A field's name without its unit, and what it is of: `innerDiameterMm` is a size, `innerDiameter`. */
export function readField(field: string): { name: string; quantity: Quantity | null } {
	const found = SUFFIXES.find(([suffix]) => endsIn(field, suffix));
	if (!found) return { name: field, quantity: null };
	return { name: field.slice(0, -found[0].length), quantity: found[1] };
}

/** A word ends before its unit: `pullN` is a force, `NO3N` is nitrogen. */
function endsIn(field: string, suffix: string): boolean {
	const before = field.at(-suffix.length - 1);
	if (!field.endsWith(suffix) || before === undefined) return false;
	return /[a-z]/.test(before) || (suffix.length > 1 && /\d/.test(before));
}

/** Units that are read in one system and not in the other, for whoever looks for strays. */
export const unitsOnlyIn = (system: Units['system']): string[] => {
	const of = (one: Units['system']) =>
		Object.values(UNITS).flatMap(({ metric, us }) =>
			us ? [one === 'us' ? us.unit : metric.unit] : []
		);
	const others = new Set(of(system === 'us' ? 'metric' : 'us'));
	return [...new Set(of(system))].filter((unit) => !others.has(unit));
};

/** A core figure in the grower's unit. */
export function toShown(value: number, quantity: Quantity, units: Units): number {
	const scale = scaleOf(quantity, units);
	return value * scale.factor + (scale.offset ?? 0);
}

/** What the grower typed, in the core's unit. */
export function fromShown(shown: number, quantity: Quantity, units: Units): number {
	const scale = scaleOf(quantity, units);
	return (shown - (scale.offset ?? 0)) / scale.factor;
}

const GROUPED = new Intl.NumberFormat('en-GB');

/** The number alone, rounded as a grower reads it: three figures at most matter. */
export function showNumber(value: number, quantity: Quantity, units: Units): string {
	const shown = toShown(value, quantity, units);
	const size = Math.abs(shown);
	const [small, middle, large] = scaleOf(quantity, units).decimals;
	// three figures at most matter
	const most = size < 0.9995 ? 3 : 2;
	const decimals = size < 9.95 ? Math.min(small, most) : size < 99.5 ? middle : large;
	const rounded = shown.toFixed(decimals);
	const trimmed = Number(rounded) === 0 ? rounded.replace('-', '') : rounded;
	return size >= 9999.5 ? GROUPED.format(Number(trimmed)) : trimmed;
}

/** A field shows so many decimals of what was typed; longer ones come of a change of units. */
const TYPED_DECIMALS = 3;

/**
 * The number as it stands in a field: what was typed comes back as it was typed. Only figures that a change
 * of units or a calculation made long are rounded as `showNumber` does, and pure numbers to three figures.
 */
export function fieldNumber(value: number, quantity: Quantity, units: Units): string {
	const exact = Number(toShown(value, quantity, units).toPrecision(9));
	const rounded = showNumber(value, quantity, units).replaceAll(',', '');
	const typed = String(exact);
	if (Number(rounded) === exact) return typed;
	const decimals = typed.includes('e') ? Infinity : (typed.split('.')[1]?.length ?? 0);
	if (decimals <= TYPED_DECIMALS) return typed;
	return coreUnitOf(quantity) === '' ? String(Number(exact.toPrecision(3))) : rounded;
}

/** The number with its unit, as it stands in a sentence: no zeros after the point that say nothing. */
export function show(value: number, quantity: Quantity, units: Units): string {
	const { unit } = scaleOf(quantity, units);
	const number = showBare(value, quantity, units);
	return unit === '' ? number : `${number} ${unit}`;
}

/** The number of `show` alone, where its unit stands elsewhere. */
export const showBare = (value: number, quantity: Quantity, units: Units): string =>
	showNumber(value, quantity, units).replace(/\.0+$/, '');

/** The same with no noughts at all that say nothing: as it is read off a scale, 0.5 g and not 0.50 g. */
export function showShort(value: number, quantity: Quantity, units: Units): string {
	const { unit } = scaleOf(quantity, units);
	const number = showNumber(value, quantity, units);
	return `${number.includes('.') ? Number(number) : number} ${unit}`;
}

/** "1.8 to 2.1 L/h", or one figure where both read the same. */
export function showRange(low: number, high: number, quantity: Quantity, units: Units): string {
	const [from, to] = [show(low, quantity, units), show(high, quantity, units)];
	return from === to ? from : `${showBare(low, quantity, units)} to ${to}`;
}
