import { modelOf, example, set } from './example';
import { readFileSync } from 'node:fs';
import { expect } from 'chai';
import fc from 'fast-check';
import { costOf, partsOf } from '../../src/lib/core/construction';
import { readDesignFile, VARIANTS, writeDesignFile, type Change } from '../../src/lib/core/design';
import { layoutTower, plantBy, PLANT_RULES, type PlantRule } from '../../src/lib/core/layout';
import { levelFill, spread } from '../../src/lib/core/hydraulics';
import {
	variantOf,
	changeKind,
	compare,
	fitOf,
	kindChanges,
	oneMore
} from '../../src/lib/core/edit';
import { SystemModel } from '../../src/lib/core/model';
import { BUILT_IN_SHELF, CROPS, priceItem, shelfWith } from '../../src/lib/core/shelf';

describe('planting by rule', () => {
	const { layout } = modelOf('kitchen-columns');
	const count = (plants: ReturnType<typeof plantBy>, cropId: string) =>
		Object.values(plants).filter((crop) => crop === cropId).length;

	for (const rule of Object.keys(PLANT_RULES) as PlantRule[])
		it(`${rule}: every site once, every crop about as often`, () => {
			const ids = CROPS.map((crop) => crop.id);
			fc.assert(
				fc.property(
					fc.uniqueArray(fc.constantFrom(...ids), { minLength: 1, maxLength: 2 }),
					(crops) => {
						const plants = plantBy(rule, crops, layout.sites, BUILT_IN_SHELF);
						expect(Object.keys(plants)).to.have.members(layout.sites.map((site) => site.id));
						for (const id of crops) expect(count(plants, id)).to.equal(64 / crops.length);
					}
				)
			);
		});

	it('puts what drinks most lowest, and what trails outermost', () => {
		const low = plantBy('low', ['rocket', 'mint'], layout.sites, BUILT_IN_SHELF);
		const height = (of: typeof low, cropId: string) => {
			const zs = layout.sites.filter((s) => of[s.id] === cropId).map((s) => s.zM);
			return zs.reduce((a, b) => a + b, 0) / zs.length;
		};
		expect(height(low, 'mint')).to.be.below(height(low, 'rocket'));
		const table = modelOf('loft-table').layout.sites;
		const out = plantBy('outside', ['chilli', 'strawberry'], table, BUILT_IN_SHELF);
		expect(out['table/2/2/1']).to.equal('chilli');
		expect(out['table/1/1/1']).to.equal('strawberry');
	});

	it('leaves the stages as they were seen, and plants nothing where nothing is asked', () => {
		const crops = plantBy('rows', ['basil'], layout.sites, BUILT_IN_SHELF);
		const planted = modelOf('kitchen-columns', set('operation.crops', crops));
		expect(planted.plants['columns/1/1/1']).to.deep.equal({ cropId: 'basil', stage: 'growing' });
		expect(plantBy('rows', [], layout.sites, BUILT_IN_SHELF)).to.deep.equal({});
	});
});

describe('another kind of system', () => {
	for (const variant of VARIANTS)
		it(`as ${variant}: the plants, the place and the mix come along, and it works`, () => {
			const before = modelOf('loft-table');
			const changed = changeKind(before, variant);
			const after = before.with(kindChanges(changed));
			expect(after.design.stands.map((s) => s.variant)).to.deep.equal([variant]);
			expect(after.operation.mix).to.equal(before.operation.mix);
			expect(after.record).to.equal(before.record);
			// as far on as they were, though nobody looked at them where they stand now
			const stages = new Set(Object.values(after.plants).map((plant) => plant.stage));
			expect([...stages]).to.deep.equal(['full']);
			expect(after.design.areaId).to.equal('loft');
			const planted = after.layout.sites.filter((site) => site.cropId).length;
			const said = changed.kept.find((words) => words.includes('plant'));
			expect(said).to.match(new RegExp(`^${planted} plant`));
			// it works filled as it is meant to be; what is in the tank now is only seen
			const shown = new SystemModel(variantOf(before.parts, changed.plan), BUILT_IN_SHELF);
			const same = variant === 'pots-on-tank';
			expect(shown.record.nowL).to.equal(same ? before.record.nowL : null);
			expect(shown.nowL).to.equal(shown.operation.fillL);
			expect(shown.path.result.uniformity.dry).to.equal(0);
		});

	it('there and back, no plant is lost', () => {
		const before = modelOf('loft-table');
		const trays = before.with(kindChanges(changeKind(before, 'valve-trays')));
		const back = trays.with(kindChanges(changeKind(trays, 'pots-on-tank')));
		const crops = (model: SystemModel) =>
			model.layout.sites.flatMap((site) => site.cropId ?? []).sort();
		expect(crops(back)).to.deep.equal(crops(before));
	});
});

describe('two variants compared', () => {
	it('say who wins on what, and nobody against oneself', () => {
		const a = modelOf('kitchen-columns');
		const b = a.with([set('design.stands.0.ringPitchMm', 240)]);
		const winner = new Map(compare(a, b).map((row) => [row.name, row.wins]));
		expect(winner.get('Plants')).to.equal('a');
		expect(winner.get('Tank for each plant')).to.equal('b');
		expect(compare(a, a).every((row) => row.wins === null)).to.equal(true);
		// the same tank holds the same water; another is filled
		const other = b.with([set('design.tank.partId', 'bin-120')]);
		expect(variantOf(a.parts, b.parts).record).to.deep.equal(a.record);
		expect(variantOf(a.parts, other.parts).record.nowL).to.equal(null);
	});
	it('a bench without a pump wins on power', () => {
		const [pumped, valved] = [modelOf('loft-table'), modelOf('away-bench')];
		const power = compare(pumped, valved).find((row) => row.name === 'Power')!;
		expect([power.a, power.b, power.wins]).to.deep.equal([15, 0, 'b']);
	});
	it('cost comes from the grower’s own prices, and only then', () => {
		const own = [priceItem('pot-7', 2.5), priceItem('feed-13', 1)];
		const model = new SystemModel(example('loft-table'), shelfWith(own));
		const { total, priced } = costOf(model.shelf, partsOf(model.design, model.layout, model.shelf));
		const tube = partsOf(model.design, model.layout, model.shelf).find((p) => p.id === 'feed-13')!;
		expect(priced).to.equal(2);
		expect(total).to.be.closeTo(9 * 2.5 + tube.lengthM!, 1e-9);
		const rows = compare(model, modelOf('loft-table'));
		expect(rows.find((row) => row.name === 'Cost of parts')!.b).to.equal(null);
	});
});

describe('fit', () => {
	it('as many as fit the place: one more would not', () => {
		for (const name of ['yard-channels', 'away-bench', 'outdoor-bucket-rows', 'tower-bank']) {
			const model = modelOf(name);
			const { most, along } = fitOf(model);
			const stand = model.design.stands[0]!;
			const change = (count: number): Change[] => [
				set(`design.stands.0.${along}`, count),
				...('lengthMm' in stand
					? [set('design.stands.0.lengthMm', 2 * stand.endClearMm + (count - 1) * stand.pitchMm)]
					: [])
			];
			const long = (count: number) => {
				const { extent } = model.with(change(count)).layout;
				return extent.to.xM - extent.from.xM;
			};
			expect(long(most!), name).to.be.at.most(model.area.lengthM + 1e-9);
			expect(long(most! + 1), name).to.be.above(model.area.lengthM);
		}
	});
	it('one more drinks more, one fewer less', () => {
		const model = modelOf('yard-channels');
		const [more, fewer] = [oneMore(model, 1)!, oneMore(model, -1)!];
		expect(more.sites).to.equal(35);
		expect(fewer.sites).to.equal(25);
		expect(more.useLPerDay / model.waterUse.useLPerDay).to.be.closeTo(35 / 30, 1e-9);
		expect(fewer.driestLph).to.be.above(more.driestLph);
	});
});

describe('water round a tower and in trays', () => {
	const lean = fc.double({ min: 0, max: 200, noNaN: true });
	it('the rim shares all its water, the low side most, and more lean never helps the high side', () => {
		fc.assert(
			fc.property(
				fc.double({ min: 0.1, max: 2000, noNaN: true }),
				lean,
				fc.integer({ min: 1, max: 24 }),
				(flowLph, tilt, sectors) => {
					const { sectors: list, driestPercent } = spread({
						flowLph,
						rimDiameterMm: 110,
						tiltMmPerM: tilt,
						sectors
					});
					const flows = list.map((s) => s.flowLph);
					expect(flows.reduce((a, b) => a + b, 0)).to.be.closeTo(flowLph, 1e-6 * flowLph);
					expect(Math.max(...flows)).to.equal(flows[0]);
					const more = spread({
						flowLph,
						rimDiameterMm: 110,
						tiltMmPerM: Math.min(200, tilt + 5),
						sectors
					});
					expect(more.driestPercent).to.be.at.most(driestPercent + 1e-6);
				}
			)
		);
	});
	it('a leaning tray holds what a level one does until a corner falls dry, then more', () => {
		const supply = {
			headM: 0.5,
			innerDiameterMm: 9,
			lengthM: 3,
			valve: { nominalFlowLph: 100, nominalHeadM: 1 }
		};
		const litres = (tiltMmPerM: number) =>
			levelFill({
				depthMm: 20,
				trays: [{ id: 'a', lengthMm: 600, widthMm: 300, heightMm: 80, tiltMmPerM }],
				supply
			}).totalL;
		expect(litres(30)).to.be.closeTo(litres(0), 1e-12);
		expect(litres(66)).to.be.closeTo(litres(0), 1e-9);
		expect(litres(100)).to.be.above(litres(0));
	});
	it('no two holes of a pattern are nearer than it says', () => {
		fc.assert(
			fc.property(
				fc.integer({ min: 1, max: 8 }),
				fc.integer({ min: 30, max: 400 }),
				fc.boolean(),
				(perRing, ringPitchMm, stagger) => {
					const pattern = layoutTower({
						outerDiameterMm: 110,
						lengthMm: 1500,
						topClearMm: 90,
						bottomClearMm: 90,
						perRing,
						ringPitchMm,
						stagger,
						holeDiameterMm: 50
					});
					const { circumferenceMm: round, sites } = pattern;
					let least = Infinity;
					sites.forEach((a, i) =>
						sites.slice(i + 1).forEach((b) => {
							const across = Math.abs(a.aroundMm - b.aroundMm);
							least = Math.min(
								least,
								Math.hypot(Math.min(across, round - across), a.heightMm - b.heightMm)
							);
						})
					);
					if (pattern.nearestMm === null) expect(sites).to.have.length(1);
					else expect(pattern.nearestMm).to.be.closeTo(least, 1e-9);
				}
			)
		);
	});
});

describe('prices in a file', () => {
	it('go to the shelf of the place', () => {
		const old = JSON.parse(
			readFileSync(new URL('../fixtures/v1/lean-to-rail.json', import.meta.url), 'utf8')
		) as { design: { prices: object } };
		old.design.prices = { 'feed-13': 1.2 };
		const file = readDesignFile(JSON.stringify(old));
		expect(file.shelf).to.deep.equal([priceItem('feed-13', 1.2)]);
		expect(readDesignFile(writeDesignFile(file))).to.deep.equal(file);
	});
});
