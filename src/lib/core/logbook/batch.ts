import { NoSolution } from '../quantity';
import type { SystemModel } from '../model';
import { topUp } from '../nutrients';
import {
	act,
	amount,
	bottleName,
	isOfPh,
	type Batch,
	type OffCause,
	type Step
} from '../procedure';
import { bottleCard, insideOf, mixCard, MIXED_MIN, strengthExpected } from './card';
import { changeCost, stockOf, topUpSteps } from './top-up';

/** A batch about to be mixed: the card as it is now, and what it takes of the shelf. */
export function newBatch(
	model: SystemModel,
	batchId: string,
	on: string,
	what: Batch['what'] = 'fill'
): Batch {
	const { mix, bottles, weighing, design } = model;
	const bags = weighing.items.map(({ index, name, weigh, unit }) => ({
		of: mix.ingredients[index]!.of,
		name,
		amount: weigh,
		unit
	}));
	const stock = bottles.made ? bottles.stock : null;
	const inside = insideOf(model);
	const poured = (['A', 'B'] as const)
		.filter((name) => inside?.[name])
		.map((name) => ({
			of: bottleName(design, name),
			name: `Bottle ${name}`,
			amount: stock!.input.doseMlPerL * mix.litres,
			unit: 'mL' as const
		}));
	return {
		id: batchId,
		on,
		what,
		state: 'open',
		litres: what === 'bottles' && stock ? stock.input.bottleL : mix.litres,
		aimMsCm: mix.strengthMsCm,
		items: what === 'fill' && stock ? poured : bags,
		steps: what === 'bottles' ? bottleCard(model) : mixCard(model),
		done: [],
		waitUntil: null,
		readMsCm: null,
		readPh: null,
		off: []
	};
}

/**
 * The rest of a card after a strength that was off: from what is in the tank to where it should be, whatever it
 * was that went wrong.
 *
 * @param readMsCm what the meter showed, mS/cm
 * @returns steps in place of those from the reading on; the reading comes again among them
 */
export function planAnew(
	model: SystemModel,
	batch: Batch,
	readMsCm: number,
	cause: OffCause
): Step[] {
	const round = batch.off.length + 1;
	const at = batch.steps.findIndex(({ expect }) => expect?.what === 'strength');
	const after = batch.steps.slice(at + 1).filter((step) => step.round === 0);
	const expect = strengthExpected(model);
	const again = act('read', 'read', {
		...{ amount: amount('strength', expect.value), after: 'again' },
		...{ waitMin: MIXED_MIN, expect }
	});
	const anew = [...mending(model, readMsCm, cause), again].map((step): Step => ({
		...step,
		id: `again-${step.id}-${round}`,
		round
	}));
	return [...anew, ...after];
}

function mending(model: SystemModel, readMsCm: number, cause: OffCause): Step[] {
	if (cause === 'meter') return [act('set-meter', 'meter', {})];
	if (cause === 'bottle') return begunAgain(model);
	try {
		const result = topUp({
			nowL: model.mix.litres,
			nowMsCm: readMsCm,
			fullL: model.mix.litres,
			targetMsCm: model.mix.strengthMsCm,
			waterMsCm: model.sourceWater.ecMsCm,
			stockMsCmLPerMl: stockOf(model)
		});
		return topUpSteps(model, result);
	} catch (problem) {
		if (!(problem instanceof NoSolution)) throw problem;
		return [act('no-way', 'water', { reason: problem.message })];
	}
}

/** All of it away, and the card from its beginning to the reading. */
const begunAgain = (model: SystemModel): Step[] => [
	act('drain', 'drain', {
		...{ what: { kind: 'solution' }, amount: null, changes: 'water' },
		why: { code: 'bottle-twice', cost: changeCost(model) },
		caution: { code: 'drain' }
	}),
	...mixCard(model).filter(
		(step) => step.expect === null && step.verb !== 'part-strength' && !isOfPh(step)
	)
];

/** What a batch that is done leaves of the shelf: what stands there less what went in. */
export const leftAfter = (left: number, amount: number): number =>
	Math.max(0, Number((left - amount).toFixed(3)));
