import { capital } from '$lib/core/quantity';
import { fieldsOf } from '$lib/core/design';
import { passedDown, type SystemModel } from '$lib/core/model';
import { faultWords } from '$lib/core/review';
import { pick } from '$lib/core/shelf';

/** What is chosen in the drawing, said in a line: a bucket, a length of pipe, a return, a bench, the tank. */
export interface SelectedLine {
	name: string;
	words: string;
}

/** Less than a litre is read in millilitres. */
export const litresOf = (say: SystemModel['say'], litres: number): string =>
	say(litres, litres < 1 ? 'dose' : 'volume');

export function selectedLine(model: SystemModel, id: string | null): SelectedLine | null {
	if (id === null) return null;
	return (
		bucketLine(model, id) ?? runLine(model, id) ?? returnLine(model, id) ?? thingLine(model, id)
	);
}

function bucketLine(model: SystemModel, id: string): SelectedLine | null {
	const { layout, path, feed, waterUse, shelf, say } = model;
	const container = layout.containers.find((c) => c.id === id || c.siteIds.includes(id));
	if (!container) return null;
	const site = layout.sites.find((s) => s.id === id);
	const outlets = layout.outlets.filter((e) => e.containerId === container.id);
	// one site of many is told by itself; a container by what its outlets give
	const alone = site !== undefined && container.siteIds.length > 1;
	const ids = alone ? [id] : container.siteIds;
	const flow = alone ? (path.arrivesLph.get(id) ?? 0) : (path.containerLph.get(container.id) ?? 0);
	const total = (of: ReadonlyMap<string, number> | undefined) =>
		ids.reduce((sum, each) => sum + (of?.get(each) ?? 0), 0);
	const wants = feed ? passedDown(layout, feed.needLph) : undefined;
	const need = alone || ids.length === 1 ? total(wants) : 0;
	const left = path.result.nodes.find((n) => n.id === outlets[0]?.nodeId)?.pressureM ?? 0;
	const drinks = total(waterUse.bySite);
	const kinds = new Map<string, number>();
	for (const s of layout.sites)
		if (ids.includes(s.id) && s.cropId) {
			const name = `${pick(shelf.crops, s.cropId).name}, ${s.stage}`;
			kinds.set(name, (kinds.get(name) ?? 0) + 1);
		}
	const crops = [...kinds].map(([name, count]) => (count > 1 ? `${count} × ${name}` : name));
	const needed = need > 0 ? ` of ${say(need, 'flow')} needed` : '';
	const thirsty = drinks > 0 ? `; drinks ${litresOf(say, drinks)} a day` : '';
	const { mediumL } = container;
	const { availableL, poolL } = model.held.get(container.id)!.result;
	const held = [
		availableL > 0 &&
			`${say(mediumL, 'volume')} of medium, with ${say(availableL, 'volume')} in it they can take up`,
		poolL > 0 && `${say(poolL, 'volume')} standing in it`
	].filter(Boolean);
	const holds = alone || held.length === 0 ? '' : ` It holds ${held.join(' and ')}.`;
	const head = alone ? '' : `, ${say(left, 'head')} of head left`;
	return {
		name: alone ? site.label : container.label,
		words: `${crops.join(' and ') || 'empty'}: ${say(flow, 'flow')}${needed}${head}${thirsty}.${holds}`
	};
}

function runLine(model: SystemModel, id: string): SelectedLine | null {
	const { layout, path, shelf, say } = model;
	const run = layout.runs.find((r) => r.id === id);
	const link = path.result.links.find((l) => l.id === id);
	if (!run || !link) return null;
	const fittings = run.fittings.map((f) => f.name).join(', ');
	return {
		name: capital(run.name),
		words: `${say(run.lengthM, 'span')} of ${pick(shelf.tubes, run.tubeId).name}${fittings ? ` with ${fittings}` : ''}: ${say(Math.abs(link.flowLph), 'flow')} at ${say(link.velocityMS, 'velocity')}, Reynolds number ${Math.round(link.reynolds)}, loses ${say(link.lossM * 1000, 'size')} of head.`
	};
}

function returnLine(model: SystemModel, id: string): SelectedLine | null {
	const { say } = model;
	const state = model.returns.find((r) => r.run.id === id);
	if (!state) return null;
	const { run, result, flowLph } = state;
	const name = capital(run.name);
	if (run.way === 'drop')
		return { name, words: `${say(flowLph, 'flow')} fall straight into the tank.` };
	if (run.way === 'level')
		return {
			name,
			words: `${say(run.lengthM, 'span')} level and under water, one surface in all it joins${flowLph > 0 ? `; ${say(flowLph, 'flow')} go home through it` : ''}.`
		};
	const carries = result
		? `${Math.round(result.depthRatio * 100)} % full at ${say(flowLph, 'flow')}; half full it would carry ${say(result.halfCapacityLph, 'flow')}`
		: `it cannot carry ${say(flowLph, 'flow')}: ${faultWords(model, state.fault)}`;
	return {
		name,
		words: `${say(run.lengthM, 'span')} falling ${run.fallPercent} %, ${carries}.`
	};
}

function thingLine(model: SystemModel, id: string): SelectedLine | null {
	const { say, design, operation, layout } = model;
	if (id === 'tank')
		return {
			name: 'Tank',
			words: `${say(model.nowL, 'volume')} of ${say(model.tank.fullL, 'volume')} in it, ${say(model.tank.nowMm, 'size')} deep. The arrow keys move its level.`
		};
	const { reserve } = model;
	if (id === 'reserve' && reserve)
		return {
			name: 'Reserve',
			words: `${say(reserve.fullL, 'volume')} when full, of which ${say(reserve.usableL, 'volume')} run to the float; ${say(reserve.full.flowLph, 'flow')} at first.`
		};
	const { source } = design;
	if (id === 'pump' && source.kind === 'pump') {
		const { flowLph, headM } = model.path.result.source;
		return {
			name: 'Pump',
			words: `${pick(model.shelf.pumps, source.partId).name}, dial at ${Math.round(100 * operation.dial)} %: ${say(flowLph, 'flow')} against ${say(headM, 'head')}.`
		};
	}
	const stand = design.stands.find((s) => id === `${s.id}.top`);
	if (!stand) return null;
	const at = design.stands.indexOf(stand);
	const { lowEndHeightMm } = fieldsOf(stand);
	const high =
		lowEndHeightMm === undefined ? '' : `, ${say(lowEndHeightMm, 'size')} high at the low end`;
	return {
		name: stand.name,
		words: `${say(layout.stands[at]!.lengthM, 'span')} long${high}, bears ${say(model.grown.loads[at]!.massKg, 'mass')}.${high ? ' The arrow keys move its height.' : ''}`
	};
}
