import type { Container, Layout } from '../layout';
import { pick, type Shelf } from '../shelf';
import type { LevelState } from './levels';
import { fallingIn } from './returns';
import type { Flows } from './water-path';

/** Water in a container, L. */
export interface Held {
	mediumL: number;
	/** What plants can easily take up of a full medium. */
	availableL: number;
	/** Below its elbow, or as deep as a valve keeps it. */
	poolL: number;
	/** On its way down while the pump runs. */
	fallingL: number;
}

/** What a container holds: in its medium, standing in it, and falling through it. */
export function heldIn(
	of: { layout: Layout; flows: Flows; levels: LevelState[]; shelf: Pick<Shelf, 'media'> },
	container: Container
): Held {
	const sites = new Set(container.siteIds);
	const mine = of.layout.sites.filter((site) => sites.has(site.id));
	const available = (mediumId: string) => pick(of.shelf.media, mediumId).availableFraction;
	const flowLph = of.layout.emissions
		.filter((e) => e.containerId === container.id)
		.reduce((sum, e) => sum + (of.flows.outletLph.get(e.nodeId) ?? 0), 0);
	const filled = of.levels
		.flatMap((state) => state.filled?.result.trays ?? [])
		.find((tray) => tray.id === container.id);
	return {
		mediumL: container.mediumL,
		availableL: mine.reduce((sum, site) => sum + site.mediumL * available(site.mediumId), 0),
		poolL: filled?.litres ?? container.poolL,
		fallingL: filled ? 0 : fallingIn(container, flowLph)
	};
}
