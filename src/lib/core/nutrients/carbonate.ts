import { NoSolution, rootOf } from '../quantity';

/** What of the water takes up acid. */
interface Dissolved {
	alkalinityMeqL: number;
	phosphateMmolL: number;
}

/** −log of the dissociation constants at 25 °C. */
const OF_CARBONATE = [6.352, 10.329];
export const OF_PHOSPHATE = [2.148, 7.198, 12.35];
const OF_WATER = 13.995;

/** Shares of an acid's forms at a pH, the one that has given nothing away first. */
function forms(pH: number, pKs: readonly number[]): number[] {
	let term = 1;
	const terms = [1, ...pKs.map((pK) => (term *= 10 ** (pH - pK)))];
	const whole = terms.reduce((sum, part) => sum + part, 0);
	return terms.map((part) => part / whole);
}

/** Mean charge, as a positive number, of a molecule at a pH. */
export const charges = (pH: number, pKs: readonly number[]): number =>
	forms(pH, pKs).reduce((sum, share, charge) => sum + share * charge, 0);

/** Mean charge of a mole of dissolved carbon at a pH. */
export const carbonateCharge = (pH: number): number => charges(pH, OF_CARBONATE);

/** Hydroxide less hydrogen, mmol/L. */
const freeOf = (pH: number): number => 1000 * (10 ** (pH - OF_WATER) - 10 ** -pH);

/** HPO4 + 2·PO4 − H3PO4 of a mole of phosphate. */
function alkalinityOfPhosphate(pH: number): number {
	const [acid, , second, third] = forms(pH, OF_PHOSPHATE);
	return second! + 2 * third! - acid!;
}

/** A little under nothing is a rounding of pH or alkalinity. */
const ROUNDING_MMOL = 0.01;

/** A closed carbonate system: its charges and its alkalinity at any pH. */
export interface Carbonate {
	totalMmolL: number;
	/** Negative charge of all weak acids and free ions, meq/L. */
	balance(pH: number): number;
	alkalinity(pH: number): number;
}

/**
 * Total carbon of a water from its alkalinity and pH, the phosphate's share taken off.
 *
 * @throws NoSolution where so little alkalinity cannot stand at that pH
 */
export function carbonOf({ alkalinityMeqL, phosphateMmolL }: Dissolved, pH: number): Carbonate {
	const other = (at: number) => freeOf(at) + phosphateMmolL * alkalinityOfPhosphate(at);
	const total = (alkalinityMeqL - other(pH)) / carbonateCharge(pH);
	if (total < -ROUNDING_MMOL)
		throw new NoSolution(
			`Water of pH ${pH} has more alkalinity than ${alkalinityMeqL} meq/L by its hydroxide and phosphate alone: measure pH and alkalinity again.`
		);
	return carbonateOf(Math.max(0, total), phosphateMmolL);
}

/** A closed system of so much carbon and phosphate, mmol/L. */
export function carbonateOf(totalMmolL: number, phosphateMmolL: number): Carbonate {
	const other = (at: number) => freeOf(at) + phosphateMmolL * alkalinityOfPhosphate(at);
	return {
		totalMmolL,
		balance: (at) =>
			totalMmolL * carbonateCharge(at) + phosphateMmolL * charges(at, OF_PHOSPHATE) + freeOf(at),
		alkalinity: (at) => totalMmolL * carbonateCharge(at) + other(at)
	};
}

/**
 * pH of a water once phosphates of the H2PO4 form are dissolved in it: they leave its alkalinity as it is and
 * share it, so that the pH falls a little.
 *
 * @param water alkalinity, meq/L, and pH of the water alone
 * @param phosphateMmolL dissolved in it, 0–50
 * @returns pH from 3 to 11
 * @throws NoSolution where alkalinity and pH of the water do not go together
 */
export function phWithPhosphate(
	{ alkalinityMeqL, ph }: { alkalinityMeqL: number; ph: number },
	phosphateMmolL: number
): number {
	const { totalMmolL } = carbonOf({ alkalinityMeqL, phosphateMmolL: 0 }, ph);
	const { alkalinity } = carbonateOf(totalMmolL, phosphateMmolL);
	if (phosphateMmolL === 0) return ph;
	return rootOf((at) => alkalinity(at) - alkalinityMeqL, LOW_PH, HIGH_PH, 1e-12);
}
const [LOW_PH, HIGH_PH] = [3, 11];
