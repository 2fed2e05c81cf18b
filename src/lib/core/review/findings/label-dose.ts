import { type Fix, type Rule, availableFixes, set } from '../finding';
import { say } from '../sentence';

/** More of a product than its label gives as its most, whatever the strength comes to. */
export const overLabel: Rule = (model) => {
	const { mix, operation } = model;
	if (operation.mix.fish) return [];

	const over = mix.ingredients.flatMap(({ name, labelDosePerL, gramsPerUnit, unit }, i) => {
		const perL = mix.gramsPerL[i]! / gramsPerUnit;
		if (labelDosePerL === null || perL <= labelDosePerL * LABEL_TOLERANCE) return [];
		return [{ name, perL, labelDosePerL, times: perL / labelDosePerL, what: unitOf(unit) }];
	});
	if (over.length === 0) return [];

	const times = Math.max(...over.map((one) => one.times));
	const weaker = Math.floor(20 * (mix.waterMsCm + (mix.expectedMsCm - mix.waterMsCm) / times)) / 20;
	return [
		{
			code: 'label-dose-passed',
			step: 'mix',
			severity: 'look',
			subject: 'mix',
			message: over
				.map(
					({ name, perL, labelDosePerL, what }) =>
						`${name}: ${say(perL, what)} per litre is more than the ${say(labelDosePerL, what)} its label gives as the full dose.`
				)
				.join(' '),
			off: times - 1,
			fixes: () => byTheLabel(operation.mix.method, weaker)
		}
	];
};

const byTheLabel = (method: 'meter' | 'label', weaker: number): Fix[] =>
	availableFixes(
		method === 'label' && {
			label: 'Use the label dose',
			effect: 'no more than the label says',
			change: [set('operation.mix.labelShare', 1)]
		},
		method === 'meter' &&
			weaker >= 0.2 && {
				label: `Mix at ${say(weaker, 'strength')}`,
				effect: 'no more than the label dose',
				change: [set('operation.mix.strengthMsCm', weaker)]
			}
	);

const unitOf = (unit: 'g' | 'mL') => (unit === 'mL' ? ('liquid' as const) : ('salt' as const));
export const LABEL_TOLERANCE = 1.005;

/** A water whose meter reads more than its ions explain: what else is in it goes into the tank too. */
export const saltyWater: Rule = ({ mix, sourceWater, waterUse }) => {
	if (waterUse.crops.length === 0 || mix.unexplainedMsCm <= 0) return [];
	return [
		{
			code: 'water-strength-unexplained',
			step: 'mix',
			severity: 'look',
			subject: 'mix',
			message: `The source water reads ${say(sourceWater.ecMsCm, 'strength')}, and what is told of it explains ${say(mix.waterMsCm, 'strength')}: something else is dissolved in it. The mix is counted ${say(mix.unexplainedMsCm, 'strength')} stronger for it. Measure it again, or have it tested before you fill the tank.`,
			off: mix.unexplainedMsCm / Math.max(0.05, mix.waterMsCm),
			fixes: () => []
		}
	];
};
