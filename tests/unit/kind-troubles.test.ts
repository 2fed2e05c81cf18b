import { expect } from 'chai';
import { chainOf, codes, set } from './example';
import { findingsOf } from '../../src/lib/core/review';
import type { Change } from '../../src/lib/core/design';

describe('what goes wrong, by kind', () => {
	const table: [what: string, example: string, changes: Change[], code: string][] = [
		[
			'a tower that leans so far that a side is dry',
			'segment-tower',
			[set('stands.0.leanMmPerM', 60)],
			'tower-line-dry'
		],
		[
			'holes that run into one another',
			'kitchen-columns',
			[set('stands.0.holeMm', 95)],
			'web-too-thin'
		],
		[
			'a pot too wide for its hole',
			'kitchen-columns',
			[set('stands.0.passMm', 70)],
			'hole-too-small'
		],
		[
			'towers wider than their lid',
			'kitchen-columns',
			[set('stands.0.towers', 4)],
			'cannot-be-built'
		],
		[
			'a pipe with no room for a ring',
			'kitchen-columns',
			[set('stands.0.topClearMm', 1700)],
			'cannot-be-built'
		],
		['a free stack in the wind', 'pot-stack', [], 'wind-tips'],
		[
			'fixings that hold too little',
			'wall-pockets',
			[set('stands.0.fixingsPerTier', 1), set('stands.0.tiers', 1), set('stands.0.pocketMl', 8000)],
			'fixings-overloaded'
		],
		[
			'a header without an air bleed',
			'yard-channels',
			[set('stands.0.airBleed', false)],
			'no-air-bleed'
		],
		[
			'trays as high as the tank',
			'away-bench',
			[set('stands.0.lowEndHeightMm', 900)],
			'tank-under-trays'
		],
		['a pot that stands too high', 'valve-pots', [], 'stands-too-high'],
		['a tray that leans', 'away-bench', [set('stands.0.leanMmPerM', 90)], 'tray-leans'],
		[
			'valves with nothing to keep roots out',
			'away-bench',
			[set('stands.0.rootDisc', false)],
			'no-rootdisc'
		],
		[
			'valves that are still shut',
			'away-bench',
			[set('stands.0.established', false)],
			'valve-shut'
		],
		[
			'a line end that is open',
			'control-pot-ring',
			[set('stands.0.capped', false)],
			'line-end-open'
		],
		[
			'a return line too thin for its pots',
			'control-pot-ring',
			[set('stands.0.returnTubeId', 'feed-4')],
			'pot-spills'
		],
		['drainage that goes to waste', 'slab-gutter', [], 'drains-to-waste'],
		['a plate in the water', 'single-bucket', [], 'plate-under-water'],
		['sites nobody reaches', 'tower-bank', [set('stands.0.pipeLengthMm', 2400)], 'sites-overhead']
	];
	for (const [what, name, changes, code] of table)
		it(`${what} is said`, () => {
			expect(codes(chainOf(name, ...changes))).to.include(code);
		});

	it('what is worked out for a ring of pots is balanced: it loses the same both ways', () => {
		const [ring] = chainOf('control-pot-ring').rings;
		const { segments, pots } = ring!;
		expect(pots).to.have.length(6);
		const signs = segments.map(
			(s, i) =>
				(pots[i] && pots[i].riseMm > (pots[i - 1]?.riseMm ?? 0) ? 1 : -1) * s.result.totalLossM
		);
		expect(signs.reduce((a, b) => a + b, 0)).to.be.closeTo(0, 1e-6);
		expect(Math.max(...pots.map((p) => p.riseMm))).to.be.above(0);
	});

	it('several stands on one loop are solved together, each with letters of its own', () => {
		const chain = chainOf('mixed-loop');
		expect(chain.layout.stands).to.have.length(3);
		const labels = chain.layout.containers.map((c) => c.label);
		expect(new Set(labels).size).to.equal(labels.length);
		const total = chain.layout.emissions.reduce(
			(q, e) => q + chain.path.outletLph.get(e.nodeId)!,
			0
		);
		expect(total).to.be.closeTo(chain.path.result.source.flowLph, 0.02);
	});

	it('a design with a stand it cannot hold still opens, and says what would do', () => {
		const chain = chainOf(
			'single-bucket',
			set('tank.shape', { kind: 'straight', areaCm2: 500, heightMm: 300 })
		);
		const found = findingsOf(chain).find((f) => f.code === 'cannot-be-built')!;
		expect(found.fixes[0]!.label).to.match(/^Bucket/);
	});
});
