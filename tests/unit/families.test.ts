import { expect } from 'chai';
import { partsOf } from '../../src/lib/core/construction';
import { lengthOf } from '../../src/lib/core/layout';
import { timedSites } from '../../src/lib/core/model';
import { BUILT_IN_SHELF } from '../../src/lib/core/shelf';
import { barsOf, columnsOf } from '../../src/lib/ui/drawing/bars';
import { frameOf, isTall } from '../../src/lib/ui/drawing/frame';
import { dryOf, shownOf } from '../../src/lib/core/picture/shown';
import { differing } from '../../src/lib/ui/home/differences';
import { selectedLine } from '../../src/lib/ui/inspector/selected-line';
import { METRIC } from '../../src/lib/core/quantity';
import { modelOf, set } from './example';

const layoutOf = (...args: Parameters<typeof modelOf>) => modelOf(...args).layout;
const parts = (...args: Parameters<typeof modelOf>) => {
	const { design, layout } = modelOf(...args);
	return new Map(partsOf(design, layout, BUILT_IN_SHELF).map((p) => [p.id, p]));
};
const run = (id: string, ...args: Parameters<typeof modelOf>) =>
	layoutOf(...args).runs.find((r) => r.id === id)!;

describe('pipe towers', () => {
	const layout = layoutOf('kitchen-columns');
	it('have their sites where the holes are, on the skin of the pipe', () => {
		const { result } = layout.stands[0]!.holes!;
		const { sites } = result;
		const [tower] = layout.containers;
		const mine = layout.sites.filter((s) => s.containerId === tower!.id);
		mine.forEach((site, k) => {
			expect(site.zM - tower!.zM).to.be.closeTo(sites[k]!.heightMm / 1000, 1e-9);
			expect(Math.hypot(site.xM - tower!.xM, site.yM - tower!.yM)).to.be.closeTo(0.055, 1e-9);
			expect(site.facingDeg).to.be.closeTo(sites[k]!.angleDeg, 1e-9);
		});
	});
	it('stand over the middle of the tank and get the same water', () => {
		const { tank, containers } = layout;
		const middle = (containers[0]!.xM + containers[1]!.xM) / 2;
		expect(middle).to.be.closeTo(tank.xM + tank.lengthM / 2, 1e-9);
		const { path } = modelOf('kitchen-columns');
		const [a, b] = layout.outlets.map((e) => path.outletLph.get(e.nodeId)!);
		expect(a).to.be.closeTo(b!, 1e-3);
	});
	it('run a riser as long as the tower is high, and let the water fall into the tank', () => {
		const riser = run('columns.A.out.riser', 'kitchen-columns');
		expect(riser.lengthM).to.be.closeTo(lengthOf(riser.points), 1e-9);
		expect(riser.lengthM).to.be.within(1.55, 1.65);
		expect(layout.returns.map((r) => r.way)).to.deep.equal(['drop', 'drop']);
	});
	it('on bases of their own drain to a collector that falls to the tank', () => {
		const { returns, containers } = layoutOf(
			'kitchen-columns',
			set('design.stands.0.footing', 'base'),
			set('design.tank.spot', 'beside')
		);
		expect(returns).to.have.length(1);
		expect(returns[0]!.containerIds).to.deep.equal(containers.map((c) => c.id));
		expect(returns[0]!.points[0]!.zM).to.be.above(returns[0]!.points[1]!.zM);
	});
	it('each site of a line catches its share of what falls past, less on the high side of a lean', () => {
		const flow = (...changes: Parameters<typeof set>[]) => {
			const { path } = modelOf('kitchen-columns', ...changes.map((c) => set(...c)));
			return (id: string) => path.siteLph.get(id)!;
		};
		const upright = flow();
		// only the highest of a line is given any; the others get what it leaves
		expect(upright('columns/1/8/1')).to.be.closeTo(upright('columns/1/7/3'), 1e-9);
		expect(upright('columns/1/1/1')).to.equal(0);
		const leaning = flow(['design.stands.0.leanMmPerM', 10]);
		expect(leaning('columns/1/7/1')).to.be.above(leaning('columns/1/7/3'));
	});
	it('of segments want a joint between every two', () => {
		const list = parts('segment-tower');
		expect(list.get('pipe-160')!.count).to.equal(6);
		expect(list.get('tower-joint')!.count).to.equal(5);
		expect(parts('kitchen-columns').has('tower-joint')).to.equal(false);
	});
	it('in a bank stand in rows, each row with a collector and a header of its own', () => {
		const bank = layoutOf('tower-bank');
		expect(bank.containers).to.have.length(4);
		expect(new Set(bank.containers.map((c) => c.yM)).size).to.equal(2);
		expect(bank.returns.map((r) => r.containerIds.length)).to.deep.equal([2, 2]);
	});
});

describe('stacks', () => {
	it('of branches share one riser between two, and turn from branch to branch', () => {
		const { runs, sites } = layoutOf('branch-stack');
		expect(runs.filter((r) => r.id.endsWith('.tee.riser'))).to.have.length(1);
		const angles = sites.filter((s) => s.row === 0).map((s) => s.facingDeg);
		expect(angles.slice(0, 3)).to.deep.equal([90, 270, 90]);
	});
	it('of buckets have a lid over each, and sites in every bucket', () => {
		const { solids, sites, containers } = layoutOf('bucket-stack');
		const tiers = new Set(sites.map((s) => s.column)).size;
		expect(solids.filter((s) => /lid\d/.test(s.id))).to.have.length(tiers);
		for (const site of sites)
			expect(site.zM).to.be.within(
				containers[0]!.zM,
				containers[0]!.zM + containers[0]!.heightMm / 1000
			);
	});
	it('of pots nest in one another, drip at the top, and every pot is watered', () => {
		const model = modelOf('pot-stack');
		const { containers, outlets } = model.layout;
		containers.slice(1).forEach((pot, i) => {
			expect(pot.zM - containers[i]!.zM).to.be.closeTo(containers[i]!.heightMm / 1000, 1e-9);
		});
		expect(outlets).to.have.length(3);
		expect(dryOf(model).size).to.equal(0);
		expect(barsOf(model).bars.every((bar) => bar.state === 'fine')).to.equal(true);
	});
});

describe('channels and walls', () => {
	const high = (hung: string, ...more: ReturnType<typeof set>[]) =>
		layoutOf('yard-channels', set('design.stands.0.hung', hung), ...more);
	it('lean back, stand upright or lie in tiers, as long as they are', () => {
		const top = (l: ReturnType<typeof high>) => Math.max(...l.sites.map((s) => s.zM));
		const upright = top(high('vertical'));
		expect(top(high('raked'))).to.be.below(upright);
		const tiers = high('horizontal');
		expect(new Set(tiers.containers.map((c) => c.zM)).size).to.equal(6);
		expect(tiers.sites.every((s) => s.facingDeg === null)).to.equal(true);
	});
	it('are fed at their high ends from a level header and drain to a falling collector', () => {
		const { nodes, outlets, returns, containers } = high('raked');
		const heads = outlets.map((e) => nodes.find((n) => n.id === e.nodeId)!.zM);
		expect(new Set(heads).size).to.equal(1);
		for (const c of containers) expect(heads[0]).to.be.above(c.zM + c.heightMm / 1000);
		expect(returns).to.have.length(1);
		expect(returns[0]!.containerIds).to.have.length(6);
	});
	it('panels stand tier on tier, each tier with a drip line over it', () => {
		const { containers, nodes, stands } = layoutOf('wall-pockets');
		const tiers = new Set(containers.map((c) => c.column)).size;
		for (const panel of containers) {
			const drips = nodes.filter((n) => n.id.startsWith(`${panel.id}.e`));
			for (const drip of drips) expect(drip.zM).to.be.above(panel.zM + panel.heightMm / 1000);
		}
		const { stance } = stands[0]!;
		expect(stance.kind === 'wall' && stance.rows.length).to.equal(tiers);
	});
	it('a wall bears the same weight on more fixings with less on each', () => {
		const shear = (n: number) =>
			modelOf('wall-pockets', set('design.stands.0.fixingsPerTier', n)).loads[0]!.wall!.result
				.shearPerFixingN;
		expect(shear(4)).to.be.closeTo(shear(2) / 2, 1e-9);
	});
});

describe('pots, slabs and buckets', () => {
	it('every plant of a slab has an outlet of its own', () => {
		const { outlets, sites } = layoutOf('slab-gutter');
		expect(outlets).to.have.length(sites.length);
		for (const e of outlets) expect(e.shares.map(([, share]) => share)).to.deep.equal([1]);
	});
	it('what drains to waste does not come back to the tank', () => {
		const transit = (to: string) =>
			modelOf('slab-gutter', set('design.stands.0.drainsTo', to)).drainBack.input.inTransitL;
		expect(transit('waste')).to.equal(0);
		expect(transit('tank')).to.be.above(0);
	});
	it('a ring manifold waters the far pots from two sides', () => {
		const least = (manifold: string) =>
			modelOf(
				'loft-table',
				set('design.stands.0.manifold', manifold),
				set('design.stands.0.rowTubeId', 'feed-4')
			).path.result.uniformity.minLph;
		expect(least('ring')).to.be.above(least('comb'));
	});
	it('pots on the tank’s own lid stand on it and drain straight down', () => {
		const { tank, containers, returns } = layoutOf('mixed-loop');
		const pots = containers.filter((c) => c.standId === 'table');
		for (const pot of pots) expect(pot.zM).to.be.closeTo(tank.floorM + tank.heightM + 0.018, 1e-9);
		expect(returns.filter((r) => r.way === 'drop')).to.have.length(pots.length);
	});
	it('a single bucket has its pot on the tank, and its arms over the medium', () => {
		const { tank, containers, outlets } = layoutOf('single-bucket');
		const [pot] = containers;
		expect(pot!.zM).to.be.closeTo(tank.floorM + tank.heightM, 1e-9);
		for (const e of outlets) expect(e.zM).to.be.above(pot!.zM + pot!.fillMm / 1000);
	});
	it('pots round a control pot hold water as deep as the float keeps it', () => {
		const model = modelOf('control-pot-ring');
		const level = model.operation.fillL;
		const depth = model.tank.result.heightsMm[model.tank.input.litres.indexOf(level)]!;
		for (const pot of model.layout.containers) expect(pot.poolMm).to.be.closeTo(depth, 1e-6);
	});
	it('rows outdoors stand on blocks, the tank in the ground', () => {
		const { solids, tank, containers } = layoutOf('outdoor-bucket-rows');
		expect(tank.floorM).to.be.below(0);
		expect(solids.filter((s) => s.role === 'leg')).to.have.length(
			new Set(containers.map((c) => c.column)).size
		);
	});
});

describe('valves', () => {
	it('let water in by the tank’s own height, and no timer is asked', () => {
		const model = modelOf('away-bench');
		expect(model.curve).to.equal(null);
		expect(model.feed).to.equal(null);
		expect(timedSites(model).size).to.equal(0);
		expect(model.path.result.uniformity.dry).to.equal(0);
	});
	it('keep their depth whatever the tank, and fill slower from a lower one', () => {
		const fill = (floorMm: number) =>
			modelOf('away-bench', set('design.tank.floorMm', floorMm)).levels[0]!.filled!.result;
		expect(fill(400).totalL).to.be.closeTo(fill(900).totalL, 1e-9);
		expect(fill(400).fillMinutes).to.be.above(fill(900).fillMinutes);
	});
	it('one shared valve gives every pot the same share, by a hose under water', () => {
		const { outlets, returns } = layoutOf('valve-pots');
		expect(outlets).to.have.length(1);
		expect(new Set(outlets[0]!.shares.map(([, share]) => share)).size).to.equal(1);
		expect(returns.map((r) => r.way)).to.deep.equal(['level']);
	});
	it('pots in a tray are drawn in it, and the tray holds them all', () => {
		for (const tray of layoutOf('away-bench').containers) {
			expect(tray.inner).to.have.length(2);
			expect(tray.siteIds).to.have.length(2);
		}
	});
});

describe('the drawing of any kind', () => {
	const size = [834, 580] as const;
	for (const name of [
		'kitchen-columns',
		'loft-table',
		'away-bench',
		'yard-channels',
		'mixed-loop',
		'wall-pockets',
		'bucket-stack',
		'single-bucket'
	])
		it(`${name} lies within its board, heights and lengths at one scale`, () => {
			const layout = layoutOf(name);
			const frame = frameOf(layout, ...size, true);
			const { from, to } = layout.extent;
			expect(frame.x(from.xM)).to.be.at.least(30);
			expect(frame.x(to.xM)).to.be.at.most(size[0]);
			expect(frame.x(to.xM) - frame.x(from.xM)).to.be.closeTo(
				(to.xM - from.xM) * frame.scale,
				1e-6
			);
			expect(frame.z(0) - frame.z(to.zM)).to.be.closeTo(to.zM * frame.scale, 1e-6);
			expect(frame.planX(to.xM) - frame.planX(from.xM)).to.be.closeTo(
				(to.xM - from.xM) * frame.planScale,
				1e-6
			);
			if (isTall(layout)) expect(frame.head).to.equal(null);
			if (frame.plan && frame.bars && frame.bars.left === null)
				expect(frame.plan.beside || frame.plan.top >= frame.bars.bottom).to.equal(true);
		});
	it('shows one row of what stands in rows, and all sides of a tower, the far ones behind', () => {
		const table = shownOf(modelOf('loft-table'), null);
		expect(table.containers.map((c) => c.label)).to.deep.equal(['A1', 'A2', 'A3']);
		expect(shownOf(modelOf('loft-table'), 'table.C2').containers[0]!.label).to.equal('C1');
		const columns = shownOf(modelOf('kitchen-columns'), null);
		expect(columns.containers).to.have.length(2);
		expect(columns.behind.size).to.be.within(20, 32);
	});
	it('bars that share a column stand beside one another', () => {
		expect(columnsOf(barsOf(modelOf('loft-table')).bars)).to.deep.equal([
			0, 0, 0, 1, 1, 1, 2, 2, 2
		]);
		expect(columnsOf(barsOf(modelOf('yard-channels')).bars)).to.deep.equal([0, 0, 0, 0, 0, 0]);
	});
	it('a site of many is told by itself, its tower by all of them', () => {
		const model = modelOf('kitchen-columns');
		expect(selectedLine(model, 'columns/1/1/1')!.words).to.match(/^mint, growing: [\d.]+ L\/h of/);
		expect(selectedLine(model, 'columns.A')!.words).to.match(/^8 × mint, growing and 8 × pak choi/);
		expect(selectedLine(model, 'columns.lid')).to.equal(null);
	});
	it('two designs differ by what a grower would name', () => {
		const { parts } = modelOf('loft-table');
		const other = modelOf(
			'loft-table',
			set('design.stands.0.pitchMm', 400),
			set('design.source.partId', 'pump-1500')
		).parts;
		expect(differing(parts, other, METRIC)).to.deep.equal([
			{ name: 'Pump', mine: '15 W pump, 1.6 m / 900 L/h', theirs: '25 W pump, 2.4 m / 1500 L/h' },
			{ name: 'Pot spacing', mine: '360 mm', theirs: '400 mm' }
		]);
		const kinds = differing(parts, modelOf('away-bench').parts, METRIC);
		expect(kinds[0]).to.deep.equal({
			name: 'Kind',
			mine: 'Pots on a tank',
			theirs: 'Trays with valves'
		});
	});
});
