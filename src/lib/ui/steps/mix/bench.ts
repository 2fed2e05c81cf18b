import type { SystemModel, Weighed } from '$lib/core/model';
import { factsOf, shortSalt, type SaltId } from '$lib/core/shelf';

/** One thing on the bench, in the order it goes in: a heap, a jug of what is too little to weigh, a bottle. */
export interface Heap {
	id: string;
	kind: 'heap' | 'jug' | 'liquid';
	/** In one or two lines. */
	name: string[];
	items: Weighed[];
	/** In its unit: what of it is put in. */
	amount: number;
	unit: 'g' | 'mL';
	/** Goes in last and by itself. */
	last: boolean;
	/** Which of the working colours. */
	colour: string;
	/** The grower holds its amount. */
	held: boolean;
}

/** How many colours tell heaps apart. */
const COLOURS = 8;
export const colourOf = (place: number): string => `--heap-${(place % COLOURS) + 1}`;

/** As it is said among friends: a salt without its form, by its household name where it has one. */
export const shortOf = ({ name, saltId }: { name: string; saltId: SaltId | null }): string =>
	saltId ? shortSalt(saltId) : name;

/** In two lines at most, broken where a word ends. */
export function inLines(name: string, most = 13): string[] {
	const words = name.split(' ');
	const lines = [''];
	for (const word of words) {
		const line = lines.at(-1)!;
		if (line === '') lines[lines.length - 1] = word;
		else if (line.length + 1 + word.length <= most || lines.length === 2)
			lines[lines.length - 1] = `${line} ${word}`;
		else lines.push(word);
	}
	return lines;
}

/** What stands on the bench, in order; what goes by way of one jug stands together. */
export function heapsOf({ mix, weighing }: SystemModel): Heap[] {
	const heaps: Heap[] = [];
	for (const item of weighing.items) {
		const { fractions, heldGPerL } = mix.ingredients[item.index]!;
		const id = item.jug ? `jug-${item.jug.kind}-${item.jug.times}` : `heap-${item.index}`;
		const before = heaps.find((heap) => heap.id === id);
		if (before) {
			before.items.push(item);
			const traces = before.items.every(
				(one) => factsOf(mix.ingredients[one.index]!.fractions).trace
			);
			before.name = inLines(traces ? 'trace salts' : `${before.items.length} salts of one jug`);
			before.held ||= heldGPerL !== null;
			continue;
		}
		heaps.push({
			id,
			kind: item.jug ? 'jug' : item.unit === 'mL' ? 'liquid' : 'heap',
			name: inLines(shortOf(item)),
			items: [item],
			amount: item.jug ? item.jug.takeMl : item.weigh,
			unit: item.jug ? 'mL' : item.unit,
			last: factsOf(fractions).calcium && weighing.items.length > 1,
			colour: '',
			held: heldGPerL !== null
		});
	}
	return heaps.map((heap, place) => ({ ...heap, colour: colourOf(place) }));
}

/** The colour of each ingredient, by its place among the ingredients. */
export const coloursOf = (heaps: readonly Heap[]): Map<number, string> =>
	new Map(heaps.flatMap(({ items, colour }) => items.map(({ index }) => [index, colour] as const)));
