import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import {
	AREA_KIND,
	partsIn,
	readDesignFile,
	upgradePlan,
	waterOf,
	writeDesignFile
} from '../../src/lib/core/design';
import { SystemModel } from '../../src/lib/core/model';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { exampleFile } from './example';

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
			expect(area.cover).to.equal(AREA_KIND[area.kind].cover);
			expect([area.doors, area.points]).to.deep.equal([[], []]);
		}
		expect(now.design.stands.every(({ at }) => at === null)).to.equal(true);
	});
});

describe('what is read again and again', () => {
	it('stays as it is: nothing of this version is taken for an older one', () => {
		for (const [name, changes] of [
			['tower-bank', { footing: 'hung', baseMm: 900 }],
			['outdoor-bucket-rows', { headerFed: 'middle', headerTubeId: 'feed-19' }],
			['yard-channels', { fixingsPerTier: 1, on: 'wall' }]
		] as const) {
			const file = exampleFile(name);
			const design = {
				...file.design,
				stands: file.design.stands.map((stand) => ({ ...stand, ...changes }))
			} as typeof file.design;
			// as a file, and as a plan that is stored without its version
			const written = writeDesignFile({ ...file, design });
			expect(readDesignFile(written).design.stands[0]).to.include(changes);
			const stored = upgradePlan({ ...partsIn({ ...file, design }) }) as typeof file;
			expect(stored.design.stands[0]).to.include(changes);
		}
	});
});
