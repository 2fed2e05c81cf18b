import { bandOf, type SystemModel } from '../../model';
import { clamp, lowerFirst, names } from '../../quantity';
import { availableFixes, set, type Fix, type Rule, type Said } from '../finding';
import { say } from '../sentence';

/** A mix stronger or weaker than its crops take, or crops that agree on none. */
export const strength: Rule = (model) => {
	if (model.waterUse.crops.length === 0) return [];
	return [
		...(model.mix.range.agree ? outOfRange(model) : disagreeing(model)),
		...(model.mix.ph.agree ? [] : phApart(model))
	];
};

/** Crops whose ranges of pH do not overlap. */
function phApart(model: SystemModel): Said[] {
	const { low, high, aim } = model.mix.ph;
	return [
		{
			code: 'ph-disagree',
			step: 'mix',
			severity: 'look',
			subject: 'mix',
			message: `These crops do not share a pH: one wants ${low.toFixed(1)} at most, another ${high.toFixed(1)} at least. Halfway, at ${aim.toFixed(2)}, each lacks something; they need loops of their own.`,
			acknowledge: 'I keep it halfway',
			fixes: () => []
		}
	];
}

/** What a strength costs each crop: how far it lies past what that one takes. */
const costs = ({ waterUse, parameters }: SystemModel, msCm: number): string[] =>
	waterUse.crops.flatMap(({ crop, stage }) => {
		const { low, high } = bandOf(crop, stage, parameters);
		const name = lowerFirst(crop.plural);
		if (msCm > high) return [`${name} get ${say(msCm - high, 'strength')} more than they bear`];
		return msCm < low ? [`${name} ${say(low - msCm, 'strength')} less than they want`] : [];
	});

/** Crops whose ranges do not overlap. */
function disagreeing(model: SystemModel): Said[] {
	const { low, high } = model.mix.range;
	// a meter reads to a twentieth
	const half = Math.round(((low + high) / 2) * 20) / 20;
	const met = model.operation.mix.strengthMsCm === half;
	return [
		{
			code: 'crops-disagree',
			step: 'mix',
			severity: met ? 'caution' : 'look',
			subject: 'mix',
			message:
				`These crops do not share a strength: one wants ${say(low, 'strength')} at most, another ${say(high, 'strength')} at least. ` +
				(met
					? `Halfway, at ${say(half, 'strength')}, ${names(costs(model, half))}.`
					: 'They need loops of their own, or one of them does poorly.'),
			acknowledge: 'They must make do',
			fixes: () =>
				availableFixes(
					!met && {
						label: `Meet at ${say(half, 'strength')}`,
						effect: 'halfway between them',
						change: [set('operation.mix.strengthMsCm', half)]
					}
				)
		}
	];
}

function outOfRange(model: SystemModel): Said[] {
	const { mix, operation } = model;
	const { low, high } = mix.range;
	// what the card gives, whatever was aimed at: amounts held by hand and salty water count
	const aim = mix.expectedMsCm;
	if (aim >= low - 0.05 && aim <= high + 0.05) return [];
	return [
		{
			code: aim > high ? 'mix-too-strong' : 'mix-too-weak',
			step: 'mix',
			severity: 'look',
			subject: 'mix',
			off: aim > high ? aim / high - 1 : low / Math.max(0.05, aim) - 1,
			message: `${say(aim, 'strength')} is ${aim > high ? 'stronger' : 'weaker'} than these crops take at their stage (${say(low, 'strength')} to ${say(high, 'strength')}).`,
			fixes: () =>
				availableFixes(
					Object.keys(operation.mix.held).length > 0 && {
						label: 'Fit the amounts held by hand again',
						effect: `${say(mix.recommendedMsCm, 'strength')} as these crops want`,
						change: [set('operation.mix.held', {}), set('operation.mix.strengthMsCm', null)]
					},
					operation.mix.method === 'meter' && {
						label: `Mix at ${say(mix.recommendedMsCm, 'strength')}`,
						effect: 'what they want at their stage',
						change: [set('operation.mix.strengthMsCm', null)]
					},
					operation.mix.method === 'label' && labelDose(model, aim)
				)
		}
	];
}

/** So much of the label dose that the strength comes out as recommended. */
function labelDose(model: SystemModel, aim: number): Fix | false {
	const water = model.sourceWater.ecMsCm;
	if (aim <= water) return false;
	const { labelShare } = model.operation.mix;
	const wanted = labelShare * ((model.mix.recommendedMsCm - water) / (aim - water));
	const share = clamp(Math.round(10 * wanted) / 10, 0.1, 1.5);
	const change = [set('operation.mix.labelShare', share)];
	return {
		label: `${Math.round(share * 100)} % of the label dose`,
		effect: say(model.with(change).mix.expectedMsCm, 'strength'),
		change
	};
}
