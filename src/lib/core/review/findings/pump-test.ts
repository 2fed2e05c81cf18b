import { benchOf } from '../../design';
import { set, type Rule } from '../finding';

/** The grower's jug readings make no curve: the nameplate stands in for them. */
export const brokenBench: Rule = (model) => {
	const tested = benchOf(model.design, model.record) !== null;
	if (!tested || (model.curve && 'bench' in model.curve.input)) return [];
	return [
		{
			code: 'pump-test-unusable',
			step: 'pump',
			severity: 'look',
			subject: 'pump',
			message:
				'Your jug readings do not fall with flow, or are far from what any pump for a tank does, so no curve can be drawn through them; the nameplate is used instead. Measure again at two lifts well apart.',
			fixes: () => [
				{
					label: 'Drop the readings',
					effect: 'the nameplate is used',
					change: [set('record.pumpTest', null)]
				}
			]
		}
	];
};
