import { expect } from 'chai';
import {
	boxOf,
	lengthOf,
	nearest,
	NEXT_SIDE,
	seenFrom,
	type Layout
} from '../../src/lib/core/layout';
import { EXAMPLES, modelOf } from './example';

const SIDES = ['right', 'back', 'left'] as const;

/** Everything drawn of a layout, as corners across and up. */
const fronts = (layout: Layout) => [
	...layout.containers.map(({ front }) => front),
	...layout.solids.filter(({ standId }) => standId !== null).map(({ front }) => front)
];

describe('a layout seen from another side', () => {
	for (const name of EXAMPLES) {
		const { layout } = modelOf(name);
		it(`${name}: keeps every length and height, and stays on the ground it takes`, () => {
			expect(seenFrom(layout, 'front')).to.equal(layout);
			for (const side of SIDES) {
				const seen = seenFrom(layout, side);
				layout.runs.forEach((run, i) => {
					const { points } = seen.runs[i]!;
					expect(lengthOf(points)).to.be.closeTo(lengthOf(run.points), 1e-9);
					expect(points.map(({ zM }) => zM)).to.deep.equal(run.points.map(({ zM }) => zM));
				});
				const sideways = side !== 'back';
				const [was, now] = [layout.drawn, seen.drawn];
				expect(now.to.xM - now.from.xM).to.be.closeTo(
					sideways ? was.to.yM - was.from.yM : was.to.xM - was.from.xM,
					1e-9
				);
				fronts(layout).forEach((front, i) => {
					const mine = fronts(seen)[i]!;
					if (front.length === 0) return;
					const [old, made] = [boxOf(front), boxOf(mine)];
					expect(made.z1).to.be.closeTo(old.z1, 1e-9);
					expect(made.z0).to.be.closeTo(old.z0, 1e-9);
					if (!sideways) expect(made.x1 - made.x0).to.be.closeTo(old.x1 - old.x0, 1e-9);
				});
			}
		});

		it(`${name}: what is at the right comes to the front from there, and round it all comes back`, () => {
			const right = seenFrom(layout, 'right');
			const turn = ({ xM, yM }: { xM: number; yM: number }) => [
				yM - layout.drawn.from.yM,
				layout.drawn.to.xM - xM
			];
			layout.sites.forEach((site, i) => {
				const { xM, yM } = right.sites[i]!;
				const [x, y] = turn(site);
				expect(xM - right.drawn.from.xM).to.be.closeTo(x!, 1e-9);
				expect(yM - right.drawn.from.yM).to.be.closeTo(y!, 1e-9);
			});
			let side: keyof typeof NEXT_SIDE = 'front';
			for (let i = 0; i < 4; i++) side = NEXT_SIDE[side];
			expect(side).to.equal('front');
			const shown = nearest(right.containers, right.sites);
			expect(shown.containers.length).to.be.within(1, layout.containers.length);
		});
	}

	it('a channel that leans back is drawn leaning from the side, and its plants along it', () => {
		const { layout } = modelOf('yard-channels');
		for (const side of ['right', 'left'] as const) {
			const seen = seenFrom(layout, side);
			for (const channel of seen.containers) {
				const { x0, x1, z0, z1 } = boxOf(channel.front);
				const at = (z: number) => {
					const share = (z - z0) / (z1 - z0);
					return side === 'right' ? x0 + share * (x1 - x0) : x1 - share * (x1 - x0);
				};
				for (const site of seen.sites.filter(({ containerId }) => containerId === channel.id))
					expect(Math.abs(site.xM - at(site.zM)), `${side} ${site.label}`).to.be.below(0.1);
			}
		}
	});
});
