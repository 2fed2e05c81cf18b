import { kindOf, type Design, type Operation, type School } from '../design';
import { feedPlan, type FeedPlan, type FeedPlanInput } from '../feeding';
import { DRY_LPH } from '../hydraulics';
import type { Layout } from '../layout';
import { NoSolution } from '../quantity';
import type { ParameterSet } from '../parameters';
import { pick, type Medium, type Shelf } from '../shelf';
import { layout } from './layout';
import { stage } from './stage';
import { flows, type Flows } from './water-path';
import { waterUse, type WaterUse } from './water-use';

export interface FeedState {
	input: FeedPlanInput;
	plan: FeedPlan;
	/** Minutes the timer runs at each feed: as set by the grower, else as planned. */
	onMin: number;
	/** Flow each planted site must get for its deficit and drain in one feed, L/h. */
	needLph: Map<string, number>;
	/** What a feed brings and what it must make good, L, by site. */
	dose: Map<string, { doseL: number; deficitL: number; drainFraction: number }>;
}

const DAY_MIN = 1440;

/** The sites a timer can feed, with what they get and drink. */
interface Fed {
	design: Pick<Design, 'stands'>;
	shelf: Pick<Shelf, 'media'>;
	layout: Layout;
	waterUse: WaterUse;
	flows: Flows;
}

/** The operation's input for one school; planted sites that get no water are left out, and are a finding. */
export function feedInput(of: Fed, feed: Operation['feed']): FeedPlanInput | null {
	const { layout, waterUse, flows, shelf } = of;
	const timed = timedSites(of);
	const sites = layout.sites.flatMap((site) => {
		// where a valve lets water in as it is drunk, no timer does
		if (!timed.has(site.id)) return [];
		const demandLPerDay = waterUse.bySite.get(site.id);
		const flowLph = flows.siteLph.get(site.id) ?? 0;
		if (demandLPerDay === undefined || flowLph < DRY_LPH) return [];
		const { availableFraction } = pick(shelf.media, site.mediumId);
		const mediumL = Math.max(0.05, site.mediumL);
		return [{ id: site.id, mediumL, availableFraction, demandLPerDay, flowLph }];
	});
	if (sites.length === 0) return null;
	return {
		sites,
		lights: feed.lights,
		dayShare: feed.dayShare,
		allowedDepletion: feed.allowedDepletion,
		drainFraction: feed.drainFraction,
		window: feed.window,
		timer: feed.timer,
		school: feed.school,
		...(feed.soakPerDay !== null && { soakPerDay: feed.soakPerDay }),
		pulseEveryMin: feed.pulseEveryMin,
		repeatEveryMin: feed.repeatEveryMin,
		repeatFromMin: feed.repeatFromMin
	};
}

/** Sites that a timer feeds. */
export function timedSites({ design, layout }: Pick<Fed, 'design' | 'layout'>): Set<string> {
	const stands = new Set(
		design.stands.filter((s) => kindOf(s).feeding === 'pump').map((s) => s.id)
	);
	return new Set(layout.sites.filter((s) => stands.has(s.standId)).map((s) => s.id));
}

/** The plan with the grower's own minutes laid over it; null where nothing can be planned. */
export const feed = stage(
	'feed',
	{ design: ['stands'], operation: ['feed'], shelf: ['media'] },
	{ layout, waterUse, flows },
	(given): FeedState | null => {
		const { feed } = given.operation;
		const input = feedInput(given, feed);
		const plan = input && planOf(input);
		if (!input || !plan) return null;
		const onMin = feed.school === 'continuous' ? DAY_MIN : (feed.setMin ?? plan.onMin);
		return { input, plan, onMin, ...dosesOf(given, feed, plan, onMin) };
	}
);

function planOf(input: FeedPlanInput): FeedPlan | null {
	try {
		return feedPlan(input);
	} catch (problem) {
		if (problem instanceof NoSolution || (problem as { code?: string }).code === 'invalid-input')
			return null;
		throw problem;
	}
}

/** What one feed of so many minutes brings to each site, and what it must. */
function dosesOf(
	of: Fed,
	feed: Operation['feed'],
	plan: FeedPlan,
	onMin: number
): Pick<FeedState, 'needLph' | 'dose'> {
	const needLph: FeedState['needLph'] = new Map();
	const dose: FeedState['dose'] = new Map();
	const events = plan.dayEvents + plan.nightEvents;
	const dayShare = feed.lights.durationMin === DAY_MIN ? 1 : feed.dayShare;
	const timed = timedSites(of);
	for (const [siteId, demand] of of.waterUse.bySite) {
		if (!timed.has(siteId)) continue;
		const deficitL =
			feed.school === 'continuous'
				? demand
				: Math.max((demand * dayShare) / Math.max(1, plan.dayEvents), demand / events);
		const doseL = ((of.flows.siteLph.get(siteId) ?? 0) * onMin) / 60;
		needLph.set(siteId, (deficitL / (1 - feed.drainFraction) / onMin) * 60);
		dose.set(siteId, {
			doseL,
			deficitL,
			drainFraction: doseL > deficitL ? 1 - deficitL / doseL : 0
		});
	}
	return { needLph, dose };
}

/**
 * How a medium likes to be fed: one that holds little easy water in short pulses, one that holds much in soaks
 * it drains between.
 */
export const advisedSchool = (
	{ availableFraction }: Medium,
	{ thresholds }: Pick<ParameterSet, 'thresholds'>
): School => (availableFraction < thresholds.pulseUnder.value ? 'pulse' : 'soak');

/** Pump minutes a day with the timer as it is set. */
export const pumpMinutes = ({ feed }: { feed: FeedState | null }): number =>
	feed ? Math.min(DAY_MIN, feed.onMin * feed.plan.events.length) : 0;

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
