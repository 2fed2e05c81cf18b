import { NUTRIENTS, recipe, type RecipeInput } from '../src/lib/core/nutrients';
import { SALT_IDS } from '../src/lib/core/shelf';
import { seeded } from './networks';
import { print, time } from './measure';

const FRAME_MS = 1000 / 60;
const TARGETS = {
	...{ N: 165, P: 45, K: 250, Ca: 160, Mg: 45, S: 65 },
	...{ Fe: 2.5, Mn: 0.6, Zn: 0.1, Cu: 0.05, B: 0.3, Mo: 0.05 }
};
const LIMITS = { Mn: 5, Zn: 2, Cu: 0.5, B: 1, Mo: 0.5, Fe: 6, Na: 100, Cl: 180 };

/** So many ingredients: the salts there are, then products by made-up labels. */
function ingredients(count: number): RecipeInput['salts'] {
	const random = seeded(14);
	const labels = Array.from({ length: Math.max(0, count - SALT_IDS.length) }, () => ({
		label: Object.fromEntries(
			NUTRIENTS.map((e, i) => [e, Number((random() * (i < 6 ? 12 : 0.2)).toFixed(3))])
		)
	}));
	return [...SALT_IDS.slice(0, count), ...labels];
}

/** The recipe, within its limits, as the bench fits it while an amount is dragged. */
export function mixes(): void {
	const spent = new Map<number, number>();
	for (const count of [14, 30, 60]) {
		const input: RecipeInput = {
			targetsMgL: TARGETS,
			salts: ingredients(count),
			water: { Ca: 34, Mg: 5, Na: 12, Cl: 19, S: 7 },
			limitsMgL: LIMITS,
			ammoniumShare: 0.3
		};
		for (let i = 0; i < 40; i++) recipe(input);
		spent.set(
			count,
			time(() => void recipe(input), 101)
		);
		const share = (100 * spent.get(count)!) / FRAME_MS;
		print(
			`recipe, ${count} salts × 12 elements`,
			`${spent.get(count)!.toFixed(2)} ms, ${share.toFixed(0)} % of a frame`
		);
	}
	const growth = Math.log(spent.get(60)! / spent.get(14)!) / Math.log(60 / 14);
	print('recipe, growth from 14 to 60 salts', `exponent ${growth.toFixed(2)}`);
}
