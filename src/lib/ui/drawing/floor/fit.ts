import type { Area } from '$lib/core/design';
import type { Layout } from '$lib/core/layout';
import { polygon } from '$lib/core/picture';

/** Kept free around the area, and above it for the bar, px. */
const MARGIN = 46;
const BAR = 40;
const LEAST_SCALE = 4;

/** Where metres of the area lie on the drawing from above. */
export interface Fit {
	scale: number;
	/** The edge furthest to the left that is shown, m. */
	leftM: number;
	x: (m: number) => number;
	y: (m: number) => number;
	flat: (points: readonly { xM: number; yM: number }[]) => string;
	outline: (corners: readonly (readonly [number, number])[]) => string;
}

/** The whole area, and a reserve that stands outside it, on a board of this size. */
export function fitted(
	{ reserve }: Pick<Layout, 'reserve'>,
	area: Pick<Area, 'lengthM' | 'widthM'>,
	{ width, height }: { width: number; height: number }
): Fit {
	const out = reserve?.ground;
	const [x0, x1] = [Math.min(0, out?.x0 ?? 0), Math.max(area.lengthM, out?.x1 ?? 0)];
	const [y0, y1] = [Math.min(0, out?.y0 ?? 0), Math.max(area.widthM, out?.y1 ?? 0)];
	const scale = Math.max(
		LEAST_SCALE,
		Math.min((width - 2 * MARGIN) / (x1 - x0), (height - 2 * MARGIN - BAR) / (y1 - y0))
	);
	const left = (width - (x0 + x1) * scale) / 2;
	const bottom = (height + BAR + (y0 + y1) * scale) / 2;
	const x = (m: number) => left + m * scale;
	const y = (m: number) => bottom - m * scale;
	return {
		scale,
		leftM: x0,
		x,
		y,
		flat: (points) => polygon(points.map((p) => [x(p.xM), y(p.yM)])),
		outline: (corners) => polygon(corners.map(([a, b]) => [x(a), y(b)]))
	};
}
