import { stock, type Stock, type StockInput } from '../nutrients';
import { lowerFirst, NoSolution } from '../quantity';
import { mix } from './mix';
import { stage } from './stage';

/** Two bottles for who has not said: a litre each, thinned a hundred times, in a cold shed. */
export const USUAL_BOTTLES = { doseMlPerL: 10, bottleL: 1, shedC: 5, madeOn: null };
/** Less of an ingredient than this is not weighed into a bottle, g a litre of ready solution. */
const LEAST_G = 0.00001;
const MOST_G = 50;

export interface Bottles {
	/** The grower keeps it so. */
	made: boolean;
	/** Which ingredient each addition is. */
	of: number[];
	stock: { input: StockInput; result: Stock } | null;
	/** Why it cannot be made a concentrate. */
	why: string | null;
}

/** The recipe as two bottles of concentrate. */
export const bottles = stage(
	'bottles',
	{ operation: ['mix'] },
	{ mix },
	({ operation, mix }): Bottles => {
		const made = operation.mix.bottles !== null;
		const { doseMlPerL, bottleL, shedC } = operation.mix.bottles ?? USUAL_BOTTLES;
		const of = mix.gramsPerL.flatMap((grams, index) => (grams >= LEAST_G ? [index] : []));
		const tooMuch = of.find((index) => mix.gramsPerL[index]! > MOST_G);
		if (tooMuch !== undefined)
			return {
				made,
				of,
				stock: null,
				why: `So much ${lowerFirst(mix.ingredients[tooMuch]!.name)} fits no bottle.`
			};
		if (of.length === 0) return { made, of, stock: null, why: 'There is nothing to put in them.' };
		const input: StockInput = {
			additions: of.map((index) => {
				const { saltId, label } = mix.ingredients[index]!;
				const gramsPerL = mix.gramsPerL[index]!;
				return saltId ? { salt: saltId, gramsPerL } : { label: label!, gramsPerL };
			}),
			doseMlPerL,
			bottleL,
			temperatureC: shedC
		};
		try {
			return { made, of, stock: { input, result: stock(input) }, why: null };
		} catch (problem) {
			if (!(problem instanceof NoSolution)) throw problem;
			return { made, of, stock: null, why: problem.message };
		}
	}
);
