/** A figure that practice or measurement gave, not geometry: with the range it is found in and where it comes from. */
export interface Parameter {
	readonly value: number;
	/** As it is written after a number; '' for a pure number. */
	readonly unit: string;
	readonly low: number;
	readonly high: number;
	/** A standard, a handbook, a paper, or common practice with its range. */
	readonly source: string;
}

/**
 * A parameter.
 *
 * @param range what is found in practice, low and high, in the same unit
 * @param source common practice with its range, where nothing else is known
 * @throws RangeError where the value is outside its own range
 * @example parameter(0.01, '', [0.009, 0.013], 'Chow, Open-Channel Hydraulics (1959), smooth plastic')
 */
export function parameter(
	value: number,
	unit: string,
	[low, high]: readonly [low: number, high: number],
	source = practice(low, high, unit)
): Parameter {
	if (!(low <= value && value <= high))
		throw new RangeError(`${value} ${unit} is outside its range, ${low} to ${high}`);
	return { value, unit, low, high, source };
}

const practice = (low: number, high: number, unit: string): string =>
	`common practice, ${low} to ${high} ${unit}`.trimEnd();

/** How a kind of item has one of its figures: the unit, how far it may be off, and where it comes from. */
export interface FigureOf {
	unit: string;
	/** Half of its range as a share of the figure. */
	spread: number;
	source: string;
}
/** The figures of an item as parameters, by the name of the field each stands in. */
export type Figures = Readonly<Record<string, Parameter>>;

/**
 * An item of the shelf with its figures as parameters beside the plain numbers: whatever field stands in the
 * table, in the item itself or in a record inside it.
 */
export function withFigures<T extends object>(
	item: T,
	table: Readonly<Record<string, FigureOf>>
): T & { figures: Figures } {
	const figures: Record<string, Parameter> = {};
	const gather = (record: object): void => {
		for (const [field, value] of Object.entries(record)) {
			if (typeof value === 'object' && value !== null) gather(value);
			const known = table[field];
			if (known && typeof value === 'number') figures[field] = ranged(value, known);
		}
	};
	gather(item);
	return { ...item, figures };
}

function ranged(value: number, { unit, spread, source }: FigureOf): Parameter {
	const off = Math.abs(value) * spread;
	const round = (x: number) => Number(x.toPrecision(2));
	return {
		value,
		unit,
		low: Math.min(value, round(value - off)),
		high: Math.max(value, round(value + off)),
		source
	};
}
