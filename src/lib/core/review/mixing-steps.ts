import { plural } from '../quantity';
import type { Quantity } from '../quantity';
import type { SystemModel } from '../model';
import type { MixItem } from '../model';

export interface MixingStep {
	text: string;
	/** What to measure out, in the grower's units. */
	amount: string | null;
	kind: 'do' | 'mind';
}

const lowerFirst = (name: string): string => `${name[0]?.toLowerCase()}${name.slice(1)}`;

/** How an ingredient is measured out: under a gram in milligrams, wherever the grower lives. */
export const weighedAs = ({ unit, amount }: MixItem): Quantity =>
	unit === 'mL' ? 'liquid' : amount < 1 ? 'trace' : 'salt';

/** Under this, g, a scale for the pocket guesses. */
const GUESSED_G = 0.5;

/** The mix card: what goes into the tank, in the order that keeps it from clouding. */
export function mixingSteps(model: SystemModel): MixingStep[] {
	const { mix, say, place, operation } = model;
	const act = (text: string, amount: string | null = null): MixingStep => ({
		text,
		amount,
		kind: 'do'
	});
	const young = model.waterUse.crops.some((c) => c.stage === 'seedling' || c.stage === 'young');
	const steps = [act('Fill the tank with plain water to', say(mix.litres * 0.8, 'volume'))];
	for (const item of mix.items)
		steps.push(
			act(`Stir in ${lowerFirst(item.name)}, until it is clear`, say(item.amount, weighedAs(item)))
		);
	steps.push(act('Top up with plain water to', say(mix.litres, 'volume')));
	if (operation.mix.method === 'meter')
		steps.push(
			act('Read the strength after ten minutes of the pump', say(mix.expectedMsCm, 'strength'))
		);
	if (place.water.ph > mix.ph.high)
		steps.push(
			act(
				`Bring the pH from about ${place.water.ph} down to`,
				`${mix.ph.low.toFixed(1)}–${mix.ph.high.toFixed(1)}`
			)
		);
	if (young) steps.push(act('This is part strength, for young plants; raise it as they grow'));
	const calcium = mix.items.some((item) => item.saltId?.startsWith('calcium'));
	const traces = mix.items.filter(({ saltId, amount }) => saltId && amount < GUESSED_G);
	const mind: MixingStep[] = [
		...(traces.length > 0
			? [
					{
						text: `${plural(traces.length, ['One salt is', `${traces.length} salts are`])} too little to weigh truly: dissolve a hundred times as much in a jug of water and stir in a hundredth of the jug. Never more: a few times too much of them harms.`,
						amount: null,
						kind: 'mind' as const
					}
				]
			: []),
		...(calcium && mix.items.length > 1
			? [
					{
						text: 'Calcium goes in last and alone: as a concentrate it must never meet sulfates or phosphates.',
						amount: null,
						kind: 'mind' as const
					}
				]
			: []),
		...(place.water.ph > mix.ph.high
			? [
					{
						text: 'Acid into water, never water into acid; gloves and goggles; never near bleach.',
						amount: null,
						kind: 'mind' as const
					}
				]
			: [])
	];
	return [...steps, ...mind];
}
