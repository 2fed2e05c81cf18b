import type { Area } from '../design';
import { crownOf, type Crown, type Layout, type Site } from '../layout';
import { dayLengthH, growingDays, sunAt } from '../water';
import { area, layout } from './layout';
import { stage } from './stage';

export interface SiteShade {
	/** Share of the hours of direct sun that neighbours take, on the longest and the shortest growing day. */
	longest: number;
	shortest: number;
}

export interface Shade {
	days: { longest: number; shortest: number };
	bySite: Map<string, SiteShade>;
	/** Mean share lost over both days. */
	mean: number;
}

/** Something round that stands up and takes light from what is behind it. */
interface Post {
	containerId: string;
	xM: number;
	yM: number;
	radiusM: number;
	topM: number;
	baseM: number;
}

interface Leaf {
	containerId: string;
	crown: Crown;
}

/** Lower than this, hedges and houses take the sun anyway. */
const LEAST_ALTITUDE_DEG = 5;
const SAMPLES = 16;

/** Where the sun can be counted on: outdoors and under glass, at a latitude that is known. */
export const latitudeOf = ({ area }: { area: Area }): number | null =>
	area.climate.setting === 'outdoors' ? area.climate.latitudeDeg : null;

interface Shaded {
	area: Area;
	layout: Layout;
}

/**
 * Hours of direct sun each site loses to its neighbours, with the front turned to a compass direction. A plant
 * is taken as a cylinder as wide as its spread at its stage, a tower with its leaves as one; own leaves and
 * the back of one's own tower are not counted as neighbours.
 *
 * @param frontDeg which way the front faces, degrees from north through east
 */
export function shadeOf(of: Shaded, frontDeg: number): Shade | null {
	const latitude = latitudeOf(of);
	if (latitude === null || of.layout.sites.length === 0) return null;
	const days = growingDays(latitude);
	const posts = postsOf(of);
	const leaves = of.layout.sites.map((site) => ({
		containerId: site.containerId,
		crown: crownOf(site)
	}));
	const bySite = new Map<string, SiteShade>();
	const [long, short] = [days.longest, days.shortest].map((day) =>
		lostOn(leaves, posts, latitude, day, frontDeg)
	);
	let sum = 0;
	of.layout.sites.forEach((site, i) => {
		const shade = { longest: long![i]!, shortest: short![i]! };
		bySite.set(site.id, shade);
		sum += (shade.longest + shade.shortest) / 2;
	});
	return { days, bySite, mean: sum / of.layout.sites.length };
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
		sites.forEach((site, k) => {
			if (posts.some((post) => hides(post, site, sx, sy, rise))) lost[k]! += 1;
		});
	}
	return lost.map((count) => (lit > 0 ? count / lit : 0));
}

function hides(
	post: Post,
	{ containerId, crown }: Leaf,
	sx: number,
	sy: number,
	rise: number
): boolean {
	if (post.containerId === containerId) return false;
	const [dx, dy] = [post.xM - crown.xM, post.yM - crown.yM];
	const along = dx * sx + dy * sy;
	if (along <= 0) return false;
	const across = Math.abs(dx * sy - dy * sx);
	if (across >= post.radiusM) return false;
	const near = along - Math.sqrt(post.radiusM ** 2 - across ** 2);
	const height = crown.leafM + Math.max(0, near) * rise;
	return height < post.topM && height > post.baseM;
}

function postsOf({ layout }: Shaded): Post[] {
	const mean = (list: readonly number[]) =>
		list.length > 0 ? list.reduce((a, b) => a + b, 0) / list.length : 0;
	const mine = new Map<string, Site[]>();
	for (const site of layout.sites) {
		const list = mine.get(site.containerId);
		if (list) list.push(site);
		else mine.set(site.containerId, [site]);
	}
	return layout.containers.flatMap((c): Post[] => {
		const sites = mine.get(c.id) ?? [];
		const sided = sites.some((site) => site.facingDeg !== null);
		const wide = mean(sites.map((site) => site.spreadMm / 1000));
		if (sided && sites.every((site) => site.facingDeg === sites[0]!.facingDeg)) {
			// all leaves on one side: the post stands there, not at the wall
			const crown = crownOf(sites[0]!);
			const topM = c.zM + c.heightMm / 1000 + 0.1;
			const { xM, yM } = crown;
			return [{ containerId: c.id, xM, yM, radiusM: wide * 0.4, topM, baseM: c.zM }];
		}
		if (sided) {
			const radiusM = (c.radiusM ?? 0.05) + wide * 0.7;
			return [{ ...spot(c), radiusM, topM: c.zM + c.heightMm / 1000 + 0.1, baseM: c.zM }];
		}
		return sites
			.filter((site) => site.cropId)
			.map((site) => {
				const { xM, yM, radiusM, topM } = crownOf(site);
				return { containerId: c.id, xM, yM, radiusM: Math.max(0.01, radiusM), topM, baseM: c.zM };
			});
	});
}

const spot = (c: { id: string; xM: number; yM: number }) => ({
	containerId: c.id,
	xM: c.xM,
	yM: c.yM
});

/** Which way the front should face to lose least sun, in steps of 45°, and what that loses. */
export function bestFront(of: Shaded): { frontDeg: number; mean: number } | null {
	let best: { frontDeg: number; mean: number } | null = null;
	for (let frontDeg = 0; frontDeg < 360; frontDeg += 45) {
		const shade = shadeOf(of, frontDeg);
		if (!shade) return null;
		if (!best || shade.mean < best.mean - 1e-9) best = { frontDeg, mean: shade.mean };
	}
	return best;
}

/** Sun each site loses to its neighbours; null indoors. */
export const shade = stage(
	'shade',
	{ design: ['frontDeg'] },
	{ area, layout },
	({ area, layout, design }) => shadeOf({ area, layout }, design.frontDeg)
);
