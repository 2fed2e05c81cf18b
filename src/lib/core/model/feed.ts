import { DAY_MIN, dutyOf, kindOf, type Design, type Operation, type School } from '../design';
import {
	dosesAt,
	feedPlan,
	lineWants,
	type FedSite,
	type FeedPlan,
	type FeedPlanInput
} from '../feeding';
import { DRY_LPH } from '../hydraulics';
import type { Layout, Site } from '../layout';
import { clamp, InvalidInput, NoSolution } from '../quantity';
import type { ParameterSet } from '../parameters';
import type { Medium, Shelf } from '../shelf';
import { day, type DayState } from './day';
import { layout } from './layout';
import { passedDown } from './helpers/passing';
import { rootStoreOf, type RootStore } from './helpers/roots';
import { stage } from './stage';
import { flows, type Flows } from './water-path';
import { waterUse, type WaterUse } from './water-use';

export interface FeedState {
	input: FeedPlanInput;
	plan: FeedPlan;
	/** Minutes the timer runs at each feed: as set by the grower, else as planned. */
	onMin: number;
	/** Of those, the share in which water runs: a relay switches by seconds. */
	duty: number;
	/** Flow each site with an outlet must be given so that it and all below it get their deficit and drain, L/h. */
	needLph: Map<string, number>;
	/** What a feed brings each planted site and what it must make good, L, and when it has it. */
	dose: Map<string, FedSite>;
	/** What the outlets of the timer give in a day, and what its plants drink on a typical one, L. */
	pumpedLPerDay: number;
	drunkLPerDay: number;
}

/** The sites a timer can feed, with what they get and drink. */
interface Fed {
	design: Pick<Design, 'stands'>;
	shelf: Pick<Shelf, 'media' | 'crops'>;
	parameters: Pick<ParameterSet, 'roots' | 'growth'>;
	layout: Layout;
	waterUse: WaterUse;
	flows: Flows;
	day: DayState;
}
type Settings = Operation['feed'];

/**
 * The operation's input for one school. Planted sites that get no water are left out, and are a finding; empty
 * ones stand in it where water passes through them.
 *
 * @param dryLph what to take for outlets that give nothing
 */
export function feedInput(of: Fed, feed: Settings, dryLph = 0): FeedPlanInput | null {
	const { layout, waterUse, flows, parameters } = of;
	const timed = timedSites(of);
	const ownLph = given(of, dryLph);
	const arrives = dryLph === 0 ? flows.arrivesLph : passedDown(layout, ownLph);
	const storeOf = storesOf(of);
	const duty = dutyOf(feed);
	let [allowed, leastMin] = [1, 1];
	const sites = layout.sites.flatMap((site): FeedPlanInput['sites'] => {
		// where a valve lets water in as it is drunk, no timer does
		if (!timed.has(site.id) || (arrives.get(site.id) ?? 0) < DRY_LPH) return [];
		const drinks = waterUse.bySite.get(site.id);
		if (drinks === undefined && !inLine(site, arrives, ownLph)) return [];
		const { mediumL, availableFraction, ...store } = storeOf(site);
		// in whole minutes a relay brings so much less
		const flowLph = duty * (ownLph.get(site.id) ?? 0);
		if (drinks !== undefined) {
			allowed = Math.min(allowed, store.allowedDepletion);
			const leastL = parameters.roots.leastDose.value * mediumL * availableFraction;
			leastMin = Math.max(leastMin, (60 * leastL) / (duty * arrives.get(site.id)!));
		}
		return [
			{
				id: site.id,
				mediumL,
				availableFraction,
				demandLPerDay: (drinks ?? 0) * parameters.roots.hotDay.value,
				flowLph,
				...passing(site)
			}
		];
	});
	if (sites.every(({ demandLPerDay }) => demandLPerDay === 0)) return null;
	return {
		sites,
		allowedDepletion: feed.allowedDepletion ?? allowed,
		...settingsOf(of, feed, leastMin)
	};
}

/** What the roots of sites can draw on, worked out once for all that are alike. */
function storesOf({ shelf, parameters }: Pick<Fed, 'shelf' | 'parameters'>) {
	const known = new Map<string, RootStore>();
	return (site: Site): RootStore => {
		const alike = `${site.mediumId} ${site.mediumL} ${site.cropId} ${site.stage}`;
		const store = known.get(alike) ?? rootStoreOf(site, shelf, parameters);
		known.set(alike, store);
		return store;
	};
}

/** How the timer is set, whatever it feeds; a feed is no shorter than the least dose takes. */
function settingsOf({ day }: Fed, feed: Settings, leastMin: number) {
	const minOnMin = clamp(Math.ceil(leastMin - 1e-9), feed.timer.minOnMin, MOST_LEAST_MIN);
	return {
		lights: day.lights,
		dayShare: feed.dayShare,
		drainFraction: feed.drainFraction,
		window: feed.window,
		timer: { ...feed.timer, minOnMin: Math.max(feed.timer.minOnMin, minOnMin) },
		school: feed.school,
		...(feed.soakPerDay !== null && { soakPerDay: feed.soakPerDay }),
		pulseEveryMin: feed.pulseEveryMin,
		repeatEveryMin: feed.repeatEveryMin,
		repeatFromMin: feed.repeatFromMin,
		startsMin: feed.startsMin
	};
}

/** No dose is stretched to more than this: a slow drip wets by its hours. */
const MOST_LEAST_MIN = 240;

/** An empty site stands in the way of water only on a line. */
const inLine = (
	site: Site,
	arrives: ReadonlyMap<string, number>,
	own: ReadonlyMap<string, number>
) => site.passesTo !== null || (arrives.get(site.id) ?? 0) > (own.get(site.id) ?? 0);

const passing = ({ catchFraction, passesTo }: Site) => ({
	...(catchFraction < 1 && { catchFraction }),
	...(passesTo !== null && { passesTo })
});

/** What each site is given by its own outlets, L/h, with `dryLph` for those that give nothing. */
function given({ layout, flows }: Pick<Fed, 'layout' | 'flows'>, dryLph: number) {
	if (dryLph === 0) return flows.siteLph;
	const own = new Map(flows.siteLph);
	for (const { shares } of layout.outlets)
		for (const [id] of shares) if ((own.get(id) ?? 0) < DRY_LPH) own.set(id, dryLph);
	return own;
}

const timedOf = new WeakMap<Layout, Set<string>>();
/** Sites that a timer feeds; the same for one layout, whoever asks. */
export function timedSites({ design, layout }: Pick<Fed, 'design' | 'layout'>): Set<string> {
	const known = timedOf.get(layout);
	if (known) return known;
	const stands = new Set(
		design.stands.filter((s) => kindOf(s).feeding === 'pump').map((s) => s.id)
	);
	const timed = new Set(layout.sites.filter((s) => stands.has(s.standId)).map((s) => s.id));
	timedOf.set(layout, timed);
	return timed;
}

/** The plan with the grower's own minutes laid over it; null where nothing can be planned. */
export const feed = stage(
	'feed',
	{
		design: ['stands'],
		operation: ['feed'],
		shelf: ['media', 'crops'],
		parameters: ['roots', 'growth']
	},
	{ layout, waterUse, flows, day },
	(all): FeedState | null => {
		const { feed } = all.operation;
		const input = feedInput(all, feed);
		const plan = input && planOf(input);
		if (!input || !plan) return null;
		const onMin = feed.school === 'continuous' ? DAY_MIN : (feed.setMin ?? plan.onMin);
		const drinking = new Set(all.waterUse.bySite.keys());
		const dose = new Map(
			dosesAt(input, plan, onMin)
				.filter(({ id }) => drinking.has(id))
				.map((site) => [site.id, site])
		);
		return {
			input,
			plan,
			onMin,
			duty: dutyOf(feed),
			dose,
			needLph: needsOf(all, feed, { input, plan, onMin }),
			...dayOf(all, dutyOf(feed) * onMin * plan.events.length)
		};
	}
);

function planOf(input: FeedPlanInput): FeedPlan | null {
	try {
		return feedPlan(input);
	} catch (problem) {
		if (problem instanceof NoSolution || problem instanceof InvalidInput) return null;
		throw problem;
	}
}

type Planned = Pick<FeedState, 'input' | 'plan' | 'onMin'>;

/** What each site with an outlet of its own must be given; the greater of what its line drinks and what wets it. */
function needsOf(of: Fed, feed: Settings, planned: Planned): FeedState['needLph'] {
	const { layout, flows } = of;
	const needs: FeedState['needLph'] = new Map();
	const timed = timedSites(of);
	const inPlan = new Set(planned.input.sites.map(({ id }) => id));
	const left = [...of.waterUse.bySite.keys()].some((id) => timed.has(id) && !inPlan.has(id));
	// outlets that give nothing are asked what they would have to give, as if each gave one litre
	const input = left ? feedInput(of, feed, 1) : planned.input;
	const plan = left ? input && planOf(input) : planned.plan;
	const drinking = new Set<string>();
	if (input && plan) {
		const deficits = plan.sites.map(({ deficitL }) => deficitL);
		for (const { places, minutes } of lineWants(input, deficits))
			for (const i of places) {
				const { id, flowLph } = input.sites[i]!;
				if (minutes > 0) drinking.add(id);
				if (flowLph > 0 && minutes > 0)
					needs.set(id, (flowLph * minutes) / planned.onMin / dutyOf(feed));
			}
	}
	for (const { leastLph, shares, nodeId } of layout.outlets) {
		if (leastLph === 0) continue;
		const now = flows.outletLph.get(nodeId) ?? 0;
		for (const [id, share] of shares) {
			if (!drinking.has(id)) continue;
			const part = now > 0 ? (flows.siteLph.get(id) ?? 0) / now : share;
			needs.set(id, Math.max(needs.get(id) ?? 0, leastLph * part));
		}
	}
	return needs;
}

/** Litres of a day: what the timer's outlets give, and what its plants drink. */
function dayOf(of: Fed, minutes: number): Pick<FeedState, 'pumpedLPerDay' | 'drunkLPerDay'> {
	const timed = timedSites(of);
	let [pumped, drunkLPerDay] = [0, 0];
	const stands = new Set(of.layout.sites.filter(({ id }) => timed.has(id)).map((s) => s.standId));
	for (const [standId, lph] of of.flows.standLph) if (stands.has(standId)) pumped += lph;
	for (const [id, litres] of of.waterUse.bySite) if (timed.has(id)) drunkLPerDay += litres;
	return { pumpedLPerDay: (pumped * Math.min(DAY_MIN, minutes)) / 60, drunkLPerDay };
}

/**
 * How a medium likes to be fed: one that holds little easy water in short pulses, one that holds much in soaks
 * it drains between.
 */
export const advisedSchool = (
	{ availableFraction }: Medium,
	{ thresholds }: Pick<ParameterSet, 'thresholds'>
): School => (availableFraction < thresholds.pulseUnder.value ? 'pulse' : 'soak');

/** Minutes of the day in which the pump runs, with the timer and the relay as they are set. */
export const pumpMinutes = ({ feed }: { feed: FeedState | null }): number =>
	feed ? feed.duty * Math.min(DAY_MIN, feed.onMin * feed.plan.events.length) : 0;

/**
 * Flow each outlet must give so that the thirstiest site it waters gets its need, L/h by node. Where several
 * outlets water a site, each is taken to give its part of it as it does now.
 */
export function outletNeeds({
	feed,
	flows,
	layout
}: Pick<Fed, 'flows' | 'layout'> & { feed: FeedState | null }): Map<string, number> {
	const needs = new Map<string, number>();
	for (const { nodeId, shares } of layout.outlets) {
		const now = flows.outletLph.get(nodeId) ?? 0;
		let most = 0;
		for (const [id, share] of shares) {
			const need = feed?.needLph.get(id) ?? 0;
			const got = flows.siteLph.get(id) ?? 0;
			if (share > 0) most = Math.max(most, now > 0 && got > 0 ? (need * now) / got : need / share);
		}
		needs.set(nodeId, most);
	}
	return needs;
}
