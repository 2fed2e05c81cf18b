import { crownOf, type Site } from '../layout';
import { layout } from './layout';
import { stage } from './stage';

/** Two plants whose grown leaves reach into one another. */
export interface Pair {
	a: Site;
	b: Site;
	/** Between the middles of their leaves, and what they would need there. */
	apartMm: number;
	wantsMm: number;
}

/** The tightest pair of neighbours of each stand, by stand id; a stand where all have room is not in it. */
export const tightest = stage('tightest pairs', {}, { layout }, ({ layout }) => {
	const pairs = new Map<string, Pair>();
	const byStand = new Map<string, Site[]>();
	for (const site of layout.sites) {
		if (!site.cropId) continue;
		const list = byStand.get(site.standId);
		if (list) list.push(site);
		else byStand.set(site.standId, [site]);
	}
	for (const [standId, sites] of byStand) {
		const worst = tightestOf(sites);
		if (worst) pairs.set(standId, worst);
	}
	return pairs;
});

/** Whose spreads overlap the most. Sorted along x, so that a plant is compared only with those near it. */
function tightestOf(sites: readonly Site[]): Pair | null {
	const planted = sites
		.map((site) => ({ site, crown: crownOf(site, site.matureSpreadMm) }))
		.sort((p, q) => p.crown.xM - q.crown.xM);
	const widest = Math.max(0, ...sites.map((site) => site.matureSpreadMm)) / 1000;
	let worst: Pair | null = null;
	for (let i = 0; i < planted.length; i++)
		for (let j = i + 1; j < planted.length; j++) {
			const [p, q] = [planted[i]!, planted[j]!];
			const across = q.crown.xM - p.crown.xM;
			if (across > widest) break;
			if (p.site.containerId === q.site.containerId && p.site.facingDeg === null) continue;
			const wantsMm = (p.site.matureSpreadMm + q.site.matureSpreadMm) / 2;
			const apartMm =
				1000 * Math.hypot(across, q.crown.yM - p.crown.yM, q.crown.rootM - p.crown.rootM);
			if (apartMm > wantsMm - 1) continue;
			if (!worst || apartMm / wantsMm < worst.apartMm / worst.wantsMm)
				worst = { a: p.site, b: q.site, apartMm, wantsMm };
		}
	return worst;
}
