import type { Area } from '$lib/core/design';
import type { Ground } from '$lib/core/layout';

/** Nearer than this to a wall or to the edge of something else, what is moved goes to it, m. */
const SNAP_M = 0.06;
/** Else it goes by this, m. */
export const GRID_M = 0.05;

/** How far one edge of what is moved is to go to meet another, where one is near. */
function pull(edges: readonly number[], lines: readonly number[]): number | null {
	let best: number | null = null;
	for (const edge of edges)
		for (const line of lines)
			if (Math.abs(line - edge) < Math.abs(best ?? SNAP_M)) best = line - edge;
	return best;
}

/** Where something of a size comes to stand that is let go of at a spot: at a wall, in line with another, or by the grid. */
export function snapped(
	to: { xM: number; yM: number },
	size: { wide: number; deep: number },
	area: Pick<Area, 'lengthM' | 'widthM'>,
	others: readonly Ground[]
): { xM: number; yM: number } {
	const one = (at: number, long: number, room: number, low: 'x0' | 'y0', high: 'x1' | 'y1') => {
		const grid = Math.round(at / GRID_M) * GRID_M;
		const lines = [0, room, ...others.flatMap((ground) => [ground[low], ground[high]])];
		const by = pull([at, at + long], lines);
		return Math.round((by === null ? grid : at + by) * 1000) / 1000;
	};
	return {
		xM: one(to.xM, size.wide, area.lengthM, 'x0', 'x1'),
		yM: one(to.yM, size.deep, area.widthM, 'y0', 'y1')
	};
}

/** What is free on each side of something, up to the walls. */
export const gaps = (
	{ x0, x1, y0, y1 }: Ground,
	{ lengthM, widthM }: Pick<Area, 'lengthM' | 'widthM'>
) => ({ left: x0, right: lengthM - x1, front: y0, back: widthM - y1 });

/** A nudge by an arrow key, m. */
export function nudged(key: string, far: boolean): { dx: number; dy: number } | null {
	const by = far ? 10 * GRID_M : GRID_M;
	const ways: Record<string, [number, number]> = {
		ArrowLeft: [-by, 0],
		ArrowRight: [by, 0],
		ArrowUp: [0, by],
		ArrowDown: [0, -by]
	};
	const way = ways[key];
	return way ? { dx: way[0], dy: way[1] } : null;
}
