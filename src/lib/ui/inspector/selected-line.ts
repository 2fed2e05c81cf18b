import type { Chain } from '$lib/core/review';
import { pick } from '$lib/core/shelf';

/** What is chosen in the drawing, said in a line: a bucket, a length of pipe, a return, a bench, the tank. */
export interface SelectedLine {
	name: string;
	words: string;
}

export function selectedLine(chain: Chain, id: string | null): SelectedLine | null {
	if (id === null) return null;
	return (
		bucketLine(chain, id) ?? runLine(chain, id) ?? returnLine(chain, id) ?? thingLine(chain, id)
	);
}

function bucketLine(chain: Chain, id: string): SelectedLine | null {
	const { layout, path, feed, thirst, shelf, say } = chain;
	const bucket = layout.containers.find((c) => c.id === id || c.siteIds.includes(id));
	if (!bucket) return null;
	const outlets = layout.emissions.filter((e) => e.containerId === bucket.id);
	const flow = outlets.reduce((total, e) => total + (path.outletLph.get(e.nodeId) ?? 0), 0);
	const need = bucket.siteIds.reduce((total, site) => total + (feed?.needLph.get(site) ?? 0), 0);
	const left = path.result.nodes.find((n) => n.id === outlets[0]?.nodeId)?.pressureM ?? 0;
	const drinks = bucket.siteIds.reduce((total, site) => total + (thirst.bySite.get(site) ?? 0), 0);
	const crops = layout.sites
		.filter((s) => s.containerId === bucket.id && s.cropId)
		.map((s) => `${pick(shelf.crops, s.cropId!).name}, ${s.stage}`);
	const needed = need > 0 ? ` of ${say(need, 'flow')} needed` : '';
	const thirsty = drinks > 0 ? `; drinks ${say(drinks, 'volume')} a day` : '';
	return {
		name: bucket.label,
		words: `${crops.join(' and ') || 'empty'}: ${say(flow, 'flow')}${needed}, ${say(left, 'head')} of head left${thirsty}.`
	};
}

function runLine(chain: Chain, id: string): SelectedLine | null {
	const { layout, path, shelf, say } = chain;
	const run = layout.runs.find((r) => r.id === id);
	const link = path.result.links.find((l) => l.id === id);
	if (!run || !link) return null;
	const fittings = run.fittings.map((f) => f.name).join(', ');
	return {
		name: `${run.name[0]!.toUpperCase()}${run.name.slice(1)}`,
		words: `${say(run.lengthM, 'span')} of ${pick(shelf.tubes, run.tubeId).name}${fittings ? ` with ${fittings}` : ''}: ${say(Math.abs(link.flowLph), 'flow')} at ${say(link.velocityMS, 'velocity')}, Reynolds number ${Math.round(link.reynolds)}, loses ${say(link.lossM * 1000, 'size')} of head.`
	};
}

function returnLine(chain: Chain, id: string): SelectedLine | null {
	const { say } = chain;
	const state = chain.returns.find((r) => r.run.id === id);
	if (!state) return null;
	const { run, result, flowLph } = state;
	const carries = result
		? `${Math.round(result.depthRatio * 100)} % full at ${say(flowLph, 'flow')}; half full it would carry ${say(result.halfCapacityLph, 'flow')}`
		: `it cannot carry ${say(flowLph, 'flow')}: ${state.why}`;
	return {
		name: `${run.name[0]!.toUpperCase()}${run.name.slice(1)}`,
		words: `${say(run.lengthM, 'span')} falling ${run.fallPercent} %, ${carries}.`
	};
}

function thingLine(chain: Chain, id: string): SelectedLine | null {
	const { say, design, layout } = chain;
	if (id === 'tank')
		return {
			name: 'Tank',
			words: `${say(design.water.nowL, 'volume')} of ${say(chain.tank.fullL, 'volume')} in it, ${say(chain.tank.nowMm, 'size')} deep. The arrow keys move its level.`
		};
	const stand = design.stands.find((s) => id === `${s.id}.top`);
	if (!stand) return null;
	const kg = layout.containers
		.filter((c) => c.standId === stand.id)
		.reduce((total, c) => total + c.massKg, 0);
	return {
		name: stand.name,
		words: `${say(stand.lengthMm / 1000, 'span')} long, ${say(stand.lowEndHeightMm, 'size')} high at the low end, bears ${say(kg, 'mass')}. The arrow keys move its height.`
	};
}
