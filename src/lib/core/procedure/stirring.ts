import { act, type Step, type Vessel } from './step';
import { amount, water, type Amount, type Substance } from './substance';

/** What may stand in one jug: calcium and iron each by itself, for calcium makes chalk with sulfates and phosphates. */
export type JugKind = 'calcium' | 'iron' | 'other';

/** One thing as it is measured out of its bag or bottle. */
export interface MeasuredOut {
	/** Which of the ingredients it is. */
	index: number;
	/** What the shelf knows it by. */
	of: string;
	name: string;
	unit: 'g' | 'mL';
	/** What is put on the scale, into the jug where there is one. */
	weigh: number;
	/** Level scoops of that; null: it is not measured so. */
	scoops: number | null;
	/** By way of a litre it is dissolved in so many times over, and what of that is taken. */
	jug: { kind: JugKind; times: number; takeMl: number } | null;
	/** It makes chalk with what is in the others. */
	calcium: boolean;
}

/** How an ingredient is measured out: under a gram in milligrams, wherever the grower lives. */
export const weighedAs = (unit: 'g' | 'mL', much: number): 'liquid' | 'trace' | 'salt' =>
	unit === 'mL' ? 'liquid' : much < 1 ? 'trace' : 'salt';

/** As it is weighed, or the scoops that make it. */
export const weighed = ({
	unit,
	weigh,
	scoops
}: Pick<MeasuredOut, 'unit' | 'weigh' | 'scoops'>): Amount =>
	amount(weighedAs(unit, weigh), weigh, scoops);

const nutrient = ({ of, name }: MeasuredOut): Substance => ({ kind: 'nutrient', of, name });
/** What stands in one jug: as many times over, calcium and iron each by itself. */
const jugOf = ({ jug }: MeasuredOut): string => `${jug!.kind}-${jug!.times}`;

/** Jugs of a list, each with what is in it, in the order they are first asked for. */
function jugsIn(items: readonly MeasuredOut[]): MeasuredOut[][] {
	const jugs = new Map<string, MeasuredOut[]>();
	for (const item of items)
		if (item.jug) jugs.set(jugOf(item), [...(jugs.get(jugOf(item)) ?? []), item]);
	return [...jugs.values()];
}

/** Where things go, and by which name jugs go. */
interface Into {
	vessel: Vessel;
	shaken: boolean;
	/** Jugs are known by their place on the card, or by what is in them. */
	numbered: boolean;
}

const fromJug = (jugs: readonly MeasuredOut[][], at: number, numbered: boolean): Substance => ({
	kind: 'jug',
	jug: jugs[at]![0]!.jug!.kind,
	place: numbered ? { at: at + 1, of: jugs.length } : null,
	holds: jugs[at]!.map(({ name }) => name)
});

/** The jugs that are made up first. */
export const jugSteps = (items: readonly MeasuredOut[]): Step[] =>
	jugsIn(items).map((list, i, all) =>
		act('dissolve', `jug-${jugOf(list[0]!)}`, {
			into: fromJug(all, i, true),
			items: list.map((one) => ({ what: nutrient(one), amount: weighed(one) })),
			caution: { code: 'dust' }
		})
	);

/**
 * One thing after the other into a vessel, each stirred until it is clear, a jug once for all that is in it;
 * calcium with the word why it goes by itself.
 */
export function stirSteps(
	items: readonly MeasuredOut[],
	{ vessel, shaken, numbered }: Into
): Step[] {
	const jugs = jugsIn(items);
	const caution = (list: readonly MeasuredOut[]) =>
		items.length > 1 && list.some(({ calcium }) => calcium) ? ({ code: 'calcium' } as const) : null;
	const common = { vessel, shaken, changes: 'strength' as const };
	return items.flatMap((item): Step[] => {
		const id = `add-${item.index}`;
		if (!item.jug)
			return [
				act('add', id, {
					...{ ...common, what: nutrient(item), amount: weighed(item), caution: caution([item]) }
				})
			];
		const at = jugs.findIndex(([first]) => jugOf(first!) === jugOf(item));
		if (jugs[at]![0] !== item) return [];
		return [
			act('add', id, {
				...{ ...common, what: fromJug(jugs, at, numbered), caution: caution(jugs[at]!) },
				amount: amount('liquid', item.jug.takeMl)
			})
		];
	});
}

/** Bottle A, a wait, and only then bottle B. */
export function concentrateSteps(
	inside: { A: boolean; B: boolean },
	ml: number,
	vessel: Vessel,
	waitMin: number | null
): Step[] {
	const both = inside.A && inside.B;
	return (['A', 'B'] as const).flatMap((bottle) =>
		inside[bottle]
			? [
					act('add', `bottle-${bottle}`, {
						...{ vessel, shaken: false, changes: 'strength', amount: amount('liquid', ml) },
						what: { kind: 'concentrate', bottle },
						...(both && bottle === 'B' && { waitMin, caution: { code: 'a-then-b' } })
					})
				]
			: []
	);
}

/** A bottle made from its salts: warm water, what goes in, the mark, its label. */
export const bottleSteps = (
	bottle: 'A' | 'B',
	bottleL: number,
	items: readonly MeasuredOut[]
): Step[] => {
	const vessel = bottle === 'A' ? 'bottle-a' : 'bottle-b';
	const own = (step: Step): Step => ({ ...step, id: `${bottle}-${step.id}` });
	return [
		act('fill', 'water', {
			...{ vessel, what: water('hand-warm'), amount: amount('volume', (bottleL * 2) / 3) },
			caution: bottle === 'B' ? { code: 'rinse' } : null
		}),
		...jugSteps(items),
		...stirSteps(items, { vessel, shaken: true, numbered: true }),
		act('fill-to-mark', 'mark', {
			...{ vessel, what: water('hand-warm'), amount: amount('volume', bottleL), heightMm: null }
		}),
		act('label', 'label', { bottle, caution: { code: 'keep' } })
	].map(own);
};
