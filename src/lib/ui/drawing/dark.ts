import type { Layout } from '$lib/core/layout';
import type { SystemModel } from '$lib/core/model';

interface Dark {
	id: string;
	label: string;
	/** Share of the sun lost on the shortest growing day. */
	lost: number;
	xM: number;
	yM: number;
	spreadMm: number;
}

const LEAST = 0.02;

/**
 * What loses sun, as it is drawn from above: plant by plant, or one mark for all that grow out of the same
 * side or tower, which would lie on top of one another.
 */
export function darkOf(
	{ sites, containers }: Layout,
	shade: NonNullable<SystemModel['shade']>
): Dark[] {
	const lostAt = (id: string) => shade.bySite.get(id)?.shortest ?? 0;
	const sided = new Set(sites.filter((s) => s.facingDeg !== null).map((s) => s.containerId));
	const single = sites
		.filter((site) => !sided.has(site.containerId))
		.map((site) => ({ ...site, lost: lostAt(site.id) }));
	const many = containers
		.filter((c) => sided.has(c.id))
		.map(({ id, label, xM, yM, siteIds }) => {
			const mine = sites.filter((site) => site.containerId === id);
			const spreadMm = Math.max(...mine.map((site) => site.spreadMm));
			const lost = siteIds.reduce((sum, site) => sum + lostAt(site), 0) / siteIds.length;
			return { id, label, lost, xM, yM, spreadMm };
		});
	return [...single, ...many].filter((dark) => dark.lost > LEAST);
}
