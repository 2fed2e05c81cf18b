import { expect } from 'chai';
import { tries } from '../seed';
import { dice } from './mutants';
import { BEGINNINGS, begun } from './starts';

const roll = dice(1126);
const SOME = Array.from({ length: tries(100, 35) }, () => BEGINNINGS[roll(BEGINNINGS.length)]!);

describe('a system that is begun', function () {
	this.timeout(120_000);
	it('works when its plants are grown, or is refused with the figure that stands against it', () => {
		let refused = 0;
		for (const each of SOME) {
			const about = JSON.stringify(each);
			const { refused: why, stops } = begun(each);
			if (why === null) expect(stops, about).to.deep.equal([]);
			else {
				expect(why, about).to.match(/\d/);
				refused += 1;
			}
		}
		expect(refused / SOME.length, `${refused} of ${SOME.length}`).to.be.at.most(0.15);
	});
});
