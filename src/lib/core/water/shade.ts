import { z } from 'zod';
import { id, quantity } from '../quantity';
import { dayLengthH, growingDays, sunAt } from './sun';

const metres = (name: string) => quantity(name, 'span', { min: -1000, max: 1000 });

/** What stands in a container casts no shade on its own leaves. */
const container = z.string().max(200);
const leaf = z.strictObject({
	id: id('site'),
	containerId: container,
	xM: metres('x'),
	yM: metres('y'),
	/** Where most of the leaf is. */
	zM: metres('z')
});
const post = z.strictObject({
	containerId: container,
	xM: metres('x'),
	yM: metres('y'),
	radiusM: quantity('radius', 'span', { min: 0, max: 100 }),
	baseM: metres('base'),
	topM: metres('top')
});
export const shadeInput = z.strictObject({
	latitudeDeg: quantity('latitude', 'angle', { min: -90, max: 90 }),
	/** Which way the front faces, degrees from north through east. */
	frontDeg: quantity('direction of the front', 'angle', { min: 0, max: 360 }).default(180),
	sites: z.array(leaf).max(5000),
	/** Round things that stand up and take light from what is behind them. */
	posts: z.array(post).max(5000)
});
const share = z.number().min(0).max(1);
export const shadeOutput = z.strictObject({
	/** Days of the year it was worked out for. */
	days: z.strictObject({ longest: z.number(), shortest: z.number() }),
	/** Share of the hours of direct sun that neighbours take. */
	sites: z.array(z.strictObject({ id: z.string(), longest: share, shortest: share })),
	/** Mean share lost over both days. */
	mean: share
});
export type Shade = z.infer<typeof shadeOutput>;

type Leaf = z.infer<typeof leaf>;
type Post = z.infer<typeof post>;

/** Lower than this, hedges and houses take the sun anyway. */
const LEAST_ALTITUDE_DEG = 5;
/** Moments of a day that are looked at. */
const SAMPLES = 16;

/**
 * Hours of direct sun each site loses to its neighbours, on the longest and the shortest growing day: at sixteen
 * moments of each day, whether the way from the leaf to the sun goes through a post.
 *
 * @returns shares of the hours the sun stands over 5°, 0 to 1
 */
export function shade(input: z.input<typeof shadeInput>): Shade {
	const { latitudeDeg, frontDeg = 180, sites, posts } = input;
	const days = growingDays(latitudeDeg);
	const [long, short] = [days.longest, days.shortest].map((day) =>
		lostOn(sites, posts, latitudeDeg, day, frontDeg)
	);
	const lost = sites.map(({ id }, i) => ({ id, longest: long![i]!, shortest: short![i]! }));
	const sum = lost.reduce((total, { longest, shortest }) => total + (longest + shortest) / 2, 0);
	return { days, sites: lost, mean: sites.length > 0 ? sum / sites.length : 0 };
}

function lostOn(
	sites: readonly Leaf[],
	posts: readonly Post[],
	latitude: number,
	day: number,
	frontDeg: number
): number[] {
	const length = dayLengthH(latitude, day);
	const lost = sites.map(() => 0);
	let lit = 0;
	for (let i = 0; i < SAMPLES; i++) {
		const { altitudeDeg, azimuthDeg } = sunAt(
			latitude,
			day,
			12 + length * ((i + 0.5) / SAMPLES - 0.5)
		);
		if (altitudeDeg < LEAST_ALTITUDE_DEG) continue;
		lit += 1;
		// towards the sun on the plan: the front looks along −y
		const turn = ((azimuthDeg - frontDeg) * Math.PI) / 180;
		const [sx, sy] = [-Math.sin(turn), -Math.cos(turn)];
		const rise = Math.tan((altitudeDeg * Math.PI) / 180);
		const facing = new Facing(posts, sx, sy, rise);
		sites.forEach((site, k) => {
			if (facing.hides(site)) lost[k]! += 1;
		});
	}
	return lost.map((count) => (lit > 0 ? count / lit : 0));
}

/** Wider than any error of rounding where posts are looked up, m. */
const SLACK_M = 1e-6;

/**
 * The posts as the sun of one moment meets them: in strips along its rays, in each the nearest first. A leaf looks
 * along the strips it stands in, and no further than the highest post throws its shade.
 */
class Facing {
	private readonly strips = new Map<number, { along: number[]; posts: Post[] }>();
	private readonly widthM: number;
	private readonly radiusM: number;
	private readonly topM: number;

	constructor(
		posts: readonly Post[],
		private readonly sx: number,
		private readonly sy: number,
		private readonly rise: number
	) {
		this.radiusM = posts.reduce((most, { radiusM }) => Math.max(most, radiusM), 0) + SLACK_M;
		this.topM = posts.reduce((most, { topM }) => Math.max(most, topM), -Infinity);
		this.widthM = 2 * this.radiusM;
		const placed = posts.map((post) => ({ post, along: post.xM * sx + post.yM * sy }));
		for (const { post, along } of placed.sort((a, b) => a.along - b.along)) {
			const at = this.stripOf(post.xM * sy - post.yM * sx);
			let strip = this.strips.get(at);
			if (!strip) this.strips.set(at, (strip = { along: [], posts: [] }));
			strip.along.push(along);
			strip.posts.push(post);
		}
	}

	private stripOf(across: number): number {
		return Math.floor(across / this.widthM);
	}

	/** Whether any post takes the sun from a leaf. */
	hides(leaf: Leaf): boolean {
		const { sx, sy, rise, radiusM } = this;
		const across = leaf.xM * sy - leaf.yM * sx;
		const from = leaf.xM * sx + leaf.yM * sy - SLACK_M;
		const to = from + Math.max(0, this.topM - leaf.zM) / rise + radiusM + 2 * SLACK_M;
		const last = this.stripOf(across + radiusM);
		for (let at = this.stripOf(across - radiusM); at <= last; at++) {
			const strip = this.strips.get(at);
			if (!strip) continue;
			const { along, posts } = strip;
			for (let i = firstFrom(along, from); i < posts.length && along[i]! <= to; i++)
				if (hides(posts[i]!, leaf, sx, sy, rise)) return true;
		}
		return false;
	}
}

/** Where in a rising list the first stands that is no less. */
function firstFrom(list: readonly number[], least: number): number {
	let [low, high] = [0, list.length];
	while (low < high) {
		const middle = (low + high) >> 1;
		if (list[middle]! < least) low = middle + 1;
		else high = middle;
	}
	return low;
}

function hides(post: Post, leaf: Leaf, sx: number, sy: number, rise: number): boolean {
	if (post.containerId === leaf.containerId) return false;
	const [dx, dy] = [post.xM - leaf.xM, post.yM - leaf.yM];
	const along = dx * sx + dy * sy;
	if (along <= 0) return false;
	const across = Math.abs(dx * sy - dy * sx);
	if (across >= post.radiusM) return false;
	const near = along - Math.sqrt(post.radiusM ** 2 - across ** 2);
	const height = leaf.zM + Math.max(0, near) * rise;
	return height < post.topM && height > post.baseM;
}
