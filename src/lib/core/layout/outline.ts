import type { Corner, Point } from './types';

/** A slice of a round pot as it is seen from the front, between two heights over its base, mm. */
export function taperFront(
	at: Point,
	pot: { bottomDiameterMm: number; topDiameterMm: number; heightMm: number },
	fromMm = 0,
	toMm = pot.heightMm
): Corner[] {
	const { bottomDiameterMm: bottom, topDiameterMm: top, heightMm } = pot;
	const [low, high] = [at.zM + fromMm / 1000, at.zM + toMm / 1000];
	const below = (bottom + (top - bottom) * (fromMm / heightMm)) / 2000;
	const above = (bottom + (top - bottom) * (toMm / heightMm)) / 2000;
	return [
		[at.xM - below, low],
		[at.xM - above, high],
		[at.xM + above, high],
		[at.xM + below, low]
	];
}

/** A box by two opposite corners; also a rectangle seen from above. */
export const rect = (x0: number, x1: number, z0: number, z1: number): Corner[] => [
	[x0, z0],
	[x0, z1],
	[x1, z1],
	[x1, z0]
];

/** A bar of some thickness along a line. */
export function bar(from: Corner, to: Corner, thickM: number): Corner[] {
	const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1;
	const [dx, dz] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
	const h = thickM / 2;
	return [
		[from[0] - dz * h, from[1] + dx * h],
		[to[0] - dz * h, to[1] + dx * h],
		[to[0] + dz * h, to[1] - dx * h],
		[from[0] + dz * h, from[1] - dx * h]
	];
}

/** The box around a set of corners. */
export function boxOf(corners: readonly Corner[]): {
	x0: number;
	x1: number;
	z0: number;
	z1: number;
} {
	let [x0, x1, z0, z1] = [Infinity, -Infinity, Infinity, -Infinity];
	for (const corner of corners) {
		const x = corner[0];
		const z = corner[1];
		if (x < x0) x0 = x;
		if (x > x1) x1 = x;
		if (z < z0) z0 = z;
		if (z > z1) z1 = z;
	}
	return { x0, x1, z0, z1 };
}

/** Two posts and what joins them at the top, within a box. @param thickM of each, m */
export function portal(box: readonly Corner[], thickM: number): Corner[] {
	const { x0, x1, z0, z1 } = boxOf(box);
	const [a, b, top] = [x0 + thickM, x1 - thickM, z1 - thickM];
	return [
		[x0, z0],
		[x0, z1],
		[x1, z1],
		[x1, z0],
		[b, z0],
		[b, top],
		[a, top],
		[a, z0]
	];
}

/** Something round from above, as corners. */
export const roundAbove = ({ xM, yM }: { xM: number; yM: number }, radiusM: number): Corner[] =>
	Array.from({ length: 24 }, (_, i): Corner => {
		const turn = (Math.PI * i) / 12;
		return [xM + radiusM * Math.cos(turn), yM + radiusM * Math.sin(turn)];
	});
