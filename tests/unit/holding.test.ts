import { expect } from 'chai';
import fc from 'fast-check';
import '../seed';
import { partsOf } from '../../src/lib/core/construction';
import { kindOf } from '../../src/lib/core/design';
import type { SystemModel } from '../../src/lib/core/model';
import { findingsOf, provenFindings } from '../../src/lib/core/review';
import { modelOf, set } from './example';

const G = 9.80665;
const TOWERS = ['kitchen-columns', 'pot-stack', 'bucket-stack', 'branch-stack'];
/** A stand of towers held some way, with other fields. */
function held(name: string, footing: string, fields: Record<string, unknown> = {}): SystemModel {
	const { id } = modelOf(name).design.stands[0]!;
	const all = { footing, ...fields };
	return modelOf(
		name,
		...Object.entries(all).map(([field, value]) => set(`design.stands[id=${id}].${field}`, value))
	);
}
const count = (model: SystemModel, id: string): number =>
	partsOf(model.design, model.layout, model.shelf).find((line) => line.id === id)?.count ?? 0;

describe('what holds towers and stacks', () => {
	for (const name of TOWERS) {
		it(`${name}: hung or clipped, its feet are where it was said and its feed comes from above`, () => {
			fc.assert(
				fc.property(
					fc.constantFrom('hung', 'wall'),
					fc.integer({ min: 300, max: 900 }),
					(footing, lowEndHeightMm) => {
						const model = held(name, footing, { lowEndHeightMm });
						const { layout } = model;
						const feet = layout.containers.map(({ zM }) => zM);
						expect(Math.min(...feet)).to.be.closeTo(lowEndHeightMm / 1000, 1e-9);
						const headers = layout.runs.filter(({ role }) => role === 'header');
						const tops = layout.outlets.map(({ zM }) => zM);
						for (const { points } of headers)
							expect(points.at(-1)!.zM).to.be.above(Math.max(...tops) - 0.051);
						// nothing is on the lid, and every foot has its way back
						const drained = new Set(layout.returns.flatMap(({ containerIds }) => containerIds));
						for (const { id } of layout.containers) expect(drained.has(id), id).to.equal(true);
					}
				),
				{ numRuns: 12 }
			);
		});
	}

	it('on a wall all clips together carry the weight, and their pulls balance how far it stands off', () => {
		fc.assert(
			fc.property(
				fc.constantFrom(...TOWERS),
				fc.integer({ min: 1, max: 8 }),
				fc.integer({ min: 0, max: 5 }),
				(name, clips, otherFixings) => {
					const model = held(name, 'wall', { clips, otherFixings, lowEndHeightMm: 500 });
					const [{ wall, massKg }] = model.loads as [SystemModel['loads'][number]];
					const { rows, standoffM } = wall!.input;
					expect(rows).to.have.length(clips);
					const fixings = rows.reduce((n, row) => n + row.fixings, 0);
					expect(wall!.result.shearPerFixingN * fixings).to.be.closeTo(massKg * G, 1e-6);
					const moment = rows.reduce(
						(sum, row, i) => sum + row.fixings * row.heightM * wall!.result.rows[i]!.pullPerFixingN,
						0
					);
					expect(moment).to.be.closeTo(massKg * G * standoffM, 1e-6);
				}
			),
			{ numRuns: 40 }
		);
	});

	it('of two kinds mixed in a wall the weaker is judged', () => {
		const weak = held('kitchen-columns', 'wall', {
			fixing: 'concrete-anchor',
			otherFixings: 1,
			otherFixing: 'board-anchor',
			lowEndHeightMm: 500
		});
		const said = findingsOf(weak).find(({ code }) => /fixings-overloaded|wall-bears/.test(code))!;
		expect(said.message).to.include(
			'The weaker of the kinds mixed (spring anchor in plasterboard)'
		);
	});

	it('too few clips are said, and as many as are offered hold', () => {
		const model = held('bucket-stack', 'wall', { clips: 1, fixing: 'board-anchor' });
		const stop = provenFindings(model).find(({ code }) => code === 'fixings-overloaded')!;
		const after = findingsOf(model.with(stop.fixes[0]!.change));
		expect(after.map(({ code }) => code)).to.not.include('fixings-overloaded');
	});

	it('a wider base tips later, by just as much as it is wider', () => {
		const push = (baseMm: number) =>
			held('branch-stack', 'base', { baseMm }).loads[0]!.push!.result;
		expect(push(600).pushN / push(300).pushN).to.be.closeTo(2, 1e-9);
	});

	it('what hangs from a frame, or is clipped, is on the list', () => {
		const hung = held('kitchen-columns', 'hung', { lowEndHeightMm: 500 });
		const towers = hung.layout.containers.length;
		expect(count(hung, 'hanger')).to.equal(towers);
		expect(count(hung, 'frame-post')).to.be.above(4);
		expect(count(held('kitchen-columns', 'wall', { clips: 3 }), 'tower-clip')).to.equal(3 * towers);
	});

	it('a bank over a tank as large as itself drips straight into it', () => {
		const { id } = modelOf('tower-bank').design.stands[0]!;
		const size = { bottomLengthMm: 2400, topLengthMm: 2400, bottomWidthMm: 1700, topWidthMm: 1700 };
		const model = modelOf(
			'tower-bank',
			set(`design.stands[id=${id}].footing`, 'hung'),
			set('design.tank.spot', 'under'),
			set('design.tank.shape', { kind: 'oblong', ...size, heightMm: 300 }),
			set('operation.fillL', 1080)
		);
		expect(kindOf(model.design.stands[0]!).variant).to.equal('tower-bank');
		expect([...new Set(model.layout.returns.map(({ way }) => way))]).to.deep.equal(['drop']);
		const { tank } = model.layout;
		for (const { xM, yM } of model.layout.containers) {
			expect(xM).to.be.within(tank.xM, tank.xM + tank.lengthM);
			expect(yM).to.be.within(tank.yM, tank.yM + tank.widthM);
		}
	});
});

describe('a wall of modules', () => {
	const { id } = modelOf('wall-pockets').design.stands[0]!;
	const path = `design.stands[id=${id}]`;

	it('fed at its top alone gives every pocket water, what one leaves falling to the next', () => {
		for (const tiers of [1, 3, 8]) {
			const model = modelOf('wall-pockets', set(`${path}.fed`, 'top'), set(`${path}.tiers`, tiers));
			const { layout, flows } = model;
			const top = new Set(layout.containers.filter((c) => c.column === tiers - 1).map((c) => c.id));
			expect(layout.outlets.every(({ containerId }) => top.has(containerId))).to.equal(true);
			const given = layout.outlets.reduce((sum, o) => sum + flows.outletLph.get(o.nodeId)!, 0);
			const arrives = layout.sites
				.filter(({ column }) => column === 0)
				.reduce((sum, site) => sum + flows.arrivesLph.get(site.id)!, 0);
			// with nothing taken on the way all of it would come to the lowest tier
			expect(arrives).to.be.closeTo(given, 1e-6);
		}
	});

	it('has no odd limit on pockets, tiers or panels', () => {
		const model = modelOf(
			'wall-pockets',
			set(`${path}.pockets`, 20),
			set(`${path}.tiers`, 16),
			set(`${path}.perRow`, 12)
		);
		expect(model.layout.sites).to.have.length(20 * 16 * 12);
	});
});

describe('plants in blocks on a slab', () => {
	it('stand so much higher, have the block’s medium besides, and are watered on top of it', () => {
		const bare = modelOf('slab-gutter');
		for (const blockMm of [75, 100]) {
			const model = modelOf('slab-gutter', set('design.stands.0.blockMm', blockMm));
			model.layout.sites.forEach((site, i) => {
				const before = bare.layout.sites[i]!;
				expect(site.zM - before.zM).to.be.closeTo(blockMm / 1000, 1e-9);
				expect(site.mediumL - before.mediumL).to.be.closeTo((blockMm / 100) ** 3, 1e-9);
			});
			model.layout.outlets.forEach((outlet, i) =>
				expect(outlet.zM - bare.layout.outlets[i]!.zM).to.be.closeTo(blockMm / 1000, 1e-9)
			);
			expect(count(model, 'block')).to.equal(model.layout.sites.length);
		}
	});
});

describe('a basket in a single bucket', () => {
	it('holds what it says, and no more than the bucket has room for', () => {
		const whole = modelOf('single-bucket');
		const roomL = whole.layout.containers[0]!.mediumL;
		const of = (basketMl: number) =>
			modelOf('single-bucket', set('design.stands.0.basketMl', basketMl));
		expect(of(3000).layout.containers[0]!.mediumL).to.equal(3);
		expect(count(of(3000), 'basket')).to.equal(1);
		expect(of(20_000).layout.containers[0]!.mediumL).to.be.closeTo(roomL, 1e-9);
	});
});
