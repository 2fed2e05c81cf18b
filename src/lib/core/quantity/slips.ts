import { fromShown, scaleOf, show, type Quantity, type Units } from './units';

/** What a figure most likely was meant to be, in the core's unit, and why. */
export interface Slip {
	value: number;
	words: string;
}

interface Guess {
	/** What was typed, read so. */
	value: number;
	as: string;
}

/** How people slip, by what is asked for; `typed` is what stands in the field. */
const GUESSES: Partial<Record<Quantity, (typed: number, units: Units) => Guess[]>> = {
	strength: (typed, { strength }) =>
		strength === 'mscm'
			? [
					{ value: typed / 1000, as: `${typed} µS/cm` },
					{ value: typed / 500, as: `${typed} ppm on the scale of 500` },
					{ value: typed / 700, as: `${typed} ppm on the scale of 700` },
					{ value: typed / 10, as: 'a point left out' },
					{ value: typed / 100, as: 'a point left out' }
				]
			: [
					{ value: typed, as: `${typed} mS/cm` },
					{ value: typed / 1000, as: `${typed} µS/cm` }
				],
	ratio: (typed) => [
		{ value: typed / 10, as: 'a point left out' },
		{ value: typed / 100, as: 'a point left out' }
	],
	volume: (typed, units) => [
		{ value: fromShown(typed / 10, 'volume', units), as: 'a point left out' },
		{ value: typed / 1000, as: `${typed} mL` }
	],
	salt: (typed) => [
		{ value: typed / 1000, as: `${typed} mg` },
		{ value: typed / 10, as: 'a point left out' }
	],
	temperature: (typed, { system }) =>
		system === 'us'
			? [{ value: typed, as: `${typed} °C` }]
			: [
					{ value: (typed - 32) / 1.8, as: `${typed} °F` },
					{ value: typed / 10, as: 'a point left out' }
				]
};

/**
 * A slip in what was typed: 1900 for 1.9, ppm for mS/cm, grams for milligrams, pH 56. Nothing is changed by it;
 * it is asked about.
 *
 * @param typed as it stands in the field
 * @param range what can be, in the core's unit; within it nothing is a slip
 * @param near what is expected: of several readings the nearest is meant
 * @example slipOf(1900, 'strength', METRIC, { low: 0, high: 6 }, 2) // 1.9 mS/cm
 */
export function slipOf(
	typed: number,
	of: Quantity,
	units: Units,
	range: { low: number; high: number },
	near: number
): Slip | null {
	const value = fromShown(typed, of, units);
	if (!Number.isFinite(typed) || (value >= range.low && value <= range.high)) return null;
	const [best] = (GUESSES[of]?.(typed, units) ?? [])
		.filter((guess) => guess.value >= range.low && guess.value <= range.high)
		.sort((a, b) => Math.abs(a.value - near) - Math.abs(b.value - near));
	if (!best) return null;
	const kept = Number(best.value.toPrecision(4));
	const said = scaleOf(of, units).unit === '' ? String(kept) : show(kept, of, units);
	return { value: kept, words: `${best.as}: that is ${said}` };
}

/** A number as people type it, with a point or a comma; NaN where it is none. */
export function typedNumber(text: string): number {
	const clean = text.trim().replace(/\s/g, '').replace(',', '.');
	return clean === '' ? NaN : Number(clean);
}
