import { doorGround, isPlaced, type Ground, type Point } from '../../layout';
import { lowerFirst, names } from '../../quantity';
import type { Rule, Said } from '../finding';
import { say } from '../sentence';

/** One walks under what hangs higher, m. */
const HEAD_M = 2;
/** What lies lower is stepped over, m. */
const STEP_M = 0.1;

/** How high a line is where it crosses some ground, m; null: it does not. */
function crossesAt(points: readonly Point[], { x0, x1, y0, y1 }: Ground): number | null {
	let lowest: number | null = null;
	for (const [i, to] of points.entries()) {
		const from = points[i - 1];
		if (!from) continue;
		const inside =
			Math.max(from.xM, to.xM) > x0 &&
			Math.min(from.xM, to.xM) < x1 &&
			Math.max(from.yM, to.yM) > y0 &&
			Math.min(from.yM, to.yM) < y1;
		if (inside) lowest = Math.min(lowest ?? Infinity, from.zM, to.zM);
	}
	return lowest;
}

/** Hoses to trip over and pipes to walk into, where one comes in by a door. */
export const doorways: Rule = (model) => {
	if (!isPlaced(model.design)) return [];
	const { runs, returns } = model.layout;
	const lines = [
		...runs.filter(({ role }) => role === 'main'),
		...returns.filter(({ way }) => way === 'fall' || way === 'waste')
	];
	return model.area.doors.flatMap((door): Said[] => {
		const swept = doorGround(model.area, door);
		const across = lines.flatMap(({ id, name, points }) => {
			const zM = crossesAt(points, swept);
			return zM === null || zM >= HEAD_M ? [] : [{ id, name, zM }];
		});
		const [first] = across;
		if (!first) return [];
		const low = across.every(({ zM }) => zM < STEP_M);
		const highest = Math.max(...across.map(({ zM }) => zM));
		return [
			{
				code: 'line-in-doorway',
				step: 'place',
				severity: 'caution',
				subject: first.id,
				message: `Where one comes in by ${lowerFirst(door.name)} ${names(across.map(({ name }) => name))} ${across.length > 1 ? 'lie' : 'lies'} across: ${low ? 'somebody trips over it. Lay it under a ramp, or put the tank on the other side' : `at ${say(highest, 'span')} one walks into it. Put the tank or the stand on the other side`}.`,
				acknowledge: 'It is out of the way',
				fixes: () => []
			}
		];
	});
};
