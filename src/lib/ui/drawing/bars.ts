import { DRY_LPH } from '$lib/core/hydraulics';
import type { Container } from '$lib/core/layout';
import { outletNeeds, passedDown, type SystemModel } from '$lib/core/model';

export interface Bar {
	container: Container;
	value: number;
	need: number;
	state: 'dry' | 'short' | 'fine';
}

/** One figure for every container: the flow it gets, or where valves keep the water, how deep it stands. */
export interface Bars {
	kind: 'flow' | 'depth';
	bars: Bar[];
}

export function barsOf(model: SystemModel): Bars {
	const valved = model.levels.flatMap(({ filled, basis }) => (filled ? [{ filled, basis }] : []));
	const stands = new Set(model.levels.map(({ standId }) => standId));
	const only = model.layout.stands.every(({ id }) => stands.has(id));
	return only && valved.length > 0
		? { kind: 'depth', bars: depths(model, valved) }
		: { kind: 'flow', bars: flows(model) };
}

type Filled = Pick<SystemModel['levels'][number], 'basis'> & {
	filled: NonNullable<SystemModel['levels'][number]['filled']>;
};

/** Middle depth of the water in each tray or pot, and the depth its valve is set to, mm. */
function depths({ layout }: SystemModel, valved: readonly Filled[]): Bar[] {
	const trays = new Map(
		valved.flatMap(({ filled, basis }) =>
			filled.result.trays.map((tray) => [tray.id, { tray, need: basis.depthMm }] as const)
		)
	);
	return layout.containers.flatMap((container): Bar[] => {
		const found = trays.get(container.id);
		if (!found) return [];
		const { tray, need } = found;
		const value = (tray.deepMm + tray.shallowMm) / 2;
		const off = tray.dryCorner || tray.floods;
		return [{ container, value, need, state: tray.dry ? 'dry' : off ? 'short' : 'fine' }];
	});
}

/** What each container gets, and what its outlets must give for its thirstiest site, L/h. */
function flows(model: SystemModel): Bar[] {
	const { layout, path, feed } = model;
	const given = path.containerLph;
	const wanted = new Map<string, number>();
	const needs = outletNeeds(model);
	const wants = feed ? passedDown(layout, feed.needLph) : undefined;
	for (const { containerId, nodeId } of layout.outlets)
		wanted.set(containerId, (wanted.get(containerId) ?? 0) + (needs.get(nodeId) ?? 0));
	return layout.containers.map((container) => {
		// what has no outlet of its own gets what is passed on to its sites
		const own = given.get(container.id);
		const passed = (of: ReadonlyMap<string, number> | undefined) =>
			container.siteIds.reduce((sum, id) => sum + (of?.get(id) ?? 0), 0);
		const value = own ?? passed(path.arrivesLph);
		const need = own === undefined ? passed(wants) : (wanted.get(container.id) ?? 0);
		const state = value < DRY_LPH ? 'dry' : value < need * (1 - 1e-6) ? 'short' : 'fine';
		return { container, value, need, state };
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
