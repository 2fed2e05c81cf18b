import { expect } from 'chai';
import type { Change } from '../../src/lib/core/design';
import { boxOf, hatchIn, type Layout } from '../../src/lib/core/layout';
import { spotOf, spotsFor, tankTo } from '../../src/lib/core/design';
import type { SystemModel } from '../../src/lib/core/model';
import { EXAMPLES, modelOf, set } from './example';

const rad = (deg: number) => (deg * Math.PI) / 180;
type At = [label: string, xM: number, yM: number, zM: number];
interface Placed {
	name: string;
	by?: Change[];
	/** Worked out with a rule from the drawing of the system, not with the layout's code. */
	at: (of: { x: number; y: number }) => At[];
}

/** Where the first stand begins, beside its tank or over it. */
const TABLE: Placed[] = [
	{
		// six buckets 400 mm apart from 180 mm in, rows 400 mm apart, blocks of 190 mm rising 1.5 %
		name: 'outdoor-bucket-rows',
		at: ({ x, y }) =>
			[0, 1, 5].flatMap((i): At[] => [
				[`A${i + 1}`, x + 0.18 + 0.4 * i, y, 0.4127 + 0.006 * i],
				[`B${i + 1}`, x + 0.18 + 0.4 * i, y + 0.4, 0.4127 + 0.006 * i]
			])
	},
	{
		// slabs of a metre with three plants each, on a gutter that rises 1.5 %, 75 mm over it
		name: 'slab-gutter',
		at: ({ x, y }) =>
			[0, 1, 2, 3].map((i): At => {
				const along = 0.52 + 1.02 * Math.floor(i / 3) + ((i % 3) - 1) / 3;
				const label = `A${Math.floor(i / 3) + 1}${'abc'[i % 3]}`;
				return [label, x + along, y, 0.52 + 0.075 + 0.015 * along];
			})
	},
	{
		// pots of 600 mm trays stand a quarter of the tray either side of its middle
		name: 'away-bench',
		at: ({ x, y }) =>
			[0, 4].flatMap((i): At[] => [
				[`A${i + 1}a`, x + 0.31 + 0.64 * i - 0.15, y, 0.27],
				[`A${i + 1}b`, x + 0.31 + 0.64 * i + 0.15, y, 0.27]
			])
	},
	{
		// raked by 20°: up the channel is up and back
		name: 'yard-channels',
		at: ({ x, y }) =>
			[0, 2, 4].map((k): At => {
				const up = 0.06 + 0.22 * k;
				const back = up * Math.sin(rad(20)) - 0.06 * Math.sin(rad(20));
				return [`C${k + 1}`, x + 0.6, y + back, 0.45 + up * Math.cos(rad(20))];
			})
	},
	{
		// upright, they go straight up
		name: 'yard-channels',
		by: [set('design.stands.0.hung', 'vertical')],
		at: ({ x, y }) => [0, 1, 4].map((k): At => [`B${k + 1}`, x + 0.3, y, 0.45 + 0.06 + 0.22 * k])
	},
	{
		// three pockets to a panel of 480 mm, at a little over half its height
		name: 'wall-pockets',
		at: ({ x, y }) =>
			[0, 1, 2, 3].flatMap((tier): At[] => [
				[`A${tier + 1}a`, x, y, 0.55 + 0.24 * (tier + 0.55)],
				[`B${tier + 1}c`, x + 0.48 + 0.32, y, 0.55 + 0.24 * (tier + 0.55)]
			])
	},
	{
		// four a ring round 110 mm pipe, every second ring turned by 45°
		name: 'kitchen-columns',
		at: ({ x, y }) => {
			const middle = y + 0.055;
			return [
				['A1a', x, middle - 0.055, 0.33],
				['A1b', x + 0.055, middle, 0.33],
				['A1c', x, middle + 0.055, 0.33],
				['A2a', x + 0.055 * Math.sin(rad(45)), middle - 0.055 * Math.cos(rad(45)), 0.33 + 0.185],
				[
					'A8d',
					x + 0.055 * Math.sin(rad(315)),
					middle - 0.055 * Math.cos(rad(315)),
					0.33 + 7 * 0.185
				],
				['B3a', x + 0.54, middle - 0.055, 0.33 + 2 * 0.185]
			];
		}
	}
];

describe('where plants stand', () => {
	for (const { name, by = [], at } of TABLE)
		it(`${name}${by.length > 0 ? ', changed' : ''}: as a tape says`, () => {
			const { sites } = modelOf(name, ...by).layout;
			const found = new Map(sites.map((site) => [site.label, site]));
			// the first site is where measuring starts; distances from it are what is checked
			const probe = at({ x: 0, y: 0 });
			const [first, x0, y0] = probe[0]!;
			const origin = found.get(first)!;
			for (const [label, xM, yM, zM] of at({ x: origin.xM - x0, y: origin.yM - y0 })) {
				const site = found.get(label)!;
				expect(site, label).to.not.equal(undefined);
				expect(site.xM, `${label} along`).to.be.closeTo(xM, 5e-4);
				expect(site.yM, `${label} back`).to.be.closeTo(yM, 5e-4);
				expect(site.zM, `${label} up`).to.be.closeTo(zM, 5e-4);
			}
		});

	it('the lowest end of a bench stands at its height, beside its tank or over it', () => {
		for (const [spot, clear] of [
			['beside', 0.08],
			['under', -1]
		] as const) {
			const { layout } = modelOf('lean-to-rail', set('design.tank.spot', spot));
			const left = Math.min(...layout.containers.map((c) => boxOf(c.front).x0));
			const tankRight = layout.tank.xM + layout.tank.lengthM;
			if (spot === 'beside') expect(left).to.be.above(tankRight + clear - 1e-9);
			else expect(left).to.be.below(tankRight);
		}
	});
});

describe('where the tank stands', () => {
	it('every kind has a place for it, and a file cannot put it where it does not go', () => {
		for (const [name, asked, stands] of [
			['lean-to-rail', 'lid', 'beside'],
			['lean-to-rail', 'under', 'under'],
			['single-bucket', 'beside', 'inside'],
			['loft-table', 'inside', 'under'],
			['loft-table', 'lid', 'lid'],
			['kitchen-columns', 'beside', 'lid'],
			['tower-bank', 'lid', 'beside'],
			['away-bench', 'inside', 'beside']
		] as const) {
			const { design } = modelOf(name, set('design.tank.spot', asked));
			expect(spotOf(design), `${name}, ${asked}`).to.equal(stands);
			expect(spotsFor(design.stands[0]!)).to.include(stands);
		}
	});

	it('a bank of towers stands on bases, whatever a file says of its footing', () => {
		const { design, layout } = modelOf('tower-bank', set('design.stands.0.footing', 'lid'));
		expect(spotOf(design)).to.equal('beside');
		expect(tankTo(design, 'under')).to.deep.equal([set('design.tank.spot', 'under')]);
		const { tank, containers } = layout;
		for (const tower of containers)
			expect(tower.xM - tower.radiusM!).to.be.above(tank.xM + tank.lengthM);
	});

	it('a second stand of towers on the loop does not go on the same lid', () => {
		const one = modelOf('segment-tower');
		const [stand] = one.design.stands;
		const two = modelOf('segment-tower', set('design.stands', [stand, { ...stand, id: 'more' }]));
		const [first, second] = ['columns', 'more'].map((id) =>
			two.layout.containers.filter((c) => c.standId === id)
		);
		const right = Math.max(...first!.map((c) => c.xM + c.radiusM!));
		for (const tower of second!) expect(tower.xM - tower.radiusM!).to.be.above(right);
	});

	it('taken from under its towers it puts them on bases, and back up again', () => {
		const model = modelOf('kitchen-columns');
		const down = model.with(tankTo(model.design, 'beside'));
		expect(spotOf(down.design)).to.equal('beside');
		const clear = (c: SystemModel) =>
			Math.min(...c.layout.containers.map((t) => t.xM - t.radiusM!)) -
			(c.layout.tank.xM + c.layout.tank.lengthM);
		expect(clear(down)).to.be.above(0);
		expect(clear(model)).to.be.below(0);
		const up = down.with(tankTo(down.design, 'lid'));
		expect(up.layout.sites).to.deep.equal(model.layout.sites);
	});
});

describe('a hatch in the lid', () => {
	const free = ({ tank, containers }: Layout) => {
		const { xM, yM, sizeM } = tank.hatch!;
		const [x0, x1, y0, y1] = [xM - sizeM / 2, xM + sizeM / 2, yM - sizeM / 2, yM + sizeM / 2];
		expect(x0).to.be.at.least(tank.xM);
		expect(x1).to.be.at.most(tank.xM + tank.lengthM);
		expect(y0).to.be.at.least(tank.yM);
		expect(y1).to.be.at.most(tank.yM + tank.widthM);
		for (const c of containers)
			for (let i = 0; i < 48; i++) {
				const x = c.xM + c.radiusM! * Math.cos(rad(7.5 * i));
				const y = c.yM + c.radiusM! * Math.sin(rad(7.5 * i));
				expect(x > x0 && x < x1 && y > y0 && y < y1, c.id).to.equal(false);
			}
	};
	for (const name of ['kitchen-columns', 'branch-stack', 'segment-tower'])
		it(`${name}: lies in the lid, beside what stands on it`, () => free(modelOf(name).layout));

	it('keeps clear of towers wherever they are put, and says so where it cannot', () => {
		for (const pitchMm of [160, 240, 320, 400, 480, 560, 640]) {
			const { layout } = modelOf('kitchen-columns', set('design.stands.0.pitchMm', pitchMm));
			if (layout.tank.hatch) free(layout);
		}
		const full = modelOf('pot-stack').layout;
		expect(full.tank.hatch).to.equal(null);
	});

	it('is as large as there is room for', () => {
		const { tank, pump } = modelOf('kitchen-columns').layout;
		const size = (radiusM: number) => {
			const { xM, yM } = { xM: tank.xM + tank.lengthM / 2, yM: tank.yM + tank.widthM / 2 };
			const post = { xM, yM, radiusM } as Layout['containers'][number];
			return hatchIn({ tank, pump, containers: [post] })?.sizeM ?? 0;
		};
		const sizes = [0.05, 0.2, 0.26, 0.28, 0.32].map(size);
		expect(sizes[0]).to.equal(0.16);
		expect([...sizes].sort((a, b) => b - a)).to.deep.equal(sizes);
		expect(sizes.at(-1)).to.be.below(0.16);
	});
});

describe('names of what belongs to a row', () => {
	it('say the row as it is labelled, in the second stand as in the first', () => {
		for (const name of EXAMPLES) {
			const { layout } = modelOf(name);
			const labels = new Set(
				[...layout.containers, ...layout.sites, ...layout.outlets].map(({ label }) => label)
			);
			const rows = new Set([...labels].map((label) => /^[A-Z]+/.exec(label)?.[0]));
			for (const run of layout.runs)
				for (const [word] of run.name.matchAll(/\b[A-Z]{1,2}\d*\b/g))
					expect(
						/\d/.test(word) ? [...labels].some((label) => label.startsWith(word)) : rows.has(word),
						`${name}: ${run.name}`
					).to.equal(true);
			for (const outlet of layout.outlets) {
				const end = layout.runs.find(({ to, role }) => to === outlet.nodeId && role === 'stake');
				const said = end && /\b[A-Z]{1,2}\d+/.exec(end.name)?.[0];
				if (said)
					expect(
						outlet.label.startsWith(said),
						`${name}: ${end.name} ends in ${outlet.label}`
					).to.equal(true);
			}
		}
	});
});
