import { clamp, rootOf } from '../quantity';

/** What lowers pH and what raises it, as growers have it in bottles. */
export const ACID_KINDS = ['nitric', 'phosphoric', 'sulfuric', 'citric'] as const;
export const BASE_KINDS = ['koh', 'k2co3', 'khco3'] as const;
export type AcidKind = (typeof ACID_KINDS)[number];
export type BaseKind = (typeof BASE_KINDS)[number];
export type PhKind = AcidKind | BaseKind;

/** A substance that moves pH: facts that hold for it in any bottle. */
export interface PhSubstance {
	way: 'acid' | 'base';
	/** In the middle of a sentence. */
	name: string;
	/** g/mol, without water of crystallisation. */
	molarMass: number;
	/** kg/L at 20 °C by percent of weight, from water on. */
	density: readonly (readonly [percent: number, kgL: number])[];
	/** The strongest that is sold as a liquid, percent by weight. */
	strongest: number;
	/** Strengths it is commonly sold in or made up to, percent by weight, the usual first. */
	sold: readonly number[];
	/** A mole of hydrogen it gives, or takes, in water of a feed's pH. */
	equivalents: number;
	/** It is a solid before somebody dissolves it, and how much is dissolved to be poured. */
	solid: boolean;
	/** What it must never meet. */
	never: string;
}

/** Pure water at 20 °C. */
const WATER: readonly [number, number] = [0, 0.9982];
const OTHERS = 'never into bleach, into a base, or into a bottle of concentrate';
const BASES = 'never into an acid, onto aluminium or zinc, or into a bottle of concentrate';

/** Densities at 20 °C after the CRC Handbook of Chemistry and Physics, “Concentrative properties of aqueous solutions”. */
export const PH_SUBSTANCES: Readonly<Record<PhKind, PhSubstance>> = {
	phosphoric: {
		...{ way: 'acid', name: 'phosphoric acid', molarMass: 97.995, solid: false, equivalents: 1 },
		density: [
			WATER,
			[10, 1.0532],
			[20, 1.1135],
			[30, 1.181],
			[40, 1.254],
			[50, 1.3334],
			[60, 1.426],
			[70, 1.526],
			[80, 1.633],
			[85, 1.689]
		],
		...{ strongest: 85, sold: [15, 59, 85], never: OTHERS }
	},
	nitric: {
		...{ way: 'acid', name: 'nitric acid', molarMass: 63.013, solid: false, equivalents: 1 },
		density: [
			WATER,
			[10, 1.0543],
			[20, 1.115],
			[30, 1.18],
			[40, 1.2463],
			[50, 1.31],
			[60, 1.3667],
			[70, 1.4134]
		],
		...{ strongest: 70, sold: [38, 20, 60] },
		never: `${OTHERS}; never onto metal, wood or cloth`
	},
	sulfuric: {
		...{ way: 'acid', name: 'sulfuric acid', molarMass: 98.079, solid: false, equivalents: 2 },
		density: [
			WATER,
			[10, 1.0661],
			[20, 1.1394],
			[30, 1.2185],
			[40, 1.3028],
			[50, 1.3951],
			[60, 1.4983],
			[70, 1.6105],
			[80, 1.7272],
			[90, 1.8144],
			[98, 1.8361]
		],
		...{ strongest: 98, sold: [15, 37], never: OTHERS }
	},
	citric: {
		...{ way: 'acid', name: 'citric acid', molarMass: 192.124, solid: true, equivalents: 2 },
		density: [WATER, [10, 1.0372], [20, 1.0804], [30, 1.1263], [40, 1.175], [50, 1.2273]],
		...{ strongest: 50, sold: [5, 20, 50], never: OTHERS }
	},
	koh: {
		...{ way: 'base', name: 'potassium hydroxide', molarMass: 56.106, solid: true, equivalents: 1 },
		density: [
			WATER,
			[5, 1.0437],
			[10, 1.0904],
			[20, 1.1884],
			[30, 1.2905],
			[40, 1.3991],
			[50, 1.5143]
		],
		...{ strongest: 50, sold: [5, 28, 45], never: BASES }
	},
	k2co3: {
		...{
			way: 'base',
			name: 'potassium carbonate',
			molarMass: 138.205,
			solid: true,
			equivalents: 2
		},
		density: [WATER, [10, 1.0904], [20, 1.1898], [30, 1.2979], [40, 1.4141], [50, 1.5404]],
		...{ strongest: 50, sold: [9.2, 25, 50], never: BASES }
	},
	khco3: {
		...{
			way: 'base',
			name: 'potassium bicarbonate',
			molarMass: 100.115,
			solid: true,
			equivalents: 1
		},
		density: [WATER, [10, 1.0668], [20, 1.1404], [25, 1.18]],
		...{ strongest: 25, sold: [9.4, 20], never: BASES }
	}
};

/** Density of a solution at 20 °C, kg/L; straight between the points of the table and on past its end. */
export function densityOf(kind: PhKind, percent: number): number {
	const { density } = PH_SUBSTANCES[kind];
	const at = Math.max(
		1,
		density.findIndex(([p]) => p >= percent)
	);
	const [[p0, d0], [p1, d1]] = [
		density[(density.at(-1)![0] < percent ? density.length - 1 : at) - 1]!,
		density[density.at(-1)![0] < percent ? density.length - 1 : at]!
	];
	return d0 + ((d1 - d0) * (percent - p0)) / (p1 - p0);
}

/**
 * Moles in a litre of a solution that is so many percent by weight.
 *
 * @param percent by weight, above 0 to 100
 * @returns mol/L
 * @example molarityOf('phosphoric', 85) // about 14.6
 */
export const molarityOf = (kind: PhKind, percent: number): number =>
	(10 * densityOf(kind, percent) * percent) / PH_SUBSTANCES[kind].molarMass;

/** The percent by weight of a solution of so many mol/L; 100 where it would be more. */
export function percentOf(kind: PhKind, molarity: number): number {
	if (molarityOf(kind, 100) <= molarity) return 100;
	return clamp(
		rootOf((percent) => molarityOf(kind, percent) - molarity, 0, 100, 1e-9),
		0,
		100
	);
}

/** A strength as it stands in a sentence: 15%, 9.2%, 0.4%. */
export const percentWords = (percent: number): string =>
	`${Number(percent.toPrecision(percent < 1 ? 1 : percent < 10 ? 2 : 3))}%`;

/** A liquid named so that it cannot be taken for another: phosphoric acid 15%. */
export const namedLiquid = (kind: PhKind, percent: number): string =>
	`${PH_SUBSTANCES[kind].name} ${percentWords(percent)}`;
