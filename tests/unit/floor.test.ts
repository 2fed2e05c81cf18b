import { expect } from 'chai';
import fc from 'fast-check';
import { FACES, faceAfter, KINDS, newArea, newPlace, type Face } from '../../src/lib/core/design';
import { addStand, begin, copyStand, kindsBeside, removeStand } from '../../src/lib/core/edit';
import {
	grounds,
	lengthOf,
	placementOf,
	putStand,
	putTank,
	turned,
	type Layout
} from '../../src/lib/core/layout';
import { SystemModel } from '../../src/lib/core/model';
import { findingsOf } from '../../src/lib/core/review';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { EXAMPLES, modelOf } from './example';

const roomy = (model: SystemModel): SystemModel =>
	model.with(
		(['lengthM', 'widthM'] as const).map((path) => ({
			path: `place.areas[id=${model.area.id}].${path}`,
			value: 12
		}))
	);
const faces = Object.keys(FACES) as Face[];
const spot = fc.record({
	xM: fc.double({ min: 3, max: 6, noNaN: true }),
	yM: fc.double({ min: 3, max: 6, noNaN: true }),
	faces: fc.constantFrom(...faces)
});

/** Lengths of a stand's own lines and returns, by id. */
const lengths = (layout: Layout, standId: string) =>
	Object.fromEntries(
		[...layout.runs, ...layout.returns]
			.filter((run) => run.standId === standId && !run.id.endsWith('return-main'))
			.map((run) => [run.id, run.lengthM.toFixed(6)])
	);

describe('a stand that is put somewhere', () => {
	for (const name of EXAMPLES)
		it(`${name}: with its tank it keeps every length and every flow`, () => {
			const model = roomy(modelOf(name));
			const { id } = model.design.stands[0]!;
			const alone = model.with([{ path: 'design.stands', value: [model.design.stands[0]] }]);
			fc.assert(
				fc.property(spot, (at) => {
					const put = alone.with(putStand(alone.design, alone.layout, id, at));
					expect(lengths(put.layout, id)).to.deep.equal(lengths(alone.layout, id));
					const ground = put.layout.stands[0]!.ground;
					expect([ground.x0, ground.y0].map((m) => m.toFixed(3))).to.deep.equal(
						[at.xM, at.yM].map((m) => m.toFixed(3))
					);
					for (const [node, lph] of alone.flows.outletLph)
						expect(put.flows.outletLph.get(node)).to.be.closeTo(lph, 1e-6 + 1e-6 * lph);
				}),
				{ numRuns: 6 }
			);
		});

	for (const name of EXAMPLES)
		it(`${name}: away from its tank it gains or loses in the mains alone`, () => {
			const model = roomy(modelOf(name));
			if (model.design.stands[0]!.variant === 'control-pot-ring') return;
			const { id } = model.design.stands[0]!;
			const tank = putTank(model.design, model.layout, { xM: 0.2, yM: 0.2, faces: 'front' });
			const apart = model.with(tank);
			const before = lengths(apart.layout, id);
			fc.assert(
				fc.property(spot, (at) => {
					const put = apart.with(putStand(apart.design, apart.layout, id, at));
					const after = lengths(put.layout, id);
					// a single return goes home by itself, longer or shorter
					for (const [run, metres] of Object.entries(before))
						if (!put.layout.returns.some((back) => back.id === run && back.into === undefined))
							expect(after[run], run).to.equal(metres);
					agrees(put.layout);
				}),
				{ numRuns: 6 }
			);
		});
});

/** Drawing and network say the same of every length, and every main hangs together. */
function agrees(layout: Layout): void {
	const nodes = new Map(layout.nodes.map((node) => [node.id, node]));
	for (const run of layout.runs) {
		const [from, to] = [nodes.get(run.from), nodes.get(run.to)];
		expect(from, `${run.id} begins at ${run.from}`).to.be.an('object');
		expect(to, `${run.id} ends at ${run.to}`).to.be.an('object');
		for (const [node, point] of [
			[from!, run.points[0]!],
			[to!, run.points.at(-1)!]
		] as const)
			expect(
				Math.hypot(node.xM - point.xM, node.yM - point.yM, node.zM - point.zM),
				`${run.id} at ${node.id}`
			).to.be.below(1e-6);
		// a stake tube may be cut longer than the way it lies
		if (run.role === 'main') expect(run.lengthM).to.be.closeTo(lengthOf(run.points), 1e-3);
	}
	for (const back of layout.returns)
		if (back.way === 'fall') {
			const zs = back.points.map((point) => point.zM);
			expect(zs, `${back.id} falls all along`).to.deep.equal([...zs].sort((a, b) => b - a));
			if (back.into === undefined) {
				const { tank } = layout;
				const end = back.points.at(-1)!;
				expect(end.yM, `${back.id} ends over the tank`).to.be.within(
					tank.yM - 1e-6,
					tank.yM + tank.widthM + 1e-6
				);
			}
		}
}

describe('ways between stands', () => {
	const rail = (widthM: number, at: { xM: number; yM: number }) => {
		const model = modelOf('lean-to-rail');
		const path = `place.areas[id=${model.area.id}]`;
		return model
			.with([
				{ path: `${path}.lengthM`, value: 6 },
				{ path: `${path}.widthM`, value: widthM },
				{ path: `${path}.walkM`, value: 0.5 }
			])
			.with(putStand(model.design, model.layout, 'rail', { ...at, faces: 'front' }));
	};
	const said = (model: SystemModel) =>
		findingsOf(model).filter(({ code }) => code === 'no-way-through');

	it('a bench with a way along one side is got at; between two walls it is not', () => {
		expect(said(rail(3, { xM: 1, yM: 0 }))).to.have.length(0);
		expect(said(rail(3, { xM: 1, yM: 2.2 }))).to.have.length(0);
		const [shut] = said(rail(1.4, { xM: 1, yM: 0.3 }));
		expect(shut!.message).to.match(/Along “Rail” .*0.34 m.*/);
		expect(shut!.subject).to.equal('rail.top');
	});

	it('what is reached from both sides may be twice as deep', () => {
		const far = (model: SystemModel) =>
			findingsOf(
				model.with([
					{ path: 'design.stands.0.rowGapMm', value: 600 },
					{ path: 'design.stands.0.rows', value: 3 }
				])
			).filter(({ code }) => code === 'row-out-of-reach').length;
		expect(far(rail(4, { xM: 1, yM: 0 }))).to.equal(1);
		expect(far(rail(4, { xM: 1, yM: 1.2 }))).to.equal(0);
	});

	it('rows with room to walk between are a bench each, and every one is got at from there', () => {
		const rows = (gapMm: number) =>
			rail(6, { xM: 1, yM: 0 }).with([
				{ path: 'design.stands.0.rowGapMm', value: gapMm },
				{ path: 'design.stands.0.rows', value: 4 }
			]);
		const far = (model: SystemModel) =>
			findingsOf(model).some(({ code }) => code === 'row-out-of-reach');
		const tops = ({ layout }: SystemModel) =>
			layout.solids.filter(({ role, standId }) => role === 'top' && standId === 'rail').length;
		const legs = ({ layout }: SystemModel) => {
			const { stance } = layout.stands[0]!;
			return stance.kind === 'legs' ? stance.legs : 0;
		};
		const [close, apart] = [rows(500), rows(900)];
		expect([far(close), far(apart)]).to.deep.equal([true, false]);
		expect([tops(close), tops(apart)]).to.deep.equal([1, 4]);
		expect(legs(apart)).to.equal(4 * legs(close));
	});
});

describe('turning', () => {
	it('four quarters come back to where it stood', () => {
		const model = roomy(modelOf('lean-to-rail'));
		let put = model.with(
			putStand(model.design, model.layout, 'rail', { xM: 4, yM: 4, faces: 'front' })
		);
		const before = JSON.stringify(
			put.layout.sites.map(({ xM, yM }) => [xM, yM].map((m) => m.toFixed(6)))
		);
		for (let n = 0; n < 4; n++)
			put = put.with(
				putStand(
					put.design,
					put.layout,
					'rail',
					turned(put.layout.stands[0]!.ground, placementOf(put.layout, 'rail'))
				)
			);
		const after = JSON.stringify(
			put.layout.sites.map(({ xM, yM }) => [xM, yM].map((m) => m.toFixed(6)))
		);
		expect(after).to.equal(before);
		expect(faceAfter('front', -1)).to.equal('left');
	});

	it('a tower turned by a quarter shows its holes from the other side', () => {
		const model = roomy(modelOf('kitchen-columns'));
		const { id } = model.design.stands[0]!;
		const put = model.with(
			putStand(model.design, model.layout, id, { xM: 4, yM: 4, faces: 'right' })
		);
		const facing = (layout: Layout) => layout.sites.map((site) => site.facingDeg!);
		expect(facing(put.layout)).to.deep.equal(facing(model.layout).map((deg) => (deg + 90) % 360));
	});
});

describe('another stand on the loop', () => {
	const place = newPlace('Home', [newArea('spot', { kind: 'greenhouse', lengthM: 8, widthM: 6 })]);
	const started = (variant: keyof typeof KINDS) => {
		const ask = { name: 'S', areaId: 'spot', variant, plants: 6, cropId: 'leaf-lettuce' };
		const { parts } = begin(
			{ ...ask, lengthMm: 3000, depthMm: 2000, heightMm: 2100 },
			place,
			BUILT_IN_SHELF
		);
		return new SystemModel(parts, BUILT_IN_SHELF);
	};
	const first = started('bucket-bench');
	for (const variant of kindsBeside(first))
		it(`${variant} comes to free ground, with its plants, and goes again`, () => {
			const made = addStand(first, variant, 4);
			if (typeof made === 'string') throw new Error(made);
			const model = first.with(made.changes);
			expect(model.layout.stands).to.have.length(2);
			expect(model.layout.problems.map(({ code }) => code)).to.deep.equal([]);
			agrees(model.layout);
			const planted = Object.keys(model.operation.crops).filter((id) =>
				id.startsWith(`${made.id}/`)
			);
			expect(planted.length).to.be.within(1, 8);
			for (const outlet of model.layout.outlets)
				expect(model.flows.outletLph.get(outlet.nodeId)).to.be.a('number');
			const copied = copyStand(model, made.id);
			if (typeof copied === 'string') throw new Error(copied);
			const three = model.with(copied.changes);
			expect(three.layout.stands).to.have.length(3);
			expect(three.layout.problems.map(({ code }) => code)).to.deep.equal([]);
			const back = three.with(removeStand(three, copied.id)).with(removeStand(model, made.id));
			expect(back.layout.sites.map(({ id }) => id)).to.deep.equal(
				first.layout.sites.map(({ id }) => id)
			);
		});

	it('says so where there is no room', () => {
		const tight = first.with([
			{ path: 'place.areas[id=spot].lengthM', value: 1.5 },
			{ path: 'place.areas[id=spot].widthM', value: 0.8 }
		]);
		expect(addStand(tight, 'bucket-bench', 4)).to.match(/no free ground/);
	});

	it('what stands on the same ground or through a wall is said, with ways out that are one', () => {
		const made = addStand(first, 'bucket-bench', 4);
		if (typeof made === 'string') throw new Error(made);
		const model = first.with(made.changes);
		const [one] = grounds(model.layout).filter(({ id }) => id === first.design.stands[0]!.id);
		const on = model.with(
			putStand(model.design, model.layout, made.id, {
				xM: one!.ground.x0 + 0.1,
				yM: one!.ground.y0,
				faces: 'front'
			})
		);
		expect(on.layout.problems.map(({ code }) => code)).to.include('same-ground');
		const out = model.with(
			putStand(model.design, model.layout, made.id, { xM: 7, yM: 3, faces: 'front' })
		);
		expect(out.layout.problems.map(({ code }) => code)).to.include('through-wall');
	});
});
