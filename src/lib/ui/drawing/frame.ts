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
/** Free over the line of heads, and over something tall. */
const HEAD_TOP = 30;
const TALL_TOP = 12;
/** Plants over the highest pipe that are drawn before they are cut. */
const LEAVES_M = 0.45;
/** Leaves beside a tower, and what is left free over its cap. */
const SIDE_M = 0.16;
const CAP_M = 0.12;
/** Flow bars under a view from above that stands aside. */
const ASIDE_BARS = 130;
const NOTES = 226;
const NOTES_WIDE = 236;

/** Drawn smaller nothing can be told apart, pixels a metre: it is then looked at nearer. */
const LEAST_SCALE = 6;

/** What is higher than it is long stands at the left, with the rest beside it. */
export const isTall = ({ drawn: extent }: Layout): boolean =>
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

/** What a view must show, m. */
interface Spans {
	lengthM: number;
	depthM: number;
	topM: number;
	/** Down to what is below the floor. */
	underM: number;
}

const longSpans = ({ drawn: { from, to } }: Layout): Spans => ({
	lengthM: Math.max(0.4, to.xM - from.xM),
	depthM: Math.max(0.2, to.yM - from.yM) + 0.08,
	topM: to.zM + LEAVES_M,
	underM: Math.max(0, -from.zM)
});

function long(
	layout: Layout,
	width: number,
	height: number,
	below: boolean,
	small: boolean
): Frame {
	const { drawn: extent } = layout;
	const left = small ? 40 : RULER + 34;
	const spans = longSpans(layout);
	const { lengthM, depthM, topM, underM } = spans;
	const { scale, beside } = longScale(spans, width - left, height, below, small);
	const headTop = HEAD_TOP;
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

/** The scale of something long, and whether it is short enough for the view from above at its side. */
function longScale(
	{ lengthM, depthM, topM, underM }: Spans,
	free: number,
	height: number,
	below: boolean,
	small: boolean
): { scale: number; beside: boolean } {
	const roomy = free > 700 - RULER - 34;
	// at the right the margin notes want room, where there is any
	const spare = small ? 30 : roomy ? NOTES_WIDE : 96;
	const fixed = HEAD + HEAD_GAP + FLOOR + HEAD_TOP + (below ? BARS + 2 : 6);
	const wide = (free - spare) / lengthM;
	const under = Math.min(wide, (height - fixed) / (topM + underM + (below ? depthM : 0)));
	// something short leaves room for the view from above at its side, and is drawn larger for it
	const room = Math.min(
		(free - NOTES_WIDE - 26) / (2 * lengthM),
		(height - fixed) / (topM + underM)
	);
	const beside = below && !small && roomy && room > 1.2 * under;
	return { scale: Math.max(LEAST_SCALE, beside ? room : under), beside };
}

/** How high plants are drawn that stand in the open: a tower's own by their reach, tall ones to where they are cut. */
const leafTopM = ({ sites }: Layout): number =>
	Math.max(
		0,
		...sites
			.filter((site) => site.cropId)
			.map((site) => (site.facingDeg === null ? site.zM + LEAVES_M : crownOf(site).topM))
	);

function tallSpans(layout: Layout): Spans {
	const { from, to } = layout.drawn;
	return {
		lengthM: Math.max(0.4, to.xM - from.xM + 2 * SIDE_M),
		depthM: Math.max(0.2, to.yM - from.yM) + 2 * SIDE_M,
		topM: Math.max(to.zM + CAP_M, leafTopM(layout)),
		underM: Math.max(0, -from.zM)
	};
}

function tall(
	layout: Layout,
	width: number,
	height: number,
	below: boolean,
	small: boolean,
	walkM: number
): Frame {
	const { drawn: extent } = layout;
	const left = small ? 40 : RULER + 34;
	const fromX = extent.from.xM - SIDE_M;
	const spans = tallSpans(layout);
	// a pattern to unroll stands beside the towers; without one the view from above does
	const pattern = layout.stands.some((s) => s.holes !== null);
	const room = small ? width - left - 26 : width * 0.56 - left;
	const { scale, planAside } = tallScale(spans, room, height, { below, small, pattern });
	const { lengthM, topM, underM } = spans;
	const floor = TALL_TOP + topM * scale;
	const right = left + lengthM * scale;
	const aside = small ? null : { left: right + NOTES, right: width - 64 };
	const under = floor + underM * scale + FLOOR + 18;
	const plan =
		planAside && aside
			? planBeside(spans, scale, aside, height, walkM)
			: planUnder(spans, scale, left, under);
	return {
		...{ width, height, scale, left, right, small, topM },
		x: (xM) => left + (xM - fromX) * scale,
		z: (zM) => floor - zM * scale,
		y: (yM) => plan.top + (extent.to.yM + SIDE_M - yM) * plan.scale,
		head: null,
		bars: below && aside ? { ...plan.bars, ...aside } : null,
		planX: (xM) => plan.left + (xM - fromX) * plan.scale,
		planScale: plan.scale,
		plan: below ? { top: plan.top, bottom: plan.bottom, left: plan.left, beside: planAside } : null,
		beside: pattern ? aside : null
	};
}

/** The scale of something tall, and whether the view from above stands beside it. */
function tallScale(
	{ lengthM, depthM, topM, underM }: Spans,
	room: number,
	height: number,
	{ below, small, pattern }: { below: boolean; small: boolean; pattern: boolean }
): { scale: number; planAside: boolean } {
	// what is wide rather than high leaves room for the view from above at its foot
	const atFoot = (height - TALL_TOP - FLOOR - 30) / (topM + underM + depthM) >= room / lengthM;
	const planAside = below && !small && !pattern && !atFoot;
	const planUnder = below && !planAside;
	const high = topM + underM + (planUnder ? depthM : 0);
	const foot = FLOOR + (planUnder ? 30 : 6);
	const scale = Math.max(LEAST_SCALE, Math.min(room / lengthM, (height - TALL_TOP - foot) / high));
	return { scale, planAside };
}

/** Where the view from above lies, with the flow bars by it. */
interface PlanPlace {
	top: number;
	bottom: number;
	left: number;
	scale: number;
	bars: { top: number; bottom: number };
}

function planBeside(
	{ lengthM, depthM }: Spans,
	scale: number,
	aside: { left: number; right: number },
	height: number,
	walkM: number
): PlanPlace {
	const top = TALL_TOP + 26;
	const wide = (aside.right - aside.left + 40) / lengthM;
	const high = (height - top - ASIDE_BARS) / (depthM + walkM);
	const planScale = Math.max(LEAST_SCALE, Math.min(2 * scale, wide, high));
	const bottom = top + depthM * planScale;
	const barsTop = bottom + walkM * planScale + 26;
	const bars = { top: barsTop, bottom: Math.min(barsTop + 90, height - 20) };
	return { top, bottom, left: aside.left, scale: planScale, bars };
}

function planUnder({ depthM }: Spans, scale: number, left: number, top: number): PlanPlace {
	const deep = depthM * scale;
	const bars = { top, bottom: top + Math.max(44, deep) - 20 };
	return { top, bottom: top + deep, left, scale, bars };
}
