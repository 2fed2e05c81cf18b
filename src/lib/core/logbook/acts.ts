import { costOf, thinnedWords, type SystemModel, type Weighed } from '../model';
import type { TopUp } from '../nutrients';
import { lowerFirst } from '../quantity';
import { CALCIUM_CAUTION, measured } from '../review';

/** One thing to do, with its amount, in order. */
export interface Act {
	kind: 'dump' | 'water' | 'add' | 'acid' | 'base';
	text: string;
	/** null: there is none, and the text says why. */
	amount: string | null;
	caution: string | null;
	/** The same within a sentence; null: it is part of another one's. */
	phrase: string | null;
}
/** Less than this is no step: nobody pours it. */
export const LEAST_L = 0.2;
/** Litres of the mix that one unit of what is dosed makes, and its strength over the water's. */
export function stockOf({ bottles, mix, sourceWater }: SystemModel): number {
	const adds = Math.max(0.01, mix.expectedMsCm - sourceWater.ecMsCm);
	return bottles.made && bottles.stock ? adds / bottles.stock.input.doseMlPerL : adds;
}

/** Out and in, in words. */
export function poured({ say, place, operation }: SystemModel, { dumpL, waterL }: TopUp): Act[] {
	const acts: Act[] = [];
	if (dumpL >= LEAST_L)
		acts.push({
			kind: 'dump',
			text: 'Throw away',
			amount: say(dumpL, 'volume'),
			caution: 'On beds or lawn in small parts, or as local rules say; never into a stream.',
			phrase: `throw away ${say(dumpL, 'volume')}`
		});
	if (waterL >= LEAST_L)
		acts.push({
			kind: 'water',
			text: `Fill up with plain water${thinnedWords(place, operation)}`,
			amount: say(waterL, 'volume'),
			caution: null,
			phrase: `fill up with ${say(waterL, 'volume')} of plain water${thinnedWords(place, operation)}`
		});
	return acts;
}

/** Of bottles so many millilitres each; of bags what so many litres of the mix take. */
export function dosed(model: SystemModel, { stockMl }: TopUp): Act[] {
	if (stockMl <= 0) return [];
	const { bottles, mix, say } = model;
	const add = (
		name: 'A' | 'B',
		text: string,
		amount: string,
		caution: string | null = null
	): Act => ({
		...{ kind: 'add', text, amount, caution, phrase: `${amount} of bottle ${name}` }
	});
	if (bottles.made && bottles.stock) {
		const { A, B } = bottles.stock.result.bottles;
		const amount = say(stockMl, 'liquid');
		return [
			...(A.length > 0 ? [add('A', 'Stir in of bottle A', amount)] : []),
			...(B.length > 0
				? [add('B', 'And when it is stirred, of bottle B', amount, 'Never both in one jug.')]
				: [])
		];
	}
	return ofBags(model, stockMl / mix.litres);
}

/** What a part of the fill takes of each bag; what is too little to weigh, of the jug it is made up in. */
const JUGS = { calcium: 'calcium', iron: 'iron chelate', other: 'trace salts' };
function ofBags(model: SystemModel, share: number): Act[] {
	const { weighing, say } = model;
	const taken = new Set<string>();
	const calcium = ({ index }: Weighed) => model.mix.ingredients[index]!.fractions.Ca > 0;
	return weighing.items.flatMap((item): Act[] => {
		const caution = calcium(item) && weighing.items.length > 1 ? CALCIUM_CAUTION : null;
		if (!item.jug) {
			const weighed = asMeasured(model, item, item.amount * share);
			if (weighed === null) return [];
			return [
				{
					kind: 'add',
					text: `Stir in ${lowerFirst(item.name)}`,
					amount: weighed,
					caution,
					phrase: `${weighed} of ${lowerFirst(item.name)}`
				}
			];
		}
		const what = JUGS[item.jug.kind];
		const jug = `${what} ${item.jug.times}`;
		if (taken.has(jug)) return [];
		taken.add(jug);
		const ml = say(item.jug.takeMl * share, 'liquid');
		return [
			{
				kind: 'add',
				text: `Stir in ${what}, of their jug`,
				amount: ml,
				caution,
				phrase: `${ml} of the jug of ${what}`
			}
		];
	});
}

/** A part of what is weighed, in steps of the grower's own scale or scoop; null: less than it tells. */
function asMeasured(model: SystemModel, item: Weighed, amount: number): string | null {
	const weigh = Math.round(amount / item.step) * item.step;
	if (weigh <= 0) return null;
	const scoopG = item.scoops === null ? null : item.weigh / item.scoops;
	return measured(model, { ...item, weigh, scoops: scoopG === null ? null : weigh / scoopG });
}

/** Water and salts of a change of all of it. */
export function changeWords({ mix, filled, shelf, say }: SystemModel): string {
	const share = filled.tank / mix.litres;
	const { cost, unpriced } = costOf(mix.items, mix.ingredients, shelf.kept);
	const grams = mix.salts.result.gramsPerL * filled.tank;
	const money = unpriced.length === 0 ? `, ${(cost * share).toFixed(2)} of your money` : '';
	return `${say(filled.tank, 'volume')} of water and ${say(grams, 'salt')} of what is dissolved in it${money}`;
}
