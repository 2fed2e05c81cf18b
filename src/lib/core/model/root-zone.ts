import { DAY_MIN } from '../design';
import {
	lineAround,
	MOST_SITE_DAYS,
	rootZone as run,
	watched,
	STRESS_SHARE,
	WILT_SHARE,
	SETTLED_DAYS,
	worstCut,
	type RootZone,
	type RootZoneInput,
	type Watched
} from '../feeding';
import type { Layout } from '../layout';
import type { FeedState } from './feed';
import { feed } from './feed';
import { stage } from './stage';

/** A run of the root zone with what went in. */
export interface RootZoneRun {
	input: RootZoneInput;
	result: RootZone;
}
interface WatchedRun extends RootZoneRun {
	/** What is held just before each feed. */
	watched: Watched;
}
/** What a power cut at its worst moment does to the site it meets first. */
export interface PowerCut extends RootZoneRun {
	siteId: string;
	/** Minute of the day at which the pump stops. */
	atMin: number;
	hoursToStress: number | null;
	hoursToWilt: number | null;
}

/** With more sites their courses are kept by the hour. */
const MANY = 100;

/** The feeds of a plan, each as long as the timer is set. */
export const eventsOf = ({ plan, onMin }: Pick<FeedState, 'plan' | 'onMin'>) =>
	plan.events.map(({ startMin, night }) => ({ startMin, durationMin: onMin, night }));

/** What a plan does to its sites on hot days, three of them on end; null for more sites than are worked out at once. */
export function rootZoneOf(
	planned: Pick<FeedState, 'input' | 'plan' | 'onMin'>
): RootZoneInput | null {
	const { sites, lights, dayShare } = planned.input;
	if (sites.length * SETTLED_DAYS > MOST_SITE_DAYS) return null;
	return {
		sites,
		events: eventsOf(planned),
		lights,
		dayShare,
		days: SETTLED_DAYS,
		stressFraction: STRESS_SHARE,
		wiltFraction: WILT_SHARE,
		sampleMin: sites.length > MANY ? 60 : 15
	};
}

/** The medium at each site the timer feeds, through three hot days; null where nothing is planned. */
export const rootZone = stage('root zone', {}, { feed }, ({ feed }): WatchedRun | null => {
	const input = feed && rootZoneOf(feed);
	return input && watchedRun(input);
});

/** A run as its input asks for it, looked at before each feed. */
export function watchedRun(input: RootZoneInput): WatchedRun {
	const seen = watched(input);
	return { input, watched: seen, result: seen.run };
}

/** Days a cut is followed, until it has wilted. */
const CUT_DAYS = [2, 8, 40];

/** A run of one line in which the pump stops on the settled day. @param atMin minute of that day */
export function cutRun(of: RootZoneInput, siteId: string, atMin: number): PowerCut {
	const from = {
		...of,
		sites: lineAround(of.sites, siteId),
		outageFromMin: (SETTLED_DAYS - 1) * DAY_MIN + atMin
	};
	for (const days of CUT_DAYS) {
		const input = { ...from, days: SETTLED_DAYS - 1 + days };
		const result = run(input);
		const { hoursToStress, hoursToWilt } = result.sites.find(({ id }) => id === siteId)!;
		if (hoursToWilt === null && days !== CUT_DAYS.at(-1)) continue;
		return { siteId, atMin, input, result, hoursToStress, hoursToWilt };
	}
	throw new RangeError('a cut is followed for no days');
}

/**
 * The power fails at a minute of a hot day: what that does to the driest site of each crop.
 *
 * @param atMin minute of the day, 0 to 1439
 */
export function cutsAt(
	{ rootZone: zone, layout }: { rootZone: RootZoneRun | null; layout: Layout },
	atMin: number
): { cropId: string; cut: PowerCut }[] {
	if (!zone) return [];
	const cropOf = new Map(layout.sites.map(({ id, cropId }) => [id, cropId]));
	const drinks = new Set(
		zone.input.sites.filter(({ demandLPerDay }) => demandLPerDay > 0).map(({ id }) => id)
	);
	const driest = new Map<string, { id: string; minFraction: number }>();
	for (const site of zone.result.sites) {
		const cropId = cropOf.get(site.id);
		if (!cropId || !drinks.has(site.id)) continue;
		const known = driest.get(cropId);
		if (!known || site.minFraction < known.minFraction) driest.set(cropId, site);
	}
	return [...driest].map(([cropId, { id }]) => ({ cropId, cut: cutRun(zone.input, id, atMin) }));
}

/** The power fails at the worst moment of a hot day: how long until the first is stressed, and wilts. */
export const powerCut = stage('power cut', {}, { rootZone }, ({ rootZone }): PowerCut | null => {
	const worst = rootZone && worstCut(rootZone.input, rootZone.watched);
	return worst && cutRun(rootZone.input, worst.siteId, worst.atMin);
});
