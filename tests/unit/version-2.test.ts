import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import { readDesignFile, waterOf } from '../../src/lib/core/design';
import { SystemModel } from '../../src/lib/core/model';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';

const text = readFileSync(new URL('../fixtures/v2/float-top-up.json', import.meta.url), 'utf8');
interface Old {
	place: { water: Record<string, number>; areas: { kind: string }[] };
	design: { reserve: { volumeL: number } };
}

describe('files of version 2', () => {
	const old = JSON.parse(text) as Old;
	const now = readDesignFile(text);

	it('keep their water, which is now one of several', () => {
		expect(now.place.waters).to.have.length(1);
		expect(waterOf(now.place, now.operation.waterId)).to.include({
			...old.place.water,
			name: 'Tap'
		});
	});

	it('keep how much their reserve holds, now that it is a vessel that stands somewhere', () => {
		const { reserve } = new SystemModel(now, BUILT_IN_SHELF);
		expect(reserve!.fullL).to.be.closeTo(old.design.reserve.volumeL, 1e-6);
		expect(reserve!.usableL).to.equal(reserve!.fullL);
		expect(reserve!.full.flowLph).to.be.above(10);
	});

	it('have areas covered by what is usual for their kind, with no doors yet', () => {
		for (const area of now.place.areas) {
			expect(area.cover).to.equal(
				area.kind === 'greenhouse' ? 'glass' : area.kind === 'yard' ? 'sky' : area.cover
			);
			expect([area.doors, area.points]).to.deep.equal([[], []]);
		}
		expect(now.design.stands.every(({ at }) => at === null)).to.equal(true);
	});
});
