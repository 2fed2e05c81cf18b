import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import { EXAMPLES } from './example';
import { workOf } from '../../bench/work';

/** Stages and networks of each example: to be judged, and to have its fixes proven. Fewer is better: write it in. */
const MOST = JSON.parse(
	readFileSync(new URL('../most-work.json', import.meta.url), 'utf8')
) as Record<string, [judged: [number, number], proven: [number, number]]>;

describe('nothing is worked out twice', () => {
	for (const name of EXAMPLES)
		it(name, () => {
			const { judged, proven, most } = workOf(name);
			// as the plants are, full grown, and once more where a rule tries another way
			expect(most).to.be.at.most(3);
			const held = MOST[name]!;
			[judged, proven].forEach(({ stages, networks }, i) => {
				expect(stages, 'stages').to.be.at.most(held[i]![0]);
				expect(networks, 'networks').to.be.at.most(held[i]![1]);
			});
		});
});
