import { quantity } from '../quantity';
import { carbonOf, type Carbonate } from './carbonate';

/** What acid and base are asked alike: a water, where it is, and where it should come to. */
export const phMoveFields = {
	volumeL: quantity('volume', 'volume', { above: 0, max: 1e6 }),
	alkalinityMeqL: quantity('alkalinity', 'charge', { min: 0, max: 50 }),
	startPh: quantity('pH at the start', 'ratio', { min: 3, max: 11 }),
	targetPh: quantity('target pH', 'ratio', { min: 3, max: 11 }),
	phosphateMmolL: quantity('phosphate', 'moles', { min: 0, max: 50 }).default(0)
};
/** How strong what is poured is, mol/L. */
export const molarityField = quantity('molarity', 'molarity', { min: 0.0001, max: 20 });

interface Move {
	alkalinityMeqL: number;
	phosphateMmolL?: number | undefined;
	startPh: number;
	targetPh: number;
}

/** The carbonate system of the water before anything is poured. @throws NoSolution where alkalinity and pH do not go together */
export const carbonBefore = ({ alkalinityMeqL, phosphateMmolL = 0, startPh }: Move): Carbonate =>
	carbonOf({ alkalinityMeqL, phosphateMmolL }, startPh);

/**
 * The dose that moves the charge balance of a closed carbonate system at 25 °C from one pH to another, total carbon
 * held, activities left out (Stumm and Morgan, Aquatic Chemistry, 1996, chapter 4).
 *
 * @param carbon of the water before it
 * @param charge what a mole takes up at the pH aimed at, equivalents; of a base what it lifts
 * @returns moles in a litre, mmol/L
 */
export const movingDose = (
	carbon: Carbonate,
	{ startPh, targetPh }: Move,
	charge: number
): number =>
	targetPh === startPh ? 0 : Math.abs(carbon.balance(targetPh) - carbon.balance(startPh)) / charge;
