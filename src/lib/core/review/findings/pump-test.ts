import { set, type Concern } from '../finding';

/** The grower's jug readings make no curve: the nameplate stands in for them. */
export const brokenBench: Concern = (chain) => {
	const { source } = chain.design;
	if (source.kind !== 'pump' || !source.bench || (chain.curve && 'bench' in chain.curve.input))
		return [];
	return [
		{
			code: 'pump-test-unusable',
			step: 'pump',
			severity: 'look',
			subject: 'pump',
			message:
				'Your jug readings do not fall with flow, so no curve can be drawn through them; the nameplate is used instead. Measure again at two lifts well apart.',
			fixes: [
				{
					label: 'Drop the readings',
					effect: 'the nameplate is used',
					change: [set('source.bench', null)]
				}
			]
		}
	];
};
