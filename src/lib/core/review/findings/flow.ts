import { plural, names } from '../../quantity';
import { fieldsOf } from '../../design';
import { DRY_LPH } from '../../hydraulics';
import type { Site } from '../../layout';
import { kindOfPart, pick } from '../../shelf';
import type { SystemModel } from '../../model';
import { set, availableFixes, type Rule, type Said, type Fix, setOf } from '../finding';
import { between, say } from '../sentence';
import { openOutlets } from '../../model';
import { outletWords } from '../words';
import {
	allFed,
	dialUp,
	driestLph,
	fuller,
	largerOutlets,
	moreFlow,
	otherPump
} from './flow-fixes';

const noNeeds: ReadonlyMap<string, number> = new Map();

/** What every open outlet must at least give for the dry ones to run, where no plant says more. */
const trickle = (model: SystemModel) => {
	const needs = new Map(model.feed?.needLph ?? noNeeds);
	for (const { shares } of openOutlets(model))
		for (const [id] of shares) needs.set(id, Math.max(needs.get(id) ?? 0, 0.05));
	return needs;
};

/** Outlets that get nothing at all. */
export const dryOutlets: Rule = (model) => {
	const dry = openOutlets(model).filter(
		(e) => (model.flows.outletLph.get(e.nodeId) ?? 0) < DRY_LPH
	);
	if (dry.length === 0) return [];
	const { waterLevelM, result } = model.path;
	const highest = Math.max(...dry.map((e) => e.zM));
	const top = waterLevelM + (model.curve ? result.source.headM : 0);
	const labels = names(dry.map((e) => e.label));
	const all = dry.length === model.layout.outlets.length && dry.length > 1;
	const [, outlets] = outletWords(model);
	const finding: Said = {
		code: 'outlet-dry',
		step: 'pump',
		severity: 'stop',
		subject: dry.at(-1)!.containerId,
		message:
			`${all ? `All ${outlets} run` : `${labels} ${plural(dry.length, ['runs', 'run'])}`} dry with ${say(model.nowL, 'volume')} in the tank: ` +
			`the water is lifted to ${say(top, 'head')}, the ${outlets} stand at up to ${say(highest, 'head')}. ` +
			`Plants there wilt within a day.`,
		fixes: () =>
			availableFixes(
				dialUp(model, trickle(model)),
				fuller(model, levelFor(model)),
				otherPump(model, trickle(model))
			)
	};
	return [finding];
};

/** Litres at which every site is fed, or at least every outlet runs. */
const levelFor = (model: SystemModel): number | null => model.lowestFedL ?? model.lowestFlowingL;

/** Planted sites whose outlet runs, but gives less than their feed needs; the shortest of them first. */
function shortOf({ feed, layout, flows: { siteLph } }: SystemModel): Site[] {
	if (!feed) return [];
	const met = (site: Site) => (siteLph.get(site.id) ?? 0) / feed.needLph.get(site.id)!;
	return layout.sites
		.filter((site) => {
			const need = feed.needLph.get(site.id);
			const flow = siteLph.get(site.id) ?? 0;
			return need !== undefined && flow >= DRY_LPH && flow < need * (1 - 1e-6);
		})
		.map((site) => ({ site, met: met(site) }))
		.sort((a, b) => a.met - b.met)
		.map(({ site }) => site);
}

/** Outlets that run, but give less than their plants' feed needs, or than wets what they run over. */
export const underDemand: Rule = (model) => {
	const { feed, layout, flows } = model;
	const short = shortOf(model);
	const [worst] = short;
	if (!feed || !worst) return [];
	const among = new Set(short.map(({ id }) => id));
	const labels = layout.sites.filter(({ id }) => among.has(id)).map(({ label }) => label);
	const gets = short.map((site) => flows.siteLph.get(site.id) ?? 0);
	const needs = feed.needLph;
	const given = flows.siteLph.get(worst.id) ?? 0;
	return [
		{
			code: 'outlet-under-demand',
			step: 'pump',
			severity: 'look',
			subject: worst.containerId,
			message:
				`With ${say(model.nowL, 'volume')} in the tank ${names(labels)} ${plural(short.length, ['gets', 'get'])} ` +
				`${between(Math.min(...gets), Math.max(...gets), 'flow')} where ${whatNeeds(model, worst)} ` +
				`${say(needs.get(worst.id)!, 'flow')} in feeds of ${feed.onMin} min. ${passesOn(model, worst) ? 'The lowest go short first.' : 'They will run short on a warm afternoon.'}`,
			off: needs.get(worst.id)! / given - 1,
			fixes: () => availableFixes(longerFeeds(model), ...moreFlow(model))
		}
	];
};

const passesOn = ({ layout }: SystemModel, { id }: Site): boolean =>
	layout.sites.some((site) => site.id === id && site.passesTo !== null);

/** The crop at a site, or the line of sites below it. */
function whatNeeds(model: SystemModel, site: Site): string {
	if (passesOn(model, site)) return 'the line of sites below needs';
	return site.cropId ? `${pick(model.shelf.crops, site.cropId).plural} need` : 'it needs';
}

/** Lets the timer run as long as the slowest site needs. */
function longerFeeds(model: SystemModel): Fix | null {
	const { feed, operation } = model;
	if (!feed || operation.feed.setMin === null || feed.plan.onMin <= feed.onMin) return null;
	const minutes = feed.plan.onMin;
	const change = [set('operation.feed.setMin', null)];
	const after = model.with(change).feed;
	const drains = [...(after?.dose.values() ?? [])].map((d) => d.drainFraction);
	return {
		label: `Feed for ${minutes} min`,
		effect: `all get enough, the wettest drains ${Math.round(100 * Math.max(0, ...drains))} %`,
		change
	};
}

/** A pump that cannot do it even when full open and full up, or does far too much. */
export const pumpSize: Rule = (model) => {
	if (model.design.source.kind !== 'pump') return [];
	const { watts } = pick(model.shelf.pumps, model.design.source.partId);
	// a timer set too short is no fault of the pump's
	const planned = model.feed && model.feed.plan.onMin > model.feed.onMin;
	const needs = trickle(planned ? model.with([set('operation.feed.setMin', null)]) : model);
	return model.trials.worst(needs, model.tank.fullL, 1) < -1e-6
		? tooSmall(model, needs, watts)
		: tooLarge(model, watts);
};

function tooSmall(model: SystemModel, needs: ReadonlyMap<string, number>, watts: number): Said[] {
	const brimL = Math.floor(model.tank.fullL);
	// what it could do at best, whatever stands in the tank now
	const full = model.with([set('operation.dial', 1), set('record.nowL', brimL)]);
	const outlet = outletWords(model)[0];
	const reason = model.feed
		? `the driest ${outlet} gets ${say(driestLph(full), 'flow')}, and the thirstiest needs ${say(Math.max(...needs.values()), 'flow')} in feeds of ${model.feed.onMin} min`
		: `it lifts ${say(full.curve?.result.shutOffHeadM ?? 0, 'head')} at most, not enough for every ${outlet} to run`;
	return [
		{
			code: 'pump-too-small',
			step: 'pump',
			severity: 'stop',
			subject: 'pump',
			message: `The ${watts} W pump is too small: full open and with the tank full ${reason}.`,
			off: Math.max(0.01, -model.trials.worst(needs, model.tank.fullL, 1)),
			fixes: () => availableFixes(otherPump(model, needs), ...largerOutlets(model))
		}
	];
}

function tooLarge(model: SystemModel, watts: number): Said[] {
	const { feed, operation } = model;
	if (!feed || feed.needLph.size === 0) return [];
	const spare = Math.min(
		...[...feed.needLph].map(([id, need]) => (model.flows.siteLph.get(id) ?? 0) / need)
	);
	// what falls from site to site wants more than it drinks
	if (model.layout.sites.some(({ passesTo }) => passesTo !== null)) return [];
	if (
		!(spare > model.limit('pumpTooLarge')) ||
		operation.dial <= 0.3 ||
		operation.feed.setMin === null
	)
		return [];
	return [
		{
			code: 'pump-too-large',
			step: 'pump',
			severity: 'look',
			subject: 'pump',
			message:
				`The pump gives every site at least ${spare.toFixed(1)} times what it needs in ${feed.onMin} min. ` +
				`Most of it drains straight back, and its ${watts} W warm the water.`,
			fixes: () => availableFixes(shorter(model, spare), smaller(model))
		}
	];
}

function shorter(model: SystemModel, spare: number): Fix | null {
	const { feed } = model;
	if (!feed || model.operation.feed.school === 'continuous') return null;
	const minutes = Math.max(1, Math.ceil(feed.onMin / spare));
	if (minutes >= feed.onMin) return null;
	return {
		label: `Feed for ${minutes} min`,
		effect: `${say(((feed.onMin - minutes) * feed.plan.events.length) / 60, 'hours')} of pump a day less`,
		change: [set('operation.feed.setMin', minutes)]
	};
}

function smaller(model: SystemModel): Fix | null {
	const { source, lines } = model.design;
	if (source.kind !== 'pump' || !model.feed) return null;
	const now = pick(model.shelf.pumps, source.partId);
	for (const pump of model.shelf.pumps) {
		if (pump.watts >= now.watts) break;
		const change = [
			set('design.source', { kind: 'pump', partId: pump.id }),
			set('operation.dial', 1),
			...(lines.mainTubeId === `feed-${now.outletMm}`
				? [set('design.lines.mainTubeId', `feed-${pump.outletMm}`)]
				: [])
		];
		if (allFed(model.with(change), model.feed.needLph))
			return {
				label: `Take the ${kindOfPart(pump)}`,
				effect: `${say(now.watts - pump.watts, 'power')} less, all still fed`,
				change
			};
	}
	return null;
}

/** The tank is drawn down past the level at which the last buckets stop, before anybody refills it. */
export const levelLimit: Rule = (model) => {
	const { design, lowestFlowingL: lowest, tank, account, operation } = model;
	if (lowest === null || lowest <= tank.pumpMinimumL + 0.5 || lowest > model.nowL) return [];
	const { topUp, fillL } = operation;
	const reached =
		topUp.kind === 'hand'
			? fillL - account.leavesLPerDay * topUp.everyDays
			: design.reserve === null
				? fillL
				: 0;
	if (reached >= lowest) return [];
	const last = [...openOutlets(model)].sort((a, b) => b.zM - a.zM)[0]!;
	return [
		{
			code: 'tank-level-limit',
			step: 'pump',
			severity: 'look',
			subject: 'tank',
			message:
				`Below ${say(lowest, 'volume')} in the tank ${last.label} runs dry first, ` +
				`though the pump still has water to ${say(tank.pumpMinimumL, 'volume')}: as the water falls, the lift grows.`,
			// of the water the pump could still reach, what it brings nowhere
			off: (lowest - tank.pumpMinimumL) / Math.max(1, tank.fullL),
			fixes: () => availableFixes(dialForLowest(model))
		}
	];
};

function dialForLowest(model: SystemModel): Fix | null {
	if (model.design.source.kind !== 'pump') return null;
	for (let percent = Math.ceil(model.operation.dial * 100) + 2; percent <= 100; percent += 4) {
		const trial = model.with([set('operation.dial', percent / 100)]);
		const lowest = trial.lowestFlowingL;
		if (lowest !== null && lowest <= model.tank.pumpMinimumL + 0.5)
			return {
				label: `Dial to ${percent} %`,
				effect: `all flow down to ${say(lowest, 'volume')}`,
				change: [set('operation.dial', percent / 100)]
			};
	}
	return null;
}

/** Suction so strong that the water column would break. */
export const brokenColumn = (model: Pick<SystemModel, 'path' | 'design'>): Said[] => {
	const { lowestPressureM } = model.path.result;
	if (lowestPressureM > -9) return [];
	return [
		{
			code: 'column-breaks',
			step: 'lines',
			severity: 'stop',
			subject: 'main',
			message: `The lines rise so high over the outlets that the water in them would be pulled apart (${say(lowestPressureM, 'head')}): they fill with vapour and the flow stops.`,
			fixes: () =>
				model.design.stands.flatMap((stand) =>
					fieldsOf(stand).feedAboveRimMm === undefined
						? []
						: [
								{
									label: 'Feed rows at the rims',
									effect: 'less to fall, less pull',
									change: [setOf(stand, 'feedAboveRimMm', 0)]
								}
							]
				)
		}
	];
};
