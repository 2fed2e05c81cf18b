import type { Batch, BatchStep, OffCause } from '../design';
import type { SystemModel } from '../model';
import { bottleCard, bottleName, mixCard, strengthExpected } from '../review';
import { topUp } from '../nutrients';
import { NoSolution } from '../quantity';
import { changeWords, dosed, poured, stockOf } from './acts';

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
	const poured = (['A', 'B'] as const)
		.filter((name) => stock && stock.result.bottles[name].length > 0)
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

const plain = (id: string, text: string, more: Partial<BatchStep> = {}): BatchStep => ({
	...{ id, text, amount: null, waitMin: null, expect: null, caution: null },
	...more
});

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
): BatchStep[] {
	const round = batch.off.length + 1;
	const at = batch.steps.findIndex(({ expect }) => expect?.what === 'strength');
	const after = batch.steps.slice(at + 1).filter(({ id }) => !id.startsWith('again-'));
	const again = plain(`again-read-${round}`, 'Stir well, wait, and read the strength again', {
		amount: model.say(strengthExpected(model).value, 'strength'),
		waitMin: 10,
		expect: strengthExpected(model)
	});
	return [...mending(model, readMsCm, cause, round), again, ...after];
}

function mending(
	model: SystemModel,
	readMsCm: number,
	cause: OffCause,
	round: number
): BatchStep[] {
	const id = (name: string) => `again-${name}-${round}`;
	if (cause === 'meter')
		return [
			plain(
				id('meter'),
				'Rinse the meter, hold it into its standard and set it; pour nothing until it shows what it should'
			)
		];
	if (cause === 'bottle') return begunAgain(model, id);
	try {
		const result = topUp({
			nowL: model.mix.litres,
			nowMsCm: readMsCm,
			fullL: model.mix.litres,
			targetMsCm: model.mix.strengthMsCm,
			waterMsCm: model.sourceWater.ecMsCm,
			stockMsCmLPerMl: stockOf(model)
		});
		const acts = [...poured(model, result), ...dosed(model, result)];
		return acts.map(({ kind, text, amount, caution }, i) =>
			plain(id(`${kind}-${i}`), text, { amount, caution })
		);
	} catch (problem) {
		if (!(problem instanceof NoSolution)) throw problem;
		return [plain(id('water'), problem.message)];
	}
}

/** All of it away, and the card from its beginning to the reading. */
const begunAgain = (model: SystemModel, id: (name: string) => string): BatchStep[] => [
	plain(
		id('dump'),
		`Throw it away: a bottle twice leaves the plants without the other. It costs ${changeWords(model)}`,
		{ caution: 'On beds or lawn in small parts, or as local rules say.' }
	),
	...mixCard(model)
		.filter(({ expect }) => expect === null)
		.filter(({ id: step }) => !step.startsWith('ph') && step !== 'young')
		.map((step) => ({ ...step, id: id(step.id) }))
];

/** What a batch that is done leaves of the shelf: what stands there less what went in. */
export const leftAfter = (left: number, amount: number): number =>
	Math.max(0, Number((left - amount).toFixed(3)));
