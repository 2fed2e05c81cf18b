import { expect } from 'chai';
import { readdirSync } from 'node:fs';
import { boxOf } from '../../src/lib/core/layout';
import { barsOf, columnsOf } from '../../src/lib/ui/drawing/bars';
import { darkOf } from '../../src/lib/ui/drawing/dark';
import { polygon } from '$lib/core/picture';
import { frameOf, isTall, type Frame } from '../../src/lib/ui/drawing/frame';
import { leavesOf } from '../../src/lib/core/picture/plant-shape';
import { dryOf, shownOf } from '../../src/lib/core/picture/shown';
import { selectedLine } from '../../src/lib/ui/inspector/selected-line';
import { templatesOf } from '../../src/lib/core/construction';
import { modelOf, set } from './example';

const NAMES = readdirSync(new URL('../../examples/', import.meta.url)).map((name) =>
	name.replace('.json', '')
);
const BOARDS = [
	[1600, 900],
	[852, 590],
	[700, 560],
	[390, 480],
	[340, 420]
] as const;

/** The same metre everywhere in a view, up as along: a drawing to scale. */
function toScale(frame: Frame): void {
	const along = frame.x(2) - frame.x(1);
	expect(along).to.be.closeTo(frame.scale, 1e-9);
	expect(frame.z(0) - frame.z(1)).to.be.closeTo(along, 1e-9);
	const above = frame.planX(2) - frame.planX(1);
	expect(above).to.be.closeTo(frame.planScale, 1e-9);
	expect(frame.y(0) - frame.y(1)).to.be.closeTo(above, 1e-9);
}

describe('the drawing on a board', () => {
	for (const name of NAMES) {
		const { layout } = modelOf(name);

		it(`${name}: is to scale, and all of it is on the board`, () => {
			for (const [width, height] of BOARDS)
				for (const below of [true, false]) {
					const frame = frameOf(layout, width, height, below);
					const where = `${width} × ${height}`;
					toScale(frame);
					for (const { front } of layout.containers) {
						const box = boxOf(front);
						expect(frame.x(box.x0), where).to.be.at.least(0);
						expect(frame.x(box.x1), where).to.be.at.most(Math.max(width, frame.right + 30));
						expect(frame.z(box.z1), where).to.be.at.least(0);
					}
					if (!below) {
						expect(frame.plan).to.equal(null);
						expect(frame.bars).to.equal(null);
						continue;
					}
					const { plan } = frame;
					for (const { above, radiusM, xM, yM } of layout.containers) {
						const corners = radiusM === null ? above : [[xM, yM] as const];
						for (const [x, y] of corners) {
							expect(frame.planX(x), where).to.be.at.least(plan!.left - 40);
							expect(frame.y(y), where).to.be.within(plan!.top - 1, plan!.bottom + 1);
						}
					}
				}
		});

		it(`${name}: nothing in it lies over something else`, () => {
			for (const [width, height] of BOARDS) {
				const { plan, bars, head, beside, right, z, small } = frameOf(layout, width, height, true);
				const floor = z(0);
				if (head) expect(head.bottom).to.be.below(z(layout.extent.to.zM));
				if (bars && bars.left === null) expect(bars.top).to.be.above(floor);
				if (plan && !plan.beside) expect(plan.top).to.be.above(floor);
				if (plan && bars && !plan.beside && bars.left === null)
					expect(plan.top).to.be.above(bars.bottom + 13);
				if (plan?.beside && bars?.left != null) expect(bars.top).to.be.above(plan.bottom);
				if (beside) expect(beside.left).to.be.above(right);
				if (small) expect(beside).to.equal(null);
			}
		});
	}

	it('what is taller than long is drawn with the rest beside it', () => {
		const tall = NAMES.filter((name) => isTall(modelOf(name).layout));
		expect(tall).to.include.members(['kitchen-columns', 'pot-stack', 'bucket-stack']);
		for (const name of ['lean-to-rail', 'slab-gutter', 'away-bench'])
			expect(tall).to.not.include(name);
	});

	it('on a larger board it is drawn larger, never smaller', () => {
		for (const name of NAMES) {
			const { layout } = modelOf(name);
			const scales = [400, 800, 1600, 3200].map((w) => frameOf(layout, w, w * 0.7, false).scale);
			expect(
				[...scales].sort((a, b) => a - b),
				name
			).to.deep.equal(scales);
		}
	});

	it('a plant over a low bucket is drawn to where it is cut, not cut at the rim', () => {
		const { layout } = modelOf('single-bucket');
		const [site] = layout.sites;
		expect(frameOf(layout, 850, 590, true).topM).to.be.at.least(site!.zM + 0.4);
	});

	it('points go to a polygon as pairs', () => {
		expect(
			polygon([
				[1, 2],
				[3.456, 7]
			])
		).to.equal('1.0,2.0 3.5,7.0');
	});
});

describe('what is shown', () => {
	for (const name of NAMES)
		it(`${name}: a bar for each container, a line of words for each thing`, () => {
			const model = modelOf(name);
			const { kind, bars } = barsOf(model);
			expect(bars.map((bar) => bar.container.id)).to.deep.equal(
				model.layout.containers.map((c) => c.id)
			);
			expect(
				new Set(bars.map((bar, i) => `${bar.container.xM} ${columnsOf(bars)[i]}`)).size
			).to.equal(bars.length);
			expect(kind).to.equal(model.feed ? 'flow' : 'depth');
			const things = [
				'tank',
				...(model.design.source.kind === 'pump' ? ['pump'] : []),
				...model.layout.containers.map((c) => c.id),
				...model.layout.sites.map((s) => s.id),
				...model.layout.runs.map((r) => r.id),
				...model.layout.returns.map((r) => r.id)
			];
			for (const id of things) {
				const line = selectedLine(model, id);
				expect(line, id).to.not.equal(null);
				expect(line!.words, id).to.match(/\.$/);
				expect(`${line!.name} ${line!.words}`, id).to.not.match(/undefined|NaN|null|\[object/);
			}
			expect(selectedLine(model, 'nothing of that name')).to.equal(null);
			expect(selectedLine(model, null)).to.equal(null);
		});

	it('where valves keep the water, bars say how deep it stands; a pot too high is dry', () => {
		const { kind, bars } = barsOf(modelOf('valve-pots'));
		expect(kind).to.equal('depth');
		expect(
			bars.filter((bar) => bar.state === 'dry').map((bar) => bar.container.label)
		).to.deep.equal(['A4']);
		expect(
			bars.filter((bar) => bar.state === 'fine').every((bar) => bar.value === bar.need)
		).to.equal(true);
	});

	it('leaning, a tray’s bar is short where a corner falls dry', () => {
		const states = (lean: number) =>
			barsOf(modelOf('away-bench', set('design.stands.0.leanMmPerM', lean))).bars.map(
				(bar) => bar.state
			);
		expect(new Set(states(0))).to.deep.equal(new Set(['fine']));
		expect(new Set(states(90))).to.deep.equal(new Set(['short']));
	});

	it('the row in front is shown, or the one that holds what is selected', () => {
		const model = modelOf('loft-table');
		const rows = (id: string | null) => [
			...new Set(shownOf(model, id).containers.map((c) => c.label[0]))
		];
		expect(rows(null)).to.deep.equal(['A']);
		expect(rows('table.C2')).to.deep.equal(['C']);
		expect(rows('main')).to.deep.equal(['A']);
	});

	it('what grows on the far side of a tower is behind it', () => {
		const shown = shownOf(modelOf('kitchen-columns'), null);
		expect(shown.sides).to.equal(true);
		for (const site of shown.sites) {
			const away = Math.abs(((site.facingDeg! + 180) % 360) - 180) > 90.6;
			expect(shown.behind.has(site.id), site.label).to.equal(away);
		}
	});

	it('dry is what gets nothing, container and site alike', () => {
		const model = modelOf('lean-to-rail', set('operation.shutValves', ['rail/v-1']));
		const dry = dryOf(model);
		for (const site of model.layout.sites) expect(dry.has(site.id)).to.equal(site.row === 0);
		for (const c of model.layout.containers) expect(dry.has(c.id)).to.equal(c.row === 0);
	});

	it('shade is marked once a tower, and not where there is next to none', () => {
		const model = modelOf('tower-bank');
		const dark = darkOf(model.layout, model.shade!);
		expect(dark.length).to.be.at.most(model.layout.containers.length);
		for (const { lost } of dark) expect(lost).to.be.within(0.02, 1);
		expect(modelOf('loft-table').shade).to.equal(null);
	});

	it('leaves stay about their plant, whatever its habit', () => {
		for (const habit of ['climber', 'bush', 'trailing', 'rosette'] as const)
			for (const seed of [0, 3, 11]) {
				const leaves = leavesOf(habit, 80, 120, seed);
				expect(leaves.length).to.be.above(1);
				for (const { cx, cy, rx, ry } of leaves) {
					expect(Math.abs(cx)).to.be.at.most(50);
					expect(cy).to.be.within(-40, 130);
					expect(Math.min(rx, ry)).to.be.above(0);
				}
			}
	});
});

describe('templates', () => {
	for (const name of NAMES)
		it(`${name}: every hole lies on its sheet, none in another`, () => {
			for (const { id, widthMm, heightMm, holes, outlines } of templatesOf(modelOf(name))) {
				expect(outlines.length, id).to.be.above(0);
				for (const outline of outlines) {
					const reach = outline.kind === 'circle' ? outline.radiusMm : 0;
					expect(outline.xMm - reach, id).to.be.within(0, widthMm);
					expect(outline.yMm - reach, id).to.be.within(0, heightMm);
				}
				holes.forEach((hole, i) => {
					expect(hole.xMm, id).to.be.within(0, widthMm);
					expect(hole.yMm, id).to.be.within(0, heightMm);
					for (const other of holes.slice(0, i)) {
						const apart = Math.hypot(hole.xMm - other.xMm, hole.yMm - other.yMm);
						const touching = (hole.diameterMm + other.diameterMm) / 2;
						expect(apart, `${id} ${hole.label}`).to.be.at.least(touching - 1e-6);
					}
				});
			}
		});

	it('the lid of a tank shows each foot, what is drilled in it, and a hatch if there is one', () => {
		const lid = (hatch: boolean) =>
			templatesOf(modelOf('kitchen-columns', set('design.tank.hatch', hatch))).find(
				({ id }) => id === 'design.tank.lid'
			)!;
		expect(lid(false).holes.filter((h) => h.label.startsWith('under the pipe'))).to.have.length(2);
		expect(lid(false).holes.filter((h) => h.label === 'cord')).to.have.length(1);
		expect(lid(true).outlines.length).to.equal(lid(false).outlines.length + 1);
		expect(lid(false).widthMm).to.be.closeTo(868, 1);
	});
});
