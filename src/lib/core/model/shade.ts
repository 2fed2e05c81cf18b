import type { Area } from '../design';
import { crownOf, type Layout, type Site } from '../layout';
import { shade as shadeOf, type Shade, type shadeInput } from '../water';
import type { z } from 'zod';
import type { ParameterSet } from '../parameters';
import { area, layout } from './layout';
import { stage } from './stage';

type ShadeInput = z.input<typeof shadeInput>;

export interface ShadeState {
	input: ShadeInput;
	result: Shade;
	bySite: Map<string, Shade['sites'][number]>;
}

/** Where the sun can be counted on: outdoors and under glass, at a latitude that is known. */
export const latitudeOf = ({ area }: { area: Area }): number | null =>
	area.climate.setting === 'outdoors' ? area.climate.latitudeDeg : null;

interface Shaded {
	area: Area;
	layout: Layout;
	parameters: Pick<ParameterSet, 'wind'>;
}

/**
 * Sun each site loses to its neighbours, with the front turned to a compass direction. A plant is taken as a
 * cylinder as wide as its spread at its stage, a tower with its leaves as one; own leaves are not counted as
 * neighbours, the pipe of one's own tower is.
 *
 * @param frontDeg which way the front faces, degrees from north through east
 * @returns null where no sun can be counted on, or nothing is there
 */
function shadeAt(of: Shaded, frontDeg: number): ShadeState | null {
	const latitudeDeg = latitudeOf(of);
	if (latitudeDeg === null || of.layout.sites.length === 0) return null;
	const sites = of.layout.sites.map((site) => {
		const { xM, yM, leafM } = crownOf(site);
		return { id: site.id, containerId: site.containerId, xM, yM, zM: leafM };
	});
	const input = { latitudeDeg, frontDeg, sites, posts: postsOf(of) };
	const result = shadeOf(input);
	return { input, result, bySite: new Map(result.sites.map((site) => [site.id, site])) };
}

function postsOf({ layout, parameters }: Shaded): ShadeInput['posts'] {
	const { leafOneSide, leafRound, leafOverM } = parameters.wind;
	const mean = (list: readonly number[]) =>
		list.length > 0 ? list.reduce((a, b) => a + b, 0) / list.length : 0;
	const mine = new Map<string, Site[]>();
	for (const site of layout.sites) {
		const list = mine.get(site.containerId);
		if (list) list.push(site);
		else mine.set(site.containerId, [site]);
	}
	return layout.containers.flatMap((c): ShadeInput['posts'] => {
		const sites = mine.get(c.id) ?? [];
		const sided = sites.some((site) => site.facingDeg !== null);
		const wide = mean(sites.map((site) => site.spreadMm / 1000));
		if (sided && sites.every((site) => site.facingDeg === sites[0]!.facingDeg)) {
			// all leaves on one side: the post stands there, not at the wall
			const crown = crownOf(sites[0]!);
			const topM = c.zM + c.heightMm / 1000 + leafOverM.value;
			const { xM, yM } = crown;
			return [{ containerId: c.id, xM, yM, radiusM: wide * leafOneSide.value, topM, baseM: c.zM }];
		}
		if (sided) {
			const topM = c.zM + c.heightMm / 1000;
			const body = { ...spot(c), radiusM: c.radiusM ?? 0.05, topM, baseM: c.zM };
			return [
				{ ...body, radiusM: body.radiusM + wide * leafRound.value, topM: topM + leafOverM.value },
				// its own pipe stands before what grows out of its back
				{ ...body, containerId: `${c.id}.body` }
			];
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
		const shade = shadeAt(of, frontDeg);
		if (!shade) return null;
		const { mean } = shade.result;
		if (!best || mean < best.mean - 1e-9) best = { frontDeg, mean };
	}
	return best;
}

/** Sun each site loses to its neighbours; null indoors. */
export const shade = stage(
	'shade',
	{ design: ['frontDeg'], parameters: ['wind'] },
	{ area, layout },
	(given) => shadeAt(given, given.design.frontDeg)
);
