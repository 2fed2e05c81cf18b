import type { z } from 'zod';

/** As far as water is passed on from site to site. */
export interface PassingSite {
	id: string;
	flowLph: number;
	/** Share of what arrives that it takes until it has enough; the rest runs past. */
	catchFraction?: number | undefined;
	/** The site below; null or nothing: back to the tank, or away. */
	passesTo?: string | null | undefined;
}

/** Sites that pass water to one another, from the top down; one alone is a line of one. */
export interface SiteLine {
	/** Places in the list of sites, each after all that pass to it. */
	order: readonly number[];
	/** Place of the site below, by place; −1: none. */
	below: Int32Array;
}

/** Refuses a site below that is not there, is the site itself, or closes a circle. */
export function refusePassing(
	context: z.core.$RefinementCtx,
	sites: readonly PassingSite[],
	path = 'sites'
): void {
	const places = new Map(sites.map(({ id }, i) => [id, i]));
	let sound = true;
	sites.forEach(({ id, passesTo }, i) => {
		if (passesTo === undefined || passesTo === null) return;
		if (passesTo !== id && places.has(passesTo)) return;
		sound = false;
		context.addIssue({
			code: 'custom',
			path: [path, i, 'passesTo'],
			message:
				passesTo === id
					? 'a site cannot pass its water to itself'
					: `there is no site "${passesTo}" to pass water to`
		});
	});
	if (!sound) return;
	const ordered = linesOf(sites).reduce((sum, line) => sum + line.order.length, 0);
	if (ordered < sites.length)
		context.addIssue({
			code: 'custom',
			path: [path],
			message: 'sites pass their water round in a circle: it must come to an end'
		});
}

/** The lines of a list of sites, in the order their first site stands in it. Sites on a circle are in none. */
export function linesOf(sites: readonly PassingSite[]): SiteLine[] {
	const places = new Map(sites.map(({ id }, i) => [id, i]));
	const below = new Int32Array(sites.length).fill(-1);
	const above = new Int32Array(sites.length);
	sites.forEach(({ passesTo }, i) => {
		const to = passesTo === undefined || passesTo === null ? undefined : places.get(passesTo);
		if (to === undefined) return;
		below[i] = to;
		above[to]! += 1;
	});
	// from the top down: a site comes when all that pass to it have
	const order: number[] = [];
	for (let i = 0; i < sites.length; i++) if (above[i] === 0) order.push(i);
	for (let k = 0; k < order.length; k++) {
		const to = below[order[k]!]!;
		if (to >= 0 && --above[to]! === 0) order.push(to);
	}
	const foot = new Int32Array(sites.length);
	for (let k = order.length - 1; k >= 0; k--) {
		const i = order[k]!;
		foot[i] = below[i]! < 0 ? i : foot[below[i]!]!;
	}
	const lines = new Map<number, number[]>();
	for (const i of order) {
		const line = lines.get(foot[i]!);
		if (line) line.push(i);
		else lines.set(foot[i]!, [i]);
	}
	return [...lines.values()].map((line) => ({ order: line, below }));
}

/** How a line fills while it is fed. */
export interface Filling {
	/** Minutes until each site has its deficit, by place in `order`; Infinity: never. */
	reachedMin: Float64Array;
	/** What has arrived at each by the end of the feed, L. */
	arrivedL: Float64Array;
}

/**
 * A line that is fed without end, all its sites short by their deficits: of what arrives a site takes its share
 * until it has its deficit, the rest and all that comes afterwards passes on at once.
 *
 * @param deficitsL by place in the list of sites
 * @param forMin how long is counted in `arrivedL`
 */
export function fill(
	{ order, below }: SiteLine,
	sites: readonly PassingSite[],
	deficitsL: ArrayLike<number>,
	forMin: number
): Filling {
	const n = order.length;
	if (n === 1) return fillOne(sites[order[0]!]!, deficitsL[order[0]!]!, forMin);
	const place = new Map(order.map((i, k) => [i, k]));
	const to = order.map((i) => (below[i]! < 0 ? -1 : place.get(below[i]!)!));
	const shares = order.map((i) => sites[i]!.catchFraction ?? 1);
	const own = order.map((i) => sites[i]!.flowLph / 60);
	const lackL = Float64Array.from(order, (i) => deficitsL[i]!);
	const reachedMin = Float64Array.from(lackL, (lack) => (lack > 0 ? Infinity : 0));
	const arrivedL = new Float64Array(n);
	const rate = new Float64Array(n);
	let now = 0;
	// from one site that has enough to the next; between them every flow stands still
	for (;;) {
		let step = Infinity;
		rate.set(own);
		for (let k = 0; k < n; k++) {
			const short = reachedMin[k] === Infinity;
			const taken = short ? rate[k]! * shares[k]! : 0;
			if (to[k]! >= 0) rate[to[k]!]! += rate[k]! - taken;
			if (taken > 0) step = Math.min(step, lackL[k]! / taken);
		}
		const counted = Math.min(step, Math.max(0, forMin - now));
		// without end only where nothing arrives
		for (let k = 0; k < n; k++) if (rate[k]! > 0) arrivedL[k]! += rate[k]! * counted;
		if (step === Infinity) return { reachedMin, arrivedL };
		now += step;
		for (let k = 0; k < n; k++) {
			if (reachedMin[k] !== Infinity) continue;
			const taken = rate[k]! * shares[k]!;
			if (!(taken > 0)) continue;
			// those that fill together are not left with a rounding's worth to fill
			if (lackL[k]! <= taken * step * (1 + 1e-12)) reachedMin[k] = now;
			else lackL[k]! -= taken * step;
		}
	}
}

function fillOne(
	{ flowLph, catchFraction = 1 }: PassingSite,
	deficitL: number,
	forMin: number
): Filling {
	const perMin = flowLph / 60;
	const reached = deficitL > 0 ? deficitL / (perMin * catchFraction) : 0;
	return { reachedMin: Float64Array.of(reached), arrivedL: Float64Array.of(perMin * forMin) };
}
