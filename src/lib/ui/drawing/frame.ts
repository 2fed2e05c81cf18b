import type { Layout } from '$lib/core/layout';

/** Where the drawing's parts lie on the board, in pixels; x is the same for all of them. */
export interface Frame {
	width: number;
	height: number;
	/** Pixels a metre. */
	scale: number;
	x(xM: number): number;
	z(zM: number): number;
	/** View from above; the front is at the bottom. */
	y(yM: number): number;
	left: number;
	right: number;
	head: { top: number; bottom: number };
	/** Height to which the elevation is drawn; taller plants are cut there. */
	topM: number;
	bars: { top: number; bottom: number } | null;
	plan: { top: number; bottom: number } | null;
	small: boolean;
}

const RULER = 58;
const HEAD = 38;
const HEAD_GAP = 10;
const BARS = 82;
const FLOOR = 44;
/** Plants over the highest pipe that are drawn before they are cut. */
const LEAVES_M = 0.45;

export function frameOf(layout: Layout, width: number, height: number, below: boolean): Frame {
	const { extent } = layout;
	const small = width < 560;
	const left = small ? 40 : RULER + 34;
	// at the right the margin notes want room, where there is any
	const spare = small ? 30 : width > 700 ? 236 : 96;
	const lengthM = Math.max(0.4, extent.to.xM - extent.from.xM);
	const depthM = Math.max(0.2, extent.to.yM - extent.from.yM) + 0.08;
	const topM = extent.to.zM + LEAVES_M;
	const underM = Math.max(0, -extent.from.zM);
	const headTop = 30;
	const fixed = HEAD + HEAD_GAP + FLOOR + headTop + (below ? BARS + 2 : 6);
	const tall = topM + underM + (below ? depthM : 0);
	const scale = Math.max(20, Math.min((width - left - spare) / lengthM, (height - fixed) / tall));
	const elevationTop = headTop + HEAD + HEAD_GAP;
	const floor = elevationTop + topM * scale;
	const barsTop = floor + underM * scale + FLOOR;
	const planTop = barsTop + BARS;
	return {
		width,
		height,
		scale,
		left,
		right: left + lengthM * scale,
		x: (xM) => left + (xM - extent.from.xM) * scale,
		z: (zM) => floor - zM * scale,
		y: (yM) => planTop + (extent.to.yM + 0.04 - yM) * scale,
		head: { top: headTop, bottom: headTop + HEAD },
		topM,
		bars: below ? { top: barsTop, bottom: planTop - 26 } : null,
		plan: below ? { top: planTop, bottom: planTop + depthM * scale } : null,
		small
	};
}

/** Points of an outline for an SVG polygon. */
export const polygon = (points: readonly (readonly [number, number])[]): string =>
	points.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ');
