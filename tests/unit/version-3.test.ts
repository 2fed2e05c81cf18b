import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import { readDesignFile, upgradePlan, writeDesignFile } from '../../src/lib/core/design';
import { SystemModel } from '../../src/lib/core/model';
import { BUILT_IN_SHELF, molarityOf } from '../../src/lib/core/shelf';
import { EXAMPLES, modelOf } from './example';

const textOf = (name: string) =>
	readFileSync(new URL(`../fixtures/v3/${name}.json`, import.meta.url), 'utf8');
interface Old {
	schemaVersion: number;
	operation: { mix: { acid: unknown; base: unknown } };
	record: { acknowledged: string[]; reading: unknown; meters: unknown };
	place: { acknowledged: string[] };
}
const changed = (name: string, change: (old: Old) => void) => {
	const old = JSON.parse(textOf(name)) as Old;
	change(old);
	return readDesignFile(JSON.stringify(old));
};

describe('files of version 3', () => {
	for (const name of EXAMPLES)
		it(`${name}: comes to the same network, and is written as this version`, () => {
			const now = readDesignFile(textOf(name));
			const { path } = new SystemModel(now, BUILT_IN_SHELF);
			expect(path.result).to.deep.equal(modelOf(name).path.result);
			const again = readDesignFile(writeDesignFile(now));
			expect(again).to.deep.equal(now);
		});

	it('a strength that was filled in is no answer; one that somebody typed is, as percent', () => {
		const acidOf = (acid: unknown, base: unknown = null) =>
			changed('lean-to-rail', (old) => Object.assign(old.operation.mix, { acid, base })).operation
				.mix;
		expect(acidOf(null).acid).to.equal(null);
		expect(acidOf({ kind: 'phosphoric', molarity: 1.7 }).acid).to.equal(null);
		expect(acidOf(null, { kind: 'k2co3', molarity: 0.7 }).base).to.equal(null);
		const { acid } = acidOf({ kind: 'phosphoric', molarity: 14.6 });
		expect(acid).to.include({ kind: 'phosphoric', said: true });
		expect(molarityOf('phosphoric', acid!.percent!)).to.be.closeTo(14.6, 0.05);
	});

	it('what was settled is asked once again, and a reading keeps its meters', () => {
		const reading = { on: '2026-05-20', litres: 20, msCm: 2, ph: 6, waterC: 20 };
		const { record, place } = changed('lean-to-rail', (old) => {
			old.record.acknowledged = ['bench-weight'];
			old.place.acknowledged = ['source-water'];
			old.record.reading = reading;
		});
		expect([record.settled, place.settled]).to.deep.equal([[], []]);
		expect(record.reading).to.deep.equal({ ...reading, meters: record.meters });
	});

	it('what is stored of this version is not taken for an older one', () => {
		const { design, operation, record } = readDesignFile(textOf('lean-to-rail'));
		const acid = { kind: 'nitric' as const, percent: 38, said: true };
		const plan = { design, operation: { ...operation, mix: { ...operation.mix, acid } }, record };
		expect(upgradePlan(plan)).to.deep.equal(plan);
	});
});
