import type { Chain } from './chain';

export interface MixingStep {
	text: string;
	/** What to measure out, in the grower's units. */
	amount: string | null;
	kind: 'do' | 'mind';
}

const lowerFirst = (name: string): string => `${name[0]?.toLowerCase()}${name.slice(1)}`;

/** The mix card: what goes into the tank, in the order that keeps it from clouding. */
export function mixingSteps(chain: Chain): MixingStep[] {
	const { mix, say, design, place } = chain;
	const act = (text: string, amount: string | null = null): MixingStep => ({
		text,
		amount,
		kind: 'do'
	});
	const young = chain.thirst.crops.some((c) => c.stage === 'seedling' || c.stage === 'young');
	const steps = [act('Fill the tank with plain water to', say(mix.litres * 0.8, 'volume'))];
	for (const item of mix.items)
		steps.push(
			act(
				`Stir in ${lowerFirst(item.name)}, until it is clear`,
				say(item.amount, item.unit === 'g' ? 'salt' : 'liquid')
			)
		);
	steps.push(act('Top up with plain water to', say(mix.litres, 'volume')));
	if (design.mix.method === 'meter')
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
	const mind: MixingStep[] = [
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
