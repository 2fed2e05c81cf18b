import {
	faceAfter,
	standPath,
	type Area,
	type Change,
	type Design,
	type Face,
	type Placement
} from '../design';
import { grounds } from './passes/extent';
import { isPlaced } from './placed';
import { doorGround, obstacleGround } from './passes/set-down';
import type { Ground } from './types';
import type { Layout } from './types';

type Placed = Pick<Design, 'stands' | 'tank' | 'lamps'>;

const round = (m: number): number => Math.round(m * 1000) / 1000;
const placementAt = ({ x0, y0 }: Ground, faces: Face): Placement => ({
	xM: round(x0),
	yM: round(y0),
	faces
});

/** Where a stand stands now, be it put there or not. */
export function placementOf(layout: Layout, standId: string): Placement {
	const { ground, turns } = layout.stands.find(({ id }) => id === standId)!;
	return placementAt(ground, faceAfter('front', turns));
}

/** Lamps hung over a system that stood anywhere are hung over the area once it stands somewhere. */
export function lampsStay({ stands, tank, lamps }: Placed, layout: Layout): Change[] {
	if (lamps.length === 0 || isPlaced({ stands, tank })) return [];
	const { xM, yM } = layout.origin;
	const hung = lamps.map((lamp) => ({ ...lamp, xM: round(lamp.xM + xM), yM: round(lamp.yM + yM) }));
	return [{ path: 'design.lamps', value: hung }];
}

/** A stand put somewhere; the first takes the tank along that was not put anywhere itself. */
export const putStand = (
	design: Placed,
	layout: Layout,
	standId: string,
	at: Placement
): Change[] => [
	{ path: standPath({ id: standId }, 'at'), value: { ...at, xM: round(at.xM), yM: round(at.yM) } },
	...lampsStay(design, layout)
];

/** The tank put somewhere by itself; every stand stays where it is. */
export const putTank = (design: Placed, layout: Layout, at: Placement): Change[] => [
	{ path: 'design.tank.at', value: { ...at, xM: round(at.xM), yM: round(at.yM) } },
	...design.stands.flatMap((stand): Change[] =>
		stand.at === null
			? [{ path: standPath(stand, 'at'), value: placementOf(layout, stand.id) }]
			: []
	),
	...lampsStay(design, layout)
];

/** The reserve put somewhere. */
export const putReserve = (at: Placement): Change[] => [
	{ path: 'design.reserve.at', value: { ...at, xM: round(at.xM), yM: round(at.yM) } }
];

/** A stand turned by a quarter to the left about its middle. */
export function turned(ground: Ground, at: Placement): Placement {
	const [wide, deep] = [ground.x1 - ground.x0, ground.y1 - ground.y0];
	return {
		xM: round((ground.x0 + ground.x1 - deep) / 2),
		yM: round((ground.y0 + ground.y1 - wide) / 2),
		faces: faceAfter(at.faces, 1)
	};
}

const clear = (a: Ground, b: Ground, gap: number): boolean =>
	a.x1 + gap <= b.x0 + 1e-6 ||
	a.x0 - gap >= b.x1 - 1e-6 ||
	a.y1 + gap <= b.y0 + 1e-6 ||
	a.y0 - gap >= b.y1 - 1e-6;

/** Kept between one stand and the next where there is room for it, m. */
const BETWEEN_M = [0.5, 0.05, 0];

/**
 * The free ground in an area nearest to some spot: against a wall or beside what stands there, with room to walk
 * between where there is any; null where nothing is free.
 */
export function freeGround(
	layout: Pick<Layout, 'tank' | 'stands' | 'reserve'>,
	area: Pick<Area, 'lengthM' | 'widthM' | 'obstacles' | 'doors'>,
	size: { wide: number; deep: number },
	near: { xM: number; yM: number },
	except: readonly string[] = [],
	gaps: readonly number[] = BETWEEN_M
): { xM: number; yM: number } | null {
	const taken = [
		...grounds(layout)
			.filter(({ id }) => !except.includes(id))
			.map(({ ground }) => ground),
		...area.obstacles.map(obstacleGround),
		...area.doors.map((door) => doorGround(area, door))
	];
	for (const gap of gaps) {
		const found = nearestFree(taken, area, size, near, gap);
		if (found) return found;
	}
	return null;
}

function nearestFree(
	taken: readonly Ground[],
	{ lengthM, widthM }: Pick<Area, 'lengthM' | 'widthM'>,
	{ wide, deep }: { wide: number; deep: number },
	near: { xM: number; yM: number },
	gap: number
): { xM: number; yM: number } | null {
	const within = (room: number, size: number) => (m: number) =>
		m >= -1e-6 && m + size <= room + 1e-6;
	const xs = taken.flatMap((t) => [t.x0 - wide - gap, t.x1 + gap]);
	const ys = taken.flatMap((t) => [t.y0 - deep - gap, t.y1 + gap]);
	let best: { xM: number; yM: number } | null = null;
	let nearest = Infinity;
	for (const xM of [near.xM, 0, lengthM - wide, ...xs].filter(within(lengthM, wide)))
		for (const yM of [near.yM, 0, widthM - deep, ...ys].filter(within(widthM, deep))) {
			const away = Math.abs(xM - near.xM) + Math.abs(yM - near.yM);
			const mine = { x0: xM, x1: xM + wide, y0: yM, y1: yM + deep };
			if (away >= nearest || !taken.every((t) => clear(mine, t, gap))) continue;
			nearest = away;
			best = { xM: round(Math.max(0, xM)), yM: round(Math.max(0, yM)) };
		}
	return best;
}
