import { benchOf } from '../../design';
import { set, type Concern } from '../finding';

/** The grower's jug readings make no curve: the nameplate stands in for them. */
export const brokenBench: Concern = (chain) => {
	const tested = benchOf(chain.design, chain.record) !== null;
	if (!tested || (chain.curve && 'bench' in chain.curve.input)) return [];
	return [
		{
			code: 'pump-test-unusable',
			step: 'pump',
			severity: 'look',
			subject: 'pump',
			message:
				'Your jug readings do not fall with flow, or are far from what any pump for a tank does, so no curve can be drawn through them; the nameplate is used instead. Measure again at two lifts well apart.',
			fixes: [
				{
					label: 'Drop the readings',
					effect: 'the nameplate is used',
					change: [set('record.pumpTest', null)]
				}
			]
		}
	];
};
