import type { Side } from '../design';
import { boxOf, rect } from './outline';
import { Mover } from './passes/set-down';
import type { Container, Ground, Layout, ReserveLayout, Site } from './types';

/** Quarter turns to the left that bring a side to the front. */
const TURNS: Record<Side, number> = { front: 0, left: 1, back: 2, right: 3 };
/** The side one sees next, walking round it to the right. */
export const NEXT_SIDE: Record<Side, Side> = {
	front: 'right',
	right: 'back',
	back: 'left',
	left: 'front'
};

/**
 * A layout as somebody sees it who stands at another side: everything turned about the ground it takes, so that
 * this side is the front. Heights and lengths stay. From the front it is the very same layout.
 */
export function seenFrom(layout: Layout, side: Side): Layout {
	if (side === 'front') return layout;
	const { from, to } = layout.drawn;
	const ground = { x0: from.xM, x1: to.xM, y0: from.yM, y1: to.yM };
	const mover = new Mover({ ground, xM: from.xM, yM: from.yM, turns: TURNS[side] });
	const box = ({ from: a, to: b }: Layout['drawn']): Layout['drawn'] => {
		const { x0, x1, y0, y1 } = mover.ground({ x0: a.xM, x1: b.xM, y0: a.yM, y1: b.yM });
		return { from: { xM: x0, yM: y0, zM: a.zM }, to: { xM: x1, yM: y1, zM: b.zM } };
	};
	return {
		...layout,
		tank: mover.tank(layout.tank),
		pump: mover.point(layout.pump),
		nodes: layout.nodes.map(mover.point),
		outlets: layout.outlets.map(mover.point),
		runs: layout.runs.map(mover.run),
		returns: layout.returns.map(mover.run),
		containers: layout.containers.map((container) => mover.container(container)),
		sites: layout.sites.map((site) => mover.site(site)),
		solids: layout.solids.map(mover.solid),
		stands: layout.stands.map((stand) => ({ ...stand, ground: mover.ground(stand.ground) })),
		reserve: layout.reserve && reserveSeen(layout.reserve, mover),
		origin: mover.point(layout.origin),
		extent: box(layout.extent),
		drawn: box(layout.drawn)
	};
}

function reserveSeen(reserve: ReserveLayout, mover: Mover): ReserveLayout {
	const corners = ({ x0, x1, y0, y1 }: Ground) => rect(x0, x1, y0, y1);
	return {
		...reserve,
		ground: mover.ground(reserve.ground),
		vessels: reserve.vessels.map(({ ground, round, front, waterFront }) => {
			const now = mover.ground(ground);
			const view = (outline: typeof front) => mover.seen(outline, corners(ground), corners(now));
			return { ground: now, round, front: view(front), waterFront: view(waterFront) };
		}),
		solids: reserve.solids.map(mover.solid),
		hose: { ...reserve.hose, points: reserve.hose.points.map(mover.point) }
	};
}

/** Of things of one stand that stand behind one another, those in front. */
export function nearest(
	containers: readonly Container[],
	sites: readonly Site[]
): { containers: Container[]; sites: Site[] } {
	const near = [...containers].sort((a, b) => a.yM - b.yM);
	const kept = new Map<string, { x0: number; x1: number; z0: number; z1: number }[]>();
	const shown = new Set<string>();
	for (const container of near) {
		const box = boxOf(container.front);
		const mine = kept.get(container.standId) ?? [];
		kept.set(container.standId, mine);
		const x = (box.x0 + box.x1) / 2;
		const z = (box.z0 + box.z1) / 2;
		if (mine.some((b) => x > b.x0 && x < b.x1 && z > b.z0 && z < b.z1)) continue;
		mine.push(box);
		shown.add(container.id);
	}
	return {
		containers: containers.filter(({ id }) => shown.has(id)),
		sites: sites.filter(({ containerId }) => shown.has(containerId))
	};
}
