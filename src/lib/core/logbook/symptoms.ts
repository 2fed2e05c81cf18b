import { say } from '../review';

/** Which leaves show it first, and how: what a grower can see without a meter. */
export const LEAVES = { older: 'older leaves', younger: 'younger leaves', all: 'the whole plant' };
export const SIGNS = {
	pale: 'pale all over',
	veins: 'yellow between green veins',
	edges: 'brown or burnt edges',
	spots: 'dead spots',
	purple: 'dark or purple',
	twisted: 'twisted or dying tips',
	limp: 'limp by day, wet or not'
};
export type Leaves = keyof typeof LEAVES;
export type Sign = keyof typeof SIGNS;

export interface Cause {
	id: string;
	title: string;
	leaves: readonly Leaves[];
	signs: readonly Sign[];
	/** One correction, and what else it does; figures are holes that are filled in the units of who reads it. */
	correct: string;
	besides: string;
	/** What must be read before anything is poured. */
	measureFirst: string | null;
	/** It is mended without anything poured into the water, and so where fish live in it. */
	poursNothing?: true;
}

/** More than these are guesses. */
const MOST_CAUSES = 3;

/** After the keys to nutrient disorders in Marschner, Mineral Nutrition of Higher Plants (2012), chapter 11. */
export const CAUSES: readonly Cause[] = [
	{
		id: 'nitrogen',
		title: 'Too little nitrogen, or a tank too weak altogether',
		leaves: ['older', 'all'],
		signs: ['pale'],
		correct: 'Bring the strength up to what the crops take, by a fifth at most.',
		besides: 'Everything else rises with it.',
		measureFirst: 'Read the strength: in a tank that is strong enough it is something else.'
	},
	{
		id: 'magnesium',
		title: 'Too little magnesium',
		leaves: ['older'],
		signs: ['veins', 'spots'],
		correct: `A level teaspoon of Epsom salt to ${say(50, 'volume')}, once.`,
		besides: 'Sulfur rises with it; too much of it keeps calcium out.',
		measureFirst: null
	},
	{
		id: 'potassium',
		title: 'Too little potassium',
		leaves: ['older'],
		signs: ['edges', 'spots'],
		correct: 'Change the solution for a fresh mix of the full recipe.',
		besides: 'More potassium alone would keep calcium and magnesium out.',
		measureFirst: 'Read the strength: burnt edges of all leaves are salt.'
	},
	{
		id: 'salt',
		title: 'Too much salt',
		leaves: ['older', 'all'],
		signs: ['edges', 'limp'],
		correct: 'Throw away a third and fill up with plain water.',
		besides: 'It is all weaker then, traces too.',
		measureFirst: 'Read the strength: in a weak tank burnt edges are want of potassium.'
	},
	{
		id: 'calcium',
		title: 'Calcium does not reach the tips',
		leaves: ['younger'],
		signs: ['edges', 'twisted'],
		correct: 'Give air and even water first: calcium travels with what leaves breathe out.',
		besides: 'More calcium seldom helps.',
		measureFirst: 'Read strength and pH, and look whether the medium dries out by day.',
		poursNothing: true
	},
	{
		id: 'iron',
		title: 'Iron out of reach',
		leaves: ['younger'],
		signs: ['veins', 'pale'],
		correct: 'Bring the pH under 6.2, then wait a week; only then iron chelate.',
		besides: 'Acid lowers alkalinity and brings its own nutrient.',
		measureFirst: 'Read the pH: over 6.8 iron is there and not to be had.'
	},
	{
		id: 'phosphorus',
		title: 'Too little phosphorus, or cold roots',
		leaves: ['older', 'all'],
		signs: ['purple'],
		correct: `Warm the water to more than ${say(15, 'temperature')} and wait a week.`,
		besides: 'Nothing is dosed.',
		measureFirst: 'Read the water temperature.',
		poursNothing: true
	},
	{
		id: 'manganese',
		title: 'Too little manganese or zinc',
		leaves: ['younger'],
		signs: ['veins', 'spots'],
		correct: 'Change the solution for a fresh mix with trace salts in it.',
		besides: 'A few times too much of a trace harms: never by the pinch.',
		measureFirst: 'Read the pH: over 7 traces are there and not to be had.'
	},
	{
		id: 'boron',
		title: 'Too little boron',
		leaves: ['younger'],
		signs: ['twisted'],
		correct: 'Change the solution for a fresh mix with trace salts in it.',
		besides: 'Between too little and too much boron there is little room.',
		measureFirst: null
	},
	{
		id: 'roots',
		title: 'Roots without air',
		leaves: ['all'],
		signs: ['limp', 'pale'],
		correct:
			'Feed less often, cool the water, look at the roots: white is well, brown and slimy is not.',
		besides: 'No peroxide: it kills what helps as well, and burns skin and eyes.',
		measureFirst: `Read the water temperature: above ${say(26, 'temperature')} there is little air in it.`,
		poursNothing: true
	}
];

/**
 * What it may be, of what shows so: what these leaves show first. With fish in the loop only what is mended without
 * pouring anything.
 */
export function likelyCauses(leaves: Leaves, sign: Sign, fish = false): Cause[] {
	const here = (cause: Cause) => Number(cause.leaves.includes(leaves));
	return CAUSES.filter((cause) => cause.signs.includes(sign) && (!fish || cause.poursNothing))
		.sort((a, b) => here(b) - here(a))
		.slice(0, MOST_CAUSES);
}
