import { lowerFirst, plural } from '../quantity';
import type { Quantity } from '../quantity';
import type { SystemModel } from '../model';
import type { MixItem } from '../model';

export interface MixingStep {
	text: string;
	/** What to measure out, in the grower's units. */
	amount: string | null;
	kind: 'do' | 'mind';
}

/** How an ingredient is measured out: under a gram in milligrams, wherever the grower lives. */
export const weighedAs = ({ unit, amount }: MixItem): Quantity =>
	unit === 'mL' ? 'liquid' : amount < 1 ? 'trace' : 'salt';

/** The mix card: what goes into the tank, in the order that keeps it from clouding. */
export const mixingSteps = (model: SystemModel): MixingStep[] => [...toDo(model), ...toMind(model)];

const act = (text: string, amount: string | null = null): MixingStep => ({
	text,
	amount,
	kind: 'do'
});
const mind = (text: string): MixingStep => ({ text, amount: null, kind: 'mind' });

const VESSELS = { tank: 'the tank', reserve: 'the reserve', loop: 'the tank, in portions,' };

function toDo(model: SystemModel): MixingStep[] {
	const { mix, say, sourceWater, operation, design } = model;
	const young = model.waterUse.crops.some((c) => c.stage === 'seedling' || c.stage === 'young');
	const vessel = VESSELS[operation.mix.fills];
	const mixed =
		design.source.kind === 'pump' ? 'after ten minutes of the pump' : 'when it is stirred well';
	return [
		act(`Fill ${vessel} with plain water to`, say(mix.litres * 0.8, 'volume')),
		...mix.items.map((item) =>
			act(`Stir in ${lowerFirst(item.name)}, until it is clear`, say(item.amount, weighedAs(item)))
		),
		act('Top up with plain water to', say(mix.litres, 'volume')),
		...(operation.mix.method === 'meter'
			? [act(`Read the strength ${mixed}`, say(mix.expectedMsCm, 'strength'))]
			: []),
		...(sourceWater.ph > mix.ph.high
			? [
					act(
						`Bring the pH from about ${sourceWater.ph} down to`,
						mix.ph.agree
							? `${mix.ph.low.toFixed(1)}–${mix.ph.high.toFixed(1)}`
							: mix.ph.aim.toFixed(2)
					)
				]
			: []),
		...(young ? [act('This is part strength, for young plants; raise it as they grow')] : [])
	];
}

function toMind({ mix, sourceWater, parameters }: SystemModel): MixingStep[] {
	const { guessedG } = parameters.thresholds;
	const calcium = mix.items.some((item) => item.saltId?.startsWith('calcium'));
	const traces = mix.items.filter(({ saltId, amount }) => saltId && amount < guessedG.value).length;
	return [
		...(traces > 0
			? [
					mind(
						`${plural(traces, ['One salt is', `${traces} salts are`])} too little to weigh truly: dissolve a hundred times as much in a jug of water and stir in a hundredth of the jug. Never more: a few times too much of them harms.`
					)
				]
			: []),
		...(calcium && mix.items.length > 1
			? [
					mind(
						'Calcium goes in last and alone: as a concentrate it must never meet sulfates or phosphates.'
					)
				]
			: []),
		...(sourceWater.ph > mix.ph.high
			? [mind('Acid into water, never water into acid; gloves and goggles; never near bleach.')]
			: [])
	];
}
