import { crownOf, type Layout } from '$lib/core/layout';

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
	head: { top: number; bottom: number } | null;
	/** Height to which the elevation is drawn; taller plants are cut there. */
	topM: number;
	bars: { top: number; bottom: number; left: number | null; right: number } | null;
	/** Where the view from above lies: under the elevation in its columns, or beside it. */
	plan: { top: number; bottom: number; left: number; beside: boolean } | null;
	planX(xM: number): number;
	/** Pixels a metre of the view from above. */
	planScale: number;
	/** Beside a tall drawing: the surface of something round, unrolled, at the same heights. */
	beside: { left: number; right: number } | null;
	small: boolean;
}

const RULER = 58;
const HEAD = 38;
const HEAD_GAP = 10;
const BARS = 88;
const FLOOR = 44;
/** Plants over the highest pipe that are drawn before they are cut. */
const LEAVES_M = 0.45;
/** Leaves beside a tower, and what is left free over its cap. */
const SIDE_M = 0.16;
const CAP_M = 0.12;
/** Flow bars under a view from above that stands aside. */
const ASIDE_BARS = 130;
const NOTES = 226;
const NOTES_WIDE = 236;

/** What is higher than it is long stands at the left, with the rest beside it. */
export const isTall = ({ extent }: Layout): boolean =>
	extent.to.zM > 0.65 * (extent.to.xM - extent.from.xM);

/** @param walkM room in front to walk that the view from above shows as well */
export function frameOf(
	layout: Layout,
	width: number,
	height: number,
	below: boolean,
	walkM = 0
): Frame {
	const small = width < 560;
	return isTall(layout)
		? tall(layout, width, height, below, small, walkM)
		: long(layout, width, height, below, small);
}

function long(
	layout: Layout,
	width: number,
	height: number,
	below: boolean,
	small: boolean
): Frame {
	const { extent } = layout;
	const left = small ? 40 : RULER + 34;
	// at the right the margin notes want room, where there is any
	const spare = small ? 30 : width > 700 ? NOTES_WIDE : 96;
	const lengthM = Math.max(0.4, extent.to.xM - extent.from.xM);
	const depthM = Math.max(0.2, extent.to.yM - extent.from.yM) + 0.08;
	const topM = extent.to.zM + LEAVES_M;
	const underM = Math.max(0, -extent.from.zM);
	const headTop = 30;
	const fixed = HEAD + HEAD_GAP + FLOOR + headTop + (below ? BARS + 2 : 6);
	const wide = (width - left - spare) / lengthM;
	const under = Math.min(wide, (height - fixed) / (topM + underM + (below ? depthM : 0)));
	// something short leaves room for the view from above at its side, and is drawn larger for it
	const room = Math.min(
		(width - left - NOTES_WIDE - 26) / (2 * lengthM),
		(height - fixed) / (topM + underM)
	);
	const beside = below && !small && width > 700 && room > 1.2 * under;
	const scale = Math.max(20, beside ? room : under);
	const floor = headTop + HEAD + HEAD_GAP + topM * scale;
	const barsTop = floor + underM * scale + FLOOR;
	const right = left + lengthM * scale;
	const planTop = beside ? Math.max(headTop + HEAD, floor - depthM * scale) : barsTop + BARS;
	const planX = beside ? right + NOTES_WIDE : left;
	return {
		width,
		height,
		scale,
		left,
		right,
		x: (xM) => left + (xM - extent.from.xM) * scale,
		z: (zM) => floor - zM * scale,
		y: (yM) => planTop + (extent.to.yM + 0.04 - yM) * scale,
		planX: (xM) => planX + (xM - extent.from.xM) * scale,
		planScale: scale,
		head: { top: headTop, bottom: headTop + HEAD },
		topM,
		bars: below ? { top: barsTop, bottom: barsTop + BARS - 32, left: null, right } : null,
		plan: below ? { top: planTop, bottom: planTop + depthM * scale, left: planX, beside } : null,
		beside: null,
		small
	};
}

/** How high plants are drawn that stand in the open: a tower's own by their reach, tall ones to where they are cut. */
const leafTopM = ({ sites }: Layout): number =>
	Math.max(
		0,
		...sites
			.filter((site) => site.cropId)
			.map((site) => (site.facingDeg === null ? site.zM + LEAVES_M : crownOf(site).topM))
	);

function tall(
	layout: Layout,
	width: number,
	height: number,
	below: boolean,
	small: boolean,
	walkM: number
): Frame {
	const { extent } = layout;
	const left = small ? 40 : RULER + 34;
	const fromX = extent.from.xM - SIDE_M;
	const lengthM = Math.max(0.4, extent.to.xM - fromX + SIDE_M);
	const depthM = Math.max(0.2, extent.to.yM - extent.from.yM) + 2 * SIDE_M;
	const topM = Math.max(extent.to.zM + CAP_M, leafTopM(layout));
	const underM = Math.max(0, -extent.from.zM);
	const top = 12;
	// a pattern to unroll stands beside the towers; without one the view from above does
	const pattern = layout.stands.some((s) => s.holes !== null);
	const room = small ? width - left - 26 : width * 0.56 - left;
	// what is wide rather than high leaves room for the view from above at its foot
	const atFoot = (height - top - FLOOR - 30) / (topM + underM + depthM) >= room / lengthM;
	const planAside = below && !small && !pattern && !atFoot;
	const planUnder = below && !planAside;
	const high = topM + underM + (planUnder ? depthM : 0);
	const foot = FLOOR + (planUnder ? 30 : 6);
	const scale = Math.max(20, Math.min(room / lengthM, (height - top - foot) / high));
	const floor = top + topM * scale;
	const right = left + lengthM * scale;
	const aside = small ? null : { left: right + NOTES, right: width - 64 };
	const planTop = planAside ? top + 26 : floor + underM * scale + FLOOR + 18;
	const planScale = planAside
		? Math.max(
				20,
				Math.min(
					2 * scale,
					(aside!.right - aside!.left + 40) / lengthM,
					(height - planTop - ASIDE_BARS) / (depthM + walkM)
				)
			)
		: scale;
	const planX = planAside ? aside!.left : left;
	const planBottom = planTop + depthM * planScale;
	const barsTop = planAside ? planBottom + walkM * planScale + 26 : planTop;
	return {
		width,
		height,
		scale,
		left,
		right,
		x: (xM) => left + (xM - fromX) * scale,
		z: (zM) => floor - zM * scale,
		y: (yM) => planTop + (extent.to.yM + SIDE_M - yM) * planScale,
		head: null,
		topM,
		bars:
			below && aside
				? {
						top: barsTop,
						bottom: planAside
							? Math.min(barsTop + 90, height - 20)
							: planTop + Math.max(44, depthM * scale) - 20,
						...aside
					}
				: null,
		planX: (xM) => planX + (xM - fromX) * planScale,
		planScale,
		plan: below ? { top: planTop, bottom: planBottom, left: planX, beside: planAside } : null,
		beside: pattern ? aside : null,
		small
	};
}

/** Points of an outline for an SVG polygon. */
export const polygon = (points: readonly (readonly [number, number])[]): string =>
	points.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ');
