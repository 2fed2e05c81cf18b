import { DRY_LPH } from '../hydraulics';
import { isPlaced, nearest, type Container, type Layout, type Site } from '../layout';
import type { SystemModel } from '../model';

/** What stands in front on the drawing, and what of it is dry or turned away. */
export interface Shown {
	containers: Container[];
	sites: Site[];
	/** Sites on the far side of something round. */
	behind: ReadonlySet<string>;
	/** Containers and sites that get no water. */
	dry: ReadonlySet<string>;
	/** Some of it is seen from all sides rather than row by row. */
	sides: boolean;
	chosen: Container | undefined;
}

/** Containers and sites that get no water. */
export function dryOf({ layout, path }: SystemModel): Set<string> {
	const dry = new Set<string>();
	for (const [siteId, flow] of path.arrivesLph) if (flow < DRY_LPH) dry.add(siteId);
	for (const { id, siteIds } of layout.containers)
		if (siteIds.every((site) => dry.has(site))) dry.add(id);
	return dry;
}

/**
 * Rows hide one another: the first is shown, or the one that holds what is selected.
 *
 * @param layout as it is seen from some side; left out: from the front
 * @param solved with what is dry; false: the water is not worked out
 */
export function shownOf(
	model: SystemModel,
	selected: string | null,
	layout: Layout = model.layout,
	solved = true
): Shown {
	const chosen = layout.containers.find(
		(c) => c.id === selected || (selected !== null && c.siteIds.includes(selected))
	);
	const views = new Map(layout.stands.map((stand) => [stand.id, stand.view]));
	const inFront = (item: { standId: string; row: number }) =>
		views.get(item.standId) === 'sides' ||
		item.row === (chosen?.standId === item.standId ? chosen.row : 0);
	// what is put further back is drawn first, and what is nearer over it
	const far = layout !== model.layout || isPlaced(model.design);
	const farFirst = <T extends { yM: number }>(list: T[]): T[] =>
		far ? list.sort((a, b) => b.yM - a.yM) : list;
	// from another side than they are laid out for, what stands nearest hides the rest
	const near =
		layout === model.layout
			? { containers: layout.containers.filter(inFront), sites: layout.sites.filter(inFront) }
			: nearest(layout.containers, layout.sites);
	const sites = farFirst(near.sites);
	const turned = (deg: number | null) => deg !== null && Math.cos((deg * Math.PI) / 180) < -0.01;
	return {
		containers: farFirst(near.containers),
		sites,
		behind: new Set(sites.filter((site) => turned(site.facingDeg)).map((site) => site.id)),
		dry: solved ? dryOf(model) : new Set(),
		sides: [...views.values()].includes('sides'),
		chosen
	};
}
