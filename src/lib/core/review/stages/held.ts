import type { Container } from '../../layout';
import { pick } from '../../shelf';
import type { Chain } from '../chain';
import { fallingIn } from './tank';

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
export function heldIn(chain: Chain, container: Container): Held {
	const sites = new Set(container.siteIds);
	const mine = chain.layout.sites.filter((site) => sites.has(site.id));
	const available = (mediumId: string) => pick(chain.shelf.media, mediumId).availableFraction;
	const flowLph = chain.layout.emissions
		.filter((e) => e.containerId === container.id)
		.reduce((sum, e) => sum + (chain.flows.outletLph.get(e.nodeId) ?? 0), 0);
	const filled = chain.levels
		.flatMap((state) => state.filled?.result.trays ?? [])
		.find((tray) => tray.id === container.id);
	return {
		mediumL: container.mediumL,
		availableL: mine.reduce((sum, site) => sum + site.mediumL * available(site.mediumId), 0),
		poolL: filled?.litres ?? container.poolL,
		fallingL: filled ? 0 : fallingIn(container, flowLph)
	};
}
