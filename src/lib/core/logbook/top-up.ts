import { costOf, type SystemModel } from '../model';
import type { TopUp } from '../nutrients';
import {
	act,
	amount,
	concentrateSteps,
	stirSteps,
	type ChangeCost,
	type MeasuredOut,
	type Step
} from '../procedure';
import { insideOf, measuredOut, plainWater } from './card';

/** Less than this is no step: nobody pours it. */
export const LEAST_L = 0.2;
/** Litres of the mix that one unit of what is dosed makes, and its strength over the water's. */
export function stockOf({ bottles, mix, sourceWater }: SystemModel): number {
	const adds = Math.max(0.01, mix.expectedMsCm - sourceWater.ecMsCm);
	return bottles.made && bottles.stock ? adds / bottles.stock.input.doseMlPerL : adds;
}

/** Some out, water in, and what is dosed: of bottles millilitres of each, of bags what so many litres of the mix take. */
export function topUpSteps(model: SystemModel, { dumpL, waterL, stockMl }: TopUp): Step[] {
	const steps: Step[] = [];
	if (dumpL >= LEAST_L)
		steps.push(
			act('drain', 'drain', {
				...{ what: { kind: 'solution' }, amount: amount('volume', dumpL) },
				...{ changes: 'water', caution: { code: 'drain' } }
			})
		);
	if (waterL >= LEAST_L)
		steps.push(
			act('add-water', 'water', {
				...{ what: plainWater(model), amount: amount('volume', waterL), changes: 'water' }
			})
		);
	if (stockMl <= 0) return steps;
	const inside = insideOf(model);
	if (inside) return [...steps, ...concentrateSteps(inside, stockMl, 'tank', null)];
	const items = partOf(model, stockMl / model.mix.litres);
	return [...steps, ...stirSteps(items, { vessel: 'tank', shaken: false, numbered: false })];
}

/** A part of what the mix takes, in steps of the grower's own scale or scoop; what it does not tell is left out. */
function partOf(model: SystemModel, share: number): MeasuredOut[] {
	const { items } = model.weighing;
	return measuredOut(model).flatMap((one, i): MeasuredOut[] => {
		if (one.jug) return [{ ...one, jug: { ...one.jug, takeMl: one.jug.takeMl * share } }];
		const { step, amount: asked } = items[i]!;
		const weigh = Math.round((asked * share) / step) * step;
		if (weigh <= 0) return [];
		const scoops = one.scoops === null ? null : (one.scoops * weigh) / one.weigh;
		return [{ ...one, weigh, scoops }];
	});
}

/** Water, salts and the grower's money of a change of all of it. */
export function changeCost({ mix, filled, shelf }: SystemModel): ChangeCost {
	const share = filled.tank / mix.litres;
	const { cost, unpriced } = costOf(mix.items, mix.ingredients, shelf.kept);
	return {
		litres: filled.tank,
		grams: mix.salts.result.gramsPerL * filled.tank,
		money: unpriced.length === 0 ? cost * share : null
	};
}
