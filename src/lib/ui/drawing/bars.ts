import { DRY_LPH } from '$lib/core/hydraulics';
import type { Container } from '$lib/core/layout';
import { outletNeeds, type Chain } from '$lib/core/review';

export interface Bar {
	container: Container;
	flow: number;
	need: number;
	state: 'dry' | 'short' | 'fine';
}

/** What each container gets, and what its outlets must give for its thirstiest site, L/h. */
export function barsOf(chain: Chain): Bar[] {
	const { layout, path, feed } = chain;
	const flows = new Map<string, number>();
	const wanted = new Map<string, number>();
	const needs = outletNeeds(chain);
	for (const { containerId, nodeId } of layout.emissions) {
		flows.set(containerId, (flows.get(containerId) ?? 0) + (path.outletLph.get(nodeId) ?? 0));
		wanted.set(containerId, (wanted.get(containerId) ?? 0) + (needs.get(nodeId) ?? 0));
	}
	return layout.containers.map((container) => {
		// what has no outlet of its own gets what is passed on to its sites
		const own = flows.get(container.id);
		const passed = (of: ReadonlyMap<string, number> | undefined) =>
			container.siteIds.reduce((sum, id) => sum + (of?.get(id) ?? 0), 0);
		const flow = own ?? passed(path.siteLph);
		const need = own === undefined ? passed(feed?.needLph) : (wanted.get(container.id) ?? 0);
		const state = flow < DRY_LPH ? 'dry' : flow < need * (1 - 1e-6) ? 'short' : 'fine';
		return { container, flow, need, state };
	});
}

/** Things that stand one behind the other share a column: which of them each bar is. */
export function columnsOf(bars: readonly Bar[]): number[] {
	const counts = new Map<number, number>();
	return bars.map(({ container }) => {
		const key = Math.round(container.xM * 1000);
		const at = counts.get(key) ?? 0;
		counts.set(key, at + 1);
		return at;
	});
}
