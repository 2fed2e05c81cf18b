import { z } from 'zod';
import { DAY_MIN as DAY, feedFields, timerSchema, windowSchema } from '../design';
import {
	ceilWithRelief,
	id,
	InvalidInput,
	NoSolution,
	quantity,
	refuseRepeats,
	sum
} from '../quantity';

export const feedSite = z.strictObject({
	id: id(),
	mediumL: quantity('medium', 'volume', { min: 0.05, max: 10_000 }),
	availableFraction: quantity('available fraction', 'share', { min: 0.01, max: 1 }),
	demandLPerDay: quantity('demand', 'use', { min: 0, max: 10_000 }),
	flowLph: quantity('flow', 'flow', { min: 0, max: 10_000 })
});
export const feedPlanInput = z
	.strictObject({
		sites: z
			.array(feedSite)
			.min(1, 'sites must hold 1 to 10,000 sites')
			.max(10_000, 'sites must hold 1 to 10,000 sites'),
		lights: feedFields.lights,
		dayShare: feedFields.dayShare.default(0.9),
		allowedDepletion: feedFields.allowedDepletion.default(0.2),
		drainFraction: feedFields.drainFraction.default(0.2),
		window: windowSchema.prefault({}),
		timer: timerSchema.prefault({}),
		school: feedFields.school,
		soakPerDay: feedFields.soakPerDay.optional(),
		pulseEveryMin: feedFields.pulseEveryMin.optional(),
		repeatEveryMin: feedFields.repeatEveryMin.optional(),
		repeatFromMin: feedFields.repeatFromMin.default(0)
	})
	.superRefine((input, context) => {
		refuseRepeats(context, input.sites, 'sites');
		const missing = (path: string, message: string) =>
			context.addIssue({ code: 'custom', path: [path], message });
		if (input.school === 'pulse' && input.pulseEveryMin === undefined)
			missing('pulseEveryMin', 'pulse spacing must be a whole number from 1 to 1,440 min');
		if (input.school === 'repeat' && input.repeatEveryMin === undefined)
			missing('repeatEveryMin', 'repeat spacing must be a whole number from 1 to 1,440 min');
	});
export type FeedPlanInput = z.infer<typeof feedPlanInput>;
export const WARNINGS = [
	'too-few-events',
	'too-many-events',
	'dose-short',
	'overlap',
	'drain-heavy'
] as const;
export const feedPlanOutput = z.strictObject({
	events: z.array(
		z.strictObject({ startMin: z.number(), durationMin: z.number(), night: z.boolean() })
	),
	onMin: z.number(),
	dayEvents: z.number(),
	nightEvents: z.number(),
	leastDayEvents: z.number(),
	pumpMinutesPerDay: z.number(),
	sites: z.array(
		z.strictObject({
			id: z.string(),
			doseL: z.number(),
			deficitL: z.number(),
			drainFraction: z.number(),
			depletion: z.number()
		})
	),
	frequencySetBy: z.string(),
	durationSetBy: z.string(),
	warnings: z.array(z.enum(WARNINGS))
});
export type FeedPlan = z.infer<typeof feedPlanOutput>;

const CLOSED =
	'the feeding window closes before it opens: start after lights on plus stop before lights off must be at most the length of light, min';

const windowOf = ({ lights, window }: Pick<FeedPlanInput, 'lights' | 'window'>) => ({
	startMin: lights.onMin + window.startAfterOnMin,
	lengthMin: lights.durationMin - window.startAfterOnMin - window.stopBeforeOffMin
});

interface Start {
	atMin: number;
	night: boolean;
}

interface Need {
	dayL: number;
	nightL: number;
	availableL: number;
	demandL: number;
	flowLph: number;
	/** Day feeds wanted, before rounding up. */
	feeds: number;
}

/**
 * One timer for all the sites on a pump: when it runs, for how long, and what each site gets.
 *
 * How often is set by the site that empties the allowed share of its medium first; how long by the site
 * that takes longest to be given its deficit and its drain. Four schools: a few soaks, many pulses, a
 * repeat round the clock without a clock, and a steady run.
 *
 * @throws NoSolution when a thirsty site has no flow, or for more than 1440 events a day
 */
export function feedPlan(input: FeedPlanInput): FeedPlan {
	if (windowOf(input).lengthMin < 0) throw new InvalidInput([{ path: 'window', message: CLOSED }]);
	const needs = input.sites.map((site) => needOf(site, input));
	const stuck = input.sites.find((site) => site.demandLPerDay > 0 && site.flowLph <= 0);
	if (stuck)
		throw new NoSolution(
			`${stuck.id} drinks ${stuck.demandLPerDay.toFixed(2)} L a day but no water reaches it, so no timer can feed it.`
		);
	const leastDayEvents = Math.max(1, ...needs.map((need) => ceilWithRelief(need.feeds)));
	return input.school === 'continuous'
		? steady(input, needs, leastDayEvents)
		: timed(input, needs, leastDayEvents);
}

function needOf(site: FeedPlanInput['sites'][number], input: FeedPlanInput): Need {
	const dayShare = input.lights.durationMin === DAY ? 1 : input.dayShare;
	const dayL = site.demandLPerDay * dayShare;
	const availableL = site.mediumL * site.availableFraction;
	return {
		dayL,
		nightL: site.demandLPerDay - dayL,
		availableL,
		demandL: site.demandLPerDay,
		flowLph: site.flowLph,
		feeds: dayL / (input.allowedDepletion * availableL)
	};
}

/** So much of a feed running off is called heavy. */
const HEAVY_DRAIN = 0.6;

/** What a timer makes of the starts and minutes that are wanted: both in its own steps. */
function onTheTimer({ timer }: FeedPlanInput, starts: readonly Start[], wanted: readonly number[]) {
	const { resolutionMin, minOnMin } = timer;
	const longest = Math.max(...wanted, minOnMin);
	const onMin = Math.min(DAY, ceilWithRelief(longest / resolutionMin) * resolutionMin);
	const events = starts
		.map(({ atMin, night }) => ({
			startMin: (Math.floor(atMin / resolutionMin + 0.5) * resolutionMin) % DAY,
			durationMin: onMin,
			night
		}))
		.sort((a, b) => a.startMin - b.startMin);
	return { onMin, events };
}

function timed(input: FeedPlanInput, needs: Need[], leastDayEvents: number): FeedPlan {
	const leastNight = Math.max(
		0,
		...needs.map((n) => ceilWithRelief(n.nightL / (input.allowedDepletion * n.availableL)) - 1)
	);
	const starts = startsOf(input, leastDayEvents, leastNight);
	const nightEvents = starts.filter((start) => start.night).length;
	const dayEvents = starts.length - nightEvents;
	const deficits = needs.map((n) =>
		Math.max(n.dayL / Math.max(1, dayEvents), n.demandL / starts.length)
	);
	const wanted = needs.map((n, i) =>
		n.demandL === 0 ? 0 : (deficits[i]! / (1 - input.drainFraction) / n.flowLph) * 60
	);
	const { onMin, events } = onTheTimer(input, starts, wanted);
	const sites = needs.map((n, i) => ({
		id: input.sites[i]!.id,
		...doseOf(n.flowLph, onMin, deficits[i]!),
		depletion: n.dayL / Math.max(1, dayEvents) / n.availableL
	}));
	const { covered, overlap } = coverage(events);
	return {
		events,
		onMin,
		dayEvents,
		nightEvents,
		leastDayEvents,
		pumpMinutesPerDay: covered,
		sites,
		frequencySetBy: firstLargest(
			input,
			needs.map((n) => n.feeds)
		),
		durationSetBy: firstLargest(input, wanted),
		warnings: warningsOf(input, { events, sites, overlap, seldom: dayEvents < leastDayEvents })
	};
}

/** What a feed brings to a site against what it must make good. */
function doseOf(flowLph: number, onMin: number, deficitL: number) {
	const doseL = (flowLph * onMin) / 60;
	return { doseL, deficitL, drainFraction: doseL > deficitL ? 1 - deficitL / doseL : 0 };
}

function warningsOf(
	{ school, timer }: FeedPlanInput,
	plan: Pick<FeedPlan, 'events' | 'sites'> & { overlap: boolean; seldom: boolean }
): FeedPlan['warnings'] {
	const { events, sites, overlap, seldom } = plan;
	const raised = {
		'too-few-events': seldom,
		'too-many-events': school !== 'repeat' && events.length > timer.slotsPerDay,
		'dose-short': sites.some((s) => s.doseL < s.deficitL * (1 - 1e-9)),
		overlap,
		'drain-heavy': sites.some((s) => s.drainFraction > HEAVY_DRAIN + 1e-9)
	};
	return WARNINGS.filter((code) => raised[code]);
}

function steady(input: FeedPlanInput, needs: Need[], leastDayEvents: number): FeedPlan {
	const sites = needs.map((n, i) => ({
		id: input.sites[i]!.id,
		...doseOf(n.flowLph, DAY, n.demandL),
		depletion: 0
	}));
	const wanted = needs.map((n) => (n.demandL === 0 ? 0 : n.demandL / n.flowLph));
	return {
		events: [{ startMin: 0, durationMin: DAY, night: false }],
		onMin: DAY,
		dayEvents: 1,
		nightEvents: 0,
		leastDayEvents,
		pumpMinutesPerDay: DAY,
		sites,
		frequencySetBy: firstLargest(
			input,
			needs.map((n) => n.feeds)
		),
		durationSetBy: firstLargest(input, wanted),
		warnings: sites.some((s) => s.doseL < s.deficitL * (1 - 1e-9)) ? ['dose-short'] : []
	};
}

function firstLargest(input: FeedPlanInput, figures: number[]): string {
	let best = 0;
	figures.forEach((figure, i) => {
		if (figure > figures[best]! * (1 + 1e-12)) best = i;
	});
	return input.sites[best]!.id;
}

function startsOf(input: FeedPlanInput, leastDay: number, leastNight: number): Start[] {
	const starts =
		input.school === 'soak'
			? soaks(input, leastDay, leastNight)
			: input.school === 'pulse'
				? pulses(input)
				: repeats(input);
	if (starts.length > DAY) throw new NoSolution(tooMany(starts.length));
	return starts;
}

const tooMany = (count: number): string =>
	`This medium and crop would need ${count} feeds a day, more than one a minute. Use more medium, one that holds more water, or a steady trickle.`;

function soaks(input: FeedPlanInput, leastDay: number, leastNight: number): Start[] {
	const count = input.soakPerDay ?? leastDay;
	const dark = DAY - input.lights.durationMin;
	const night = dark > 0 ? leastNight : 0;
	if (count + night > DAY) throw new NoSolution(tooMany(count + night));
	const { startMin, lengthMin } = windowOf(input);
	const step = count > 1 ? lengthMin / (count - 1) : 0;
	const off = input.lights.onMin + input.lights.durationMin;
	return [
		...Array.from({ length: count }, (_, k) => ({ atMin: startMin + k * step, night: false })),
		...Array.from({ length: night }, (_, k) => ({
			atMin: off + ((k + 1) * dark) / (night + 1),
			night: true
		}))
	];
}

function pulses(input: FeedPlanInput): Start[] {
	const every = input.pulseEveryMin!;
	const { startMin, lengthMin } = windowOf(input);
	const off = input.lights.onMin + input.lights.durationMin;
	const starts: Start[] = [];
	for (let at = 0; at <= lengthMin; at += every)
		starts.push({ atMin: startMin + at, night: false });
	for (let at = 4 * every; at < DAY - input.lights.durationMin; at += 4 * every)
		starts.push({ atMin: off + at, night: true });
	return starts;
}

function repeats({ repeatEveryMin, repeatFromMin, lights }: FeedPlanInput): Start[] {
	const starts: Start[] = [];
	for (let at = 0; at < DAY; at += repeatEveryMin!) {
		const sinceOn = (((repeatFromMin + at - lights.onMin) % DAY) + DAY) % DAY;
		starts.push({ atMin: repeatFromMin + at, night: sinceOn >= lights.durationMin });
	}
	return starts;
}

/** Minutes of the day on which the pump runs, and whether any event runs into the next. */
function coverage(events: FeedPlan['events']): { covered: number; overlap: boolean } {
	let overlap = false;
	const covered = sum(
		events.map((event, i) => {
			const next = events[i + 1]?.startMin ?? events[0]!.startMin + DAY;
			const gap = next - event.startMin;
			if (event.durationMin > gap) overlap = true;
			return Math.min(event.durationMin, gap);
		})
	);
	return { covered: Math.min(DAY, covered), overlap: overlap && events.length > 1 };
}
