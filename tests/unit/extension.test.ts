import { expect } from 'chai';
import { some } from '../seed';
import { readdirSync } from 'node:fs';
import { applyChanges } from '../../src/lib/core/design';
import { BUILT_IN_SHELF, pick } from '../../src/lib/core/shelf';
import { SystemModel, inTransitL } from '../../src/lib/core/model';
import { changesFor, extensionOf, fitOf, LIMITS } from '../../src/lib/core/edit';
import { findingsOf } from '../../src/lib/core/review';
import { modelOf, example, set } from './example';

const NAMES = readdirSync(new URL('../../examples/', import.meta.url)).map((name) =>
	name.replace('.json', '')
);
const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);

describe('how far it can be extended', () => {
	for (const name of some(
		NAMES.filter((each) => each !== 'mixed-loop'),
		'extension',
		0.4
	))
		it(`${name}: each part is good for so many, and not for one more`, () => {
			const model = modelOf(name);
			const { now, most, first } = extensionOf(model);
			expect(now).to.equal(fitOf(model).now);
			const ends = LIMITS.flatMap((limit) => most[limit] ?? []);
			if (ends.length === 0) expect(first).to.equal(null);
			else expect(first!.most).to.equal(Math.min(...ends));
			if (most.place === null) return;
			const { along } = fitOf(model);
			const outside = (count: number) =>
				model
					.with(changesFor(model, 0, along, count))
					.layout.problems.some((problem) => problem.code === 'outside-area');
			if (most.place > 0) expect(outside(most.place)).to.equal(false);
			expect(outside(most.place + 1)).to.equal(true);
		});

	it('a larger pump is good for more, a smaller tank for fewer', () => {
		const base = extensionOf(modelOf('loft-table')).most;
		const pump = { kind: 'pump', partId: 'pump-350', dial: 1, bench: null };
		const weak = extensionOf(modelOf('loft-table', set('design.source', pump))).most;
		expect(weak.pump ?? 60).to.be.at.most(base.pump ?? 60);
		const low = extensionOf(modelOf('loft-table', set('operation.fillL', 20))).most;
		expect(low.tank ?? 60).to.be.at.most(base.tank ?? 60);
	});

	it('a float asks nothing of the tank, and what falls straight in nothing of a return', () => {
		expect(extensionOf(modelOf('float-top-up')).most.tank).to.equal(null);
		expect(extensionOf(modelOf('kitchen-columns')).most.return).to.equal(null);
	});

	it('at its end the tank still lasts to the refill, and one further does not', () => {
		const model = modelOf('away-bench', set('operation.topUp.everyDays', 3));
		const { most } = extensionOf(model);
		const [crop] = Object.values(model.operation.crops);
		const dry = (count: number) => {
			const longer = model.with(changesFor(model, 0, 'perRow', count));
			const crops = Object.fromEntries(
				longer.layout.sites.map(({ id }) => [id, model.operation.crops[id] ?? crop])
			);
			return longer.with([set('operation.crops', crops)]).run.result.firstDayBelowPump;
		};
		expect(most.tank).to.be.above(0);
		expect(dry(most.tank!)).to.equal(null);
		expect(dry(most.tank! + 1)).to.not.equal(null);
	});
});

describe('how deep it can be', () => {
	const inYard = (name: string, walkM: number, widthM: number, rows?: number) => {
		const parts = example(name);
		const areas = parts.place.areas.map((area) => ({ ...area, walkM, widthM }));
		const changes = [set('place.areas', areas)];
		if (rows !== undefined) changes.push(set('design.stands.0.rows', rows));
		return new SystemModel(applyChanges(parts, changes), BUILT_IN_SHELF);
	};
	for (const name of ['loft-table', 'outdoor-bucket-rows', 'tower-bank', 'away-bench'])
		it(`${name}: so many rows leave room to walk, and one more does not`, () => {
			for (const [walkM, widthM] of [
				[0, 3],
				[0.5, 3],
				[0.8, 2.4]
			] as const) {
				const { most } = fitOf(inYard(name, walkM, widthM)).deep!;
				const left = (rows: number) => {
					const { from, to } = inYard(name, walkM, widthM, rows).layout.extent;
					return widthM - (to.yM - from.yM) - walkM;
				};
				expect(most).to.be.above(0);
				expect(left(most)).to.be.at.least(-1e-6);
				expect(left(most + 1)).to.be.below(0);
			}
		});

	it('as many as are said to be in reach raise no word about reach, and one more does', () => {
		const { inReach } = fitOf(inYard('loft-table', 0, 5)).deep!;
		const said = (rows: number) =>
			findingsOf(inYard('loft-table', 0, 5, rows)).some((f) => f.code === 'row-out-of-reach');
		expect(said(inReach)).to.equal(false);
		expect(said(inReach + 1)).to.equal(true);
	});

	it('headroom is what is left under the roof', () => {
		const model = modelOf('kitchen-columns');
		expect(fitOf(model).headroomM).to.be.closeTo(
			model.area.heightM - model.layout.extent.to.zM,
			1e-9
		);
	});
});

describe('water in the containers', () => {
	for (const name of NAMES)
		it(`${name}: medium, pool and what falls through add up to what the loop is reckoned with`, () => {
			const model = modelOf(name);
			const { design, layout, shelf } = model;
			const held = layout.containers.map((c) => model.held.get(c.id)!.result);
			for (const [i, { availableL, poolL, fallingL }] of held.entries()) {
				const { mediumL } = layout.containers[i]!;
				expect(availableL).to.be.within(0, mediumL + 1e-9);
				expect(Math.min(poolL, fallingL)).to.be.at.least(0);
			}
			const sites = layout.sites.map(
				(s) => s.mediumL * pick(shelf.media, s.mediumId).availableFraction
			);
			expect(sum(held.map((h) => h.availableL))).to.be.closeTo(sum(sites), 1e-9);
			// what falls and flows home is all of it, or what a feed brings where that is less
			const home = model.returns.filter(({ run }) => run.way !== 'waste');
			const onMin = model.feed?.onMin ?? 1440;
			const wet = design.stands.map(({ id }) => {
				const mine = home.filter(({ run }) => run.standId === id);
				const counted = new Set(mine.flatMap(({ run }) => run.containerIds));
				const of = layout.containers.flatMap((c, i) => (counted.has(c.id) ? [held[i]!] : []));
				const falling = sum(of.map(({ fallingL }) => fallingL));
				const into = layout.outlets.filter(({ standId }) => standId === id);
				const fed = sum(into.map(({ nodeId }) => model.flows.outletLph.get(nodeId) ?? 0));
				return Math.min(falling + sum(mine.map(({ wetL }) => wetL)), (fed * onMin) / 60);
			});
			if (model.levels.length === 0) expect(inTransitL(model)).to.be.closeTo(sum(wet), 1e-9);
		});

	it('a tray holds what its valve keeps in it', () => {
		const model = modelOf('away-bench');
		const total = sum(model.layout.containers.map((c) => model.held.get(c.id)!.result.poolL));
		expect(total).to.be.closeTo(model.levels[0]!.filled!.result.totalL, 1e-9);
	});

	it('more water falls through the faster it is given, up to what the medium holds up', () => {
		const at = (emitterId: string) => {
			const model = modelOf('lean-to-rail', set('design.stands.0.emitterId', emitterId));
			return sum(model.layout.containers.map((c) => model.held.get(c.id)!.result.fallingL));
		};
		expect(at('spray')).to.be.above(at('even-2'));
	});
});
