import type { Area, AreaPoint, Door, Side } from '$lib/core/design';

/** A point of an area seen from above, m from its left and its front. */
export type Spot = readonly [xM: number, yM: number];

/** Along a side from its left or front corner, and from there into the area. */
const SIDE: Record<
	Side,
	(area: Pick<Area, 'lengthM' | 'widthM'>, at: number, deep: number) => Spot
> = {
	front: (_, at, deep) => [at, deep],
	back: ({ widthM }, at, deep) => [at, widthM - deep],
	left: (_, at, deep) => [deep, at],
	right: ({ lengthM }, at, deep) => [lengthM - deep, at]
};

/** A door as it is drawn: its opening, and the leaf where it swings, with the quarter circle it needs. */
export interface DoorShape {
	gap: readonly [Spot, Spot];
	swing: Spot[];
}
export function doorShape(area: Pick<Area, 'lengthM' | 'widthM'>, door: Door): DoorShape {
	const { side, atM, widthM, opens } = door;
	const on = SIDE[side];
	const gap = [on(area, atM, 0), on(area, atM + widthM, 0)] as const;
	if (opens === 'slides') return { gap, swing: [] };
	const way = opens === 'in' ? 1 : -1;
	const arc = Array.from({ length: 13 }, (_, i): Spot => {
		const turn = ((i / 12) * Math.PI) / 2;
		return on(area, atM + widthM * Math.cos(turn), way * widthM * Math.sin(turn));
	});
	return { gap, swing: [on(area, atM, 0), ...arc] };
}

/** What a socket, a tap and a drain look like, in pixels about their place. */
export const POINT_MARKS: Record<AreaPoint['what'], string> = {
	socket: 'M-6,-6h12v12h-12zM-2.5,-1v2M2.5,-1v2',
	tap: 'M0,-7c5,6 5,12 0,12c-5,0 -5,-6 0,-12z',
	drain: 'M-6,0a6,6 0 1,0 12,0a6,6 0 1,0 -12,0M-3,-2h6M-3,2h6'
};
