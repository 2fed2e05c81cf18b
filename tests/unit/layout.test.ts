import { expect } from 'chai';
import { insertionM, partsOf } from '../../src/lib/core/construction';
import { startSystem, type Change } from '../../src/lib/core/design';
import { lengthOf } from '../../src/lib/core/layout';
import { SystemModel } from '../../src/lib/core/model';
import { findingsOf } from '../../src/lib/core/review';
import { autofix } from '../../src/lib/core/edit';
import { BUILT_IN_SHELF, pick } from '../../src/lib/core/shelf';
import { EXAMPLES, modelOf } from './example';
import { benchIn, rail, railModel } from './rail';

const stand = (field: string, value: unknown): Change => ({
	path: `design.stands.0.${field}`,
	value
});
const layoutOf = (...changes: Change[]) => railModel(changes).layout;

describe('every run', () => {
	/** Stands as the examples have them, and channels in tiers beside a climbing header. */
	const tiers = [
		{ path: 'design.stands.0.hung', value: 'horizontal' },
		{ path: 'design.stands.0.fallPercent', value: 2 }
	];
	const all: [name: string, changes: Change[]][] = [
		...EXAMPLES.map((name): [string, Change[]] => [name, []]),
		['yard-channels', tiers],
		['kitchen-columns', [{ path: 'design.tank.floorMm', value: 120 }]],
		['single-bucket', [{ path: 'design.tank.floorMm', value: -150 }]]
	];
	for (const [name, changes] of all)
		it(`${name}${changes.map((c) => `, ${c.path.split('.').at(-1)} ${String(c.value)}`).join('')}: is at least as long as its way, and begins and ends at its nodes`, () => {
			const { runs, nodes } = modelOf(name, ...changes).layout;
			const at = new Map(nodes.map((node) => [node.id, node]));
			for (const run of runs) {
				expect(run.lengthM, run.id).to.be.at.least(lengthOf(run.points) - 1e-9);
				if (run.role === 'header' || run.role === 'main')
					expect(run.lengthM, run.id).to.be.closeTo(lengthOf(run.points), 1e-9);
				for (const [end, id] of [
					[run.points[0]!, run.from],
					[run.points.at(-1)!, run.to]
				] as const) {
					const { xM, yM, zM } = at.get(id)!;
					expect([end.xM, end.yM, end.zM], `${run.id} at ${id}`).to.deep.equal([xM, yM, zM]);
				}
			}
		});

	it('a header to channels in tiers goes straight up beside them', () => {
		const { runs } = modelOf('yard-channels', ...tiers).layout;
		const first = runs.find((run) => run.role === 'header')!;
		const [a, b] = [first.points[0]!, first.points.at(-1)!];
		const across = Math.hypot(b.xM - a.xM, b.yM - a.yM);
		expect(first.lengthM).to.be.at.most(across + Math.abs(b.zM - a.zM) + 1e-9);
	});

	it('the layout is finished when it is handed over', () => {
		const { layout } = modelOf('lean-to-rail');
		expect(() => layout.runs.pop()).to.throw(TypeError);
		expect(() => void (layout.tank = { ...layout.tank })).to.throw(TypeError);
	});
});

describe('bucket bench', () => {
	it('stands its buckets at their spacing, each higher by the fall', () => {
		const row = layoutOf().containers.filter((c) => c.row === 0);
		expect(row).to.have.length(7);
		row.slice(1).forEach((bucket, i) => {
			expect(bucket.xM - row[i]!.xM).to.be.closeTo(0.42, 1e-9);
			expect(bucket.zM - row[i]!.zM).to.be.closeTo(0.42 * 0.015, 1e-9);
		});
		expect(row[0]!.zM).to.be.closeTo(0.63 + 0.19 * 0.015, 1e-9);
	});

	it('runs tube as long as the way is, and the stake tubes as cut', () => {
		const { runs } = layoutOf();
		for (const run of runs) {
			if (run.role === 'stake') expect(run.lengthM).to.be.at.least(lengthOf(run.points) - 1e-9);
			else expect(run.lengthM).to.be.closeTo(lengthOf(run.points), 1e-9);
		}
		expect(runs.filter((r) => r.role === 'stake').every((r) => r.lengthM >= 0.5)).to.equal(true);
	});

	it('keeps the feed row over every rim, whichever way the two slopes differ', () => {
		for (const [bench, feed] of [
			[0, 3],
			[5, 0],
			[1.5, 1.5]
		] as const) {
			const { containers, nodes } = layoutOf(
				stand('fallPercent', bench),
				stand('feedFallPercent', feed)
			);
			for (const bucket of containers) {
				const node = nodes.find((n) => n.id === `${bucket.id}.feed`)!;
				expect(node.zM).to.be.at.least(bucket.zM + bucket.heightMm / 1000 + 0.06 - 1e-9);
			}
		}
	});

	it('lets every return fall to the tank and end over it', () => {
		const { returns, tank } = layoutOf();
		expect(returns.map((r) => r.containerIds.length)).to.deep.equal([7, 7]);
		for (const run of returns) {
			const [far, end] = run.points as [(typeof run.points)[0], (typeof run.points)[0]];
			expect(far.zM).to.be.above(end.zM);
			expect((far.zM - end.zM) / (far.xM - end.xM)).to.be.closeTo(0.015, 1e-9);
			expect(end.xM).to.be.within(tank.xM, tank.xM + tank.lengthM);
		}
	});

	it('shares one return between rows that face each other', () => {
		const { returns, containers } = layoutOf(stand('returns', 'shared'));
		expect(returns).to.have.length(1);
		expect(returns[0]!.containerIds).to.have.length(14);
		const ys = [...new Set(containers.map((c) => c.yM))];
		expect(returns[0]!.points[0]!.yM).to.be.closeTo((ys[0]! + ys[1]!) / 2, 1e-9);
	});

	it('puts two plants in a bucket, with half the medium and half the water each', () => {
		const model = railModel([
			stand('plantsPerBucket', 2),
			{ path: 'operation.crops', value: { 'rail/1/1/1': 'basil', 'rail/1/1/2': 'mint' } }
		]);
		const [a, b] = model.layout.sites.filter((s) => s.containerId === 'rail.A1');
		expect([a!.label, b!.label]).to.deep.equal(['A1a', 'A1b']);
		expect(a!.mediumL).to.be.closeTo(layoutOf().sites[0]!.mediumL / 2, 1e-9);
		const flow = model.path.outletLph.get('rail.A1.out')!;
		expect(model.path.siteLph.get('rail/1/1/1')).to.be.closeTo(flow / 2, 1e-9);
	});

	it('gives each stake an outlet of its own', () => {
		const model = railModel([stand('emittersPerBucket', 2)]);
		expect(model.layout.outlets).to.have.length(28);
		const both = ['rail.A1.e1', 'rail.A1.e2'].map((id) => model.path.outletLph.get(id)!);
		expect(model.path.siteLph.get('rail/1/1/1')).to.be.closeTo(both[0]! + both[1]!, 1e-9);
	});

	it('a shut valve dries its row, and that is no finding', () => {
		const model = railModel([{ path: 'operation.shutValves', value: ['rail/v-2'] }]);
		expect(model.path.outletLph.get('rail.B3.out')).to.equal(0);
		expect(model.path.outletLph.get('rail.A3.out')).to.be.above(1);
		expect(findingsOf(model).map((f) => f.code)).to.not.include('outlet-dry');
	});

	it('moves the tank beside the bench, and everything with it', () => {
		const [under, beside] = [layoutOf(), layoutOf({ path: 'design.tank.spot', value: 'beside' })];
		expect(under.tank.clearanceM).to.be.above(0.2);
		expect(beside.tank.clearanceM).to.equal(null);
		expect(beside.containers[0]!.xM).to.be.above(beside.tank.xM + beside.tank.lengthM);
		expect(beside.runs.find((r) => r.id === 'main')!.lengthM).to.be.closeTo(
			under.runs.find((r) => r.id === 'main')!.lengthM,
			// it rises at another place under a feed row that falls
			0.02
		);
	});

	it('a sunk tank lifts further, a raised one less', () => {
		const flow = (floorMm: number) =>
			railModel([{ path: 'design.tank.floorMm', value: floorMm }]).path.result.source.flowLph;
		expect(flow(-100)).to.be.below(flow(0));
		expect(flow(200)).to.be.above(flow(0));
	});

	it('runs by gravity from a tank that stands high enough', () => {
		const model = railModel([
			{ path: 'design.source', value: { kind: 'gravity' } },
			{ path: 'design.tank.floorMm', value: 1600 },
			{ path: 'design.tank.spot', value: 'beside' }
		]);
		expect(model.curve).to.equal(null);
		expect(model.path.result.uniformity.dry).to.equal(0);
		expect(model.path.result.source.headM).to.equal(0);
	});

	it('an adapter makes a joint fit, costs a little head and is on the shopping list', () => {
		const wide = [{ path: 'design.lines.mainTubeId', value: 'feed-19' }];
		const made = railModel([...wide, { path: 'design.lines.adapters', value: ['pump-main'] }]);
		const codes = (model: SystemModel) =>
			findingsOf(model).filter((f) => f.subject === 'pump-main');
		expect(codes(railModel(wide))).to.have.length(1);
		expect(codes(made)).to.have.length(0);
		const parts = partsOf(made.design, made.layout, BUILT_IN_SHELF);
		expect(parts.find((p) => p.id === 'adapter pump-main')!.name).to.equal(
			'13–19 mm reducing joiner'
		);
	});

	it('lists what to buy: pieces by count, tube by length with a little to spare', () => {
		const { design, layout } = railModel();
		const parts = new Map(partsOf(design, layout, BUILT_IN_SHELF).map((p) => [p.id, p]));
		expect(parts.get('bucket-11')!.count).to.equal(14);
		expect(parts.get('stake-coarse')!.count).to.equal(14);
		// every cut goes over a barb at either end
		const overBarbs = 2 * insertionM(pick(BUILT_IN_SHELF.tubes, 'feed-13'));
		const rows = layout.runs.filter((r) => r.tubeId === 'feed-13');
		// the hose of the reserve is of the same tube, cut at each elbow
		const { hose } = layout.reserve!;
		const pieces = 1 + hose.fittings.length;
		const cuts = [...rows.map((r) => r.lengthM + overBarbs), hose.lengthM + pieces * overBarbs];
		expect(parts.get('feed-13')!.count).to.equal(rows.length + pieces);
		expect(parts.get('feed-13')!.lengthM).to.be.closeTo(
			1.05 * cuts.reduce((a, b) => a + b, 0),
			1e-9
		);
		expect(parts.get('perlite-coarse')).to.include({ name: 'Coarse perlite', lengthM: null });
		expect(parts.get('perlite-coarse')!.litres).to.be.closeTo(
			layout.containers.reduce((total, c) => total + c.mediumL, 0),
			1e-9
		);
	});
});

describe('a system started from a few answers', () => {
	const { place } = rail();
	const counts = [1, 2, 4, 6, 9, 14, 24];
	for (const buckets of counts)
		for (const cropId of ['leaf-lettuce', 'tomato'])
			it(`${buckets} of ${cropId}: everything flows and nothing is impossible`, () => {
				const wide = { ...place, areas: [{ ...place.areas[0]!, lengthM: 14, widthM: 3 }] };
				const start = startSystem(
					{ name: 'New', areaId: 'lean-to', plants: buckets, cropId, ...benchIn(12_000) },
					BUILT_IN_SHELF
				);
				const settled = autofix({ ...start, place: wide }, BUILT_IN_SHELF);
				const { design } = settled;
				const model = new SystemModel(settled, BUILT_IN_SHELF);
				expect(Object.keys(model.plants)).to.have.length(buckets);
				expect(model.path.result.uniformity.dry).to.equal(0);
				const stops = findingsOf(model).filter((f) => f.severity === 'stop');
				expect(stops.map((f) => f.message)).to.deep.equal([]);
				expect(design.assumed).to.include(`design.stands[id=${design.stands[0]!.id}].mediumId`);
			});
});
