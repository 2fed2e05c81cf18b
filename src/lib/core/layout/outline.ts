import type { Corner, Point } from './types';

/** A slice of a round pot as it is seen from the front, between two heights over its base, mm. */
export function taperFront(
	at: Point,
	pot: { bottomDiameterMm: number; topDiameterMm: number; heightMm: number },
	fromMm = 0,
	toMm = pot.heightMm
): Corner[] {
	const half = (mm: number) =>
		(pot.bottomDiameterMm + (pot.topDiameterMm - pot.bottomDiameterMm) * (mm / pot.heightMm)) /
		2000;
	const [low, high] = [at.zM + fromMm / 1000, at.zM + toMm / 1000];
	return [
		[at.xM - half(fromMm), low],
		[at.xM - half(toMm), high],
		[at.xM + half(toMm), high],
		[at.xM + half(fromMm), low]
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
	const box = { x0: Infinity, x1: -Infinity, z0: Infinity, z1: -Infinity };
	for (const [x, z] of corners) {
		box.x0 = Math.min(box.x0, x);
		box.x1 = Math.max(box.x1, x);
		box.z0 = Math.min(box.z0, z);
		box.z1 = Math.max(box.z1, z);
	}
	return box;
}
