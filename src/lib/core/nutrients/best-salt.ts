import type { SaltId } from '../shelf';
import { recipe, type RecipeInput } from './recipe';
import { ELEMENT_NAME, NUTRIENTS, type Nutrient } from './targets';

/** How far a mix is from its targets: what `recipe` makes least. */
export function missOf(input: RecipeInput): number {
	const { errorsPercent } = recipe(input);
	const weight = (e: Nutrient) => input.weights?.[e] ?? (e === 'S' ? 0.1 : 1);
	return NUTRIENTS.reduce((sum, e) => {
		const off = Math.min(0, errorsPercent[e] ?? 0) / 100;
		return sum + weight(e) * off ** 2;
	}, 0);
}

export interface BestSalt {
	salt: SaltId;
	/** The element it mends most. */
	element: Nutrient;
	/** Percent of its target before and with it. */
	fromPercent: number;
	toPercent: number;
}

/** So little better is no reason to buy a bag. */
const WORTH = 0.01;

/**
 * The one salt that would mend a mix most, tried one by one: the least lack over all elements.
 *
 * @param candidates salts that could be bought; those in it already are passed over
 * @returns null where none makes it better
 */
export function bestSalt(input: RecipeInput, candidates: readonly SaltId[]): BestSalt | null {
	const before = recipe(input).errorsPercent;
	let least = missOf(input) - WORTH;
	let best: BestSalt | null = null;
	for (const salt of candidates) {
		if (input.salts.includes(salt)) continue;
		const withIt = { ...input, salts: [...input.salts, salt] };
		const miss = missOf(withIt);
		if (miss >= least) continue;
		least = miss;
		const after = recipe(withIt).errorsPercent;
		const [element] = NUTRIENTS.filter((e) => before[e] !== undefined && ELEMENT_NAME[e])
			.map((e) => [e, Math.min(0, after[e]!) - Math.min(0, before[e]!)] as const)
			.sort((a, b) => b[1] - a[1])[0]!;
		best = {
			salt,
			element,
			fromPercent: 100 + before[element]!,
			toPercent: 100 + after[element]!
		};
	}
	return best;
}
