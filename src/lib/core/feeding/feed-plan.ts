import { z } from 'zod';
import { DAY_MIN as DAY } from '../design';
import { ceilWithRelief, InvalidInput, NoSolution } from '../quantity';
import { drinkingOf } from './drinking';
import type { FeedPlanInput } from './feed-plan-schema';
import { leastSoaks, over, scheduleOf, windowOf, type Schedule } from './events';
import { fill, linesOf, type Filling, type SiteLine } from './site-lines';

export const WARNINGS = [
	'too-few-events',
	'night-too-long',
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
			/** What arrives in a feed. */
			doseL: z.number(),
			deficitL: z.number(),
			/** Minutes into a feed until it has its deficit; null: not within it. */
			reachedMin: z.number().nullable(),
			drainFraction: z.number(),
			depletion: z.number()
		})
	),
	frequencySetBy: z.string(),
	durationSetBy: z.string(),
	warnings: z.array(z.enum(WARNINGS))
});
export type FeedPlan = z.infer<typeof feedPlanOutput>;
export type FedSite = FeedPlan['sites'][number];

const CLOSED =
	'the feeding window closes before it opens: start after lights on plus stop before lights off must be at most the length of light, min';

/** So much of a feed running off is called heavy. */
const HEAVY_DRAIN = 0.6;

/**
 * One timer for all the sites on a pump: when it runs, for how long, and what each site gets.
 *
 * How often is set by the site that empties the allowed share of its medium first, by the clock and with the
 * light's course; how long by the line of sites that takes longest until its last one has its deficit and the
 * line its drain. Five schools: a few soaks, many pulses, a repeat without a clock, a steady run, and starts
 * set by hand.
 *
 * @throws NoSolution when nothing reaches a thirsty site, or for more than 1440 events a day
 */
export function feedPlan(input: FeedPlanInput): FeedPlan {
	if (windowOf(input).lengthMin < 0) throw new InvalidInput([{ path: 'window', message: CLOSED }]);
	const lines = linesOf(input.sites);
	refuseDry(input, lines);
	const drinking = drinkingOf(input);
	const thirsts = input.sites.map(
		({ demandLPerDay, mediumL, availableFraction }) => demandLPerDay / (mediumL * availableFraction)
	);
	const thirst = { thirstiest: Math.max(...thirsts), drinking };
	const least = leastSoaks(input, thirst);
	const frequencySetBy = input.sites[firstLargest(thirsts)]!.id;
	const common = { leastDayEvents: least, frequencySetBy };
	if (input.school === 'continuous') return { ...steady(input, lines), ...common };
	const schedule = scheduleOf(input, thirst, least);
	return { ...timed(input, lines, schedule, thirst.thirstiest), ...common };
}

type Planned = Omit<FeedPlan, 'leastDayEvents' | 'frequencySetBy'>;

function timed(
	input: FeedPlanInput,
	lines: readonly SiteLine[],
	{ starts, gaps }: Schedule,
	thirstiest: number
): Planned {
	const deficits = deficitsOf(input, gaps);
	const wanted = lines.map((line) => wantedMin(input, line, deficits));
	const { resolutionMin, minOnMin } = input.timer;
	const most = Math.max(minOnMin, ...wanted.map(({ minutes }) => minutes));
	const onMin = Math.min(DAY, ceilWithRelief(most / resolutionMin) * resolutionMin);
	const events = starts
		.map(({ atMin, night }) => ({ startMin: atMin % DAY, durationMin: onMin, night }))
		.sort((a, b) => a.startMin - b.startMin);
	const { sites, heavy } = dosesOf(input, lines, deficits, onMin);
	const { covered, overlap } = coverage(starts, onMin);
	const nightEvents = events.filter(({ night }) => night).length;
	const long = (night: boolean) =>
		gaps.some((gap) => gap.night === night && over(gap.share * thirstiest, input.allowedDepletion));
	const raised = {
		'too-few-events': long(false),
		'night-too-long': long(true),
		'too-many-events': input.school !== 'repeat' && events.length > input.timer.slotsPerDay,
		'dose-short': sites.some(({ reachedMin }) => reachedMin === null),
		overlap,
		'drain-heavy': heavy
	};
	return {
		events,
		onMin,
		dayEvents: events.length - nightEvents,
		nightEvents,
		pumpMinutesPerDay: covered,
		sites,
		durationSetBy: setsDuration(input, wanted),
		warnings: WARNINGS.filter((code) => raised[code])
	};
}

/** What each site lacks after the longest gap, never more than its medium gives. */
function deficitsOf({ sites }: FeedPlanInput, gaps: Schedule['gaps']): number[] {
	const longest = gaps.reduce((most, { share }) => Math.max(most, share), 0);
	return sites.map(({ demandLPerDay, mediumL, availableFraction }) =>
		Math.min(longest * demandLPerDay, mediumL * availableFraction)
	);
}

function steady(input: FeedPlanInput, lines: readonly SiteLine[]): Planned {
	const deficits = input.sites.map(({ demandLPerDay }) => demandLPerDay);
	const wanted = lines.map((line) => wantedMin(input, line, deficits));
	const { sites } = dosesOf(input, lines, deficits, DAY);
	return {
		events: [{ startMin: 0, durationMin: DAY, night: false }],
		onMin: DAY,
		dayEvents: 1,
		nightEvents: 0,
		pumpMinutesPerDay: DAY,
		sites: sites.map((site) => ({ ...site, depletion: 0 })),
		durationSetBy: setsDuration(input, wanted),
		warnings: sites.some(({ reachedMin }) => reachedMin === null) ? ['dose-short'] : []
	};
}

/** A site with demand wants water of its own or from above. */
function refuseDry({ sites }: FeedPlanInput, lines: readonly SiteLine[]): void {
	for (const { order, below } of lines) {
		const fed = new Map<number, boolean>();
		for (const i of order) {
			const { id, flowLph, demandLPerDay } = sites[i]!;
			const wet = flowLph > 0 || fed.get(i) === true;
			if (!wet && demandLPerDay > 0)
				throw new NoSolution(
					`${id} drinks ${demandLPerDay.toFixed(2)} L a day but no water reaches it, so no timer can feed it.`
				);
			if (wet && below[i]! >= 0) fed.set(below[i]!, true);
		}
	}
}

interface Wanted {
	minutes: number;
	/** The site that is filled last, by its place in the list. */
	last: number;
}

/** How long a line wants a feed to be: until its last site has its deficit, and the line its drain. */
function wantedMin(
	input: FeedPlanInput,
	line: SiteLine,
	deficits: readonly number[],
	{ reachedMin }: Filling = fill(line, input.sites, deficits, 0)
): Wanted {
	let last = 0;
	for (let k = 1; k < line.order.length; k++) {
		const [time, best] = [reachedMin[k]!, reachedMin[last]!];
		const later = time > best * (1 + 1e-12);
		const first = line.order[k]! < line.order[last]! && !(time < best * (1 - 1e-12));
		if (later || first) last = k;
	}
	const { short, supply } = sums(input, line, deficits);
	const withDrain = short > 0 ? (60 * short) / supply / (1 - input.drainFraction) : 0;
	return { minutes: Math.max(reachedMin[last]!, withDrain), last: line.order[last]! };
}

function sums({ sites }: FeedPlanInput, { order }: SiteLine, deficits: readonly number[]) {
	let [short, supply] = [0, 0];
	for (const i of order) {
		short += deficits[i]!;
		supply += sites[i]!.flowLph;
	}
	return { short, supply };
}

/** What one feed of so many minutes brings to each site, and whether a line drains more than it should. */
function dosesOf(
	input: FeedPlanInput,
	lines: readonly SiteLine[],
	deficits: readonly number[],
	onMin: number
): { sites: FedSite[]; heavy: boolean } {
	const doses: FedSite[] = new Array(input.sites.length);
	let heavy = false;
	for (const line of lines) {
		const { reachedMin, arrivedL } = fill(line, input.sites, deficits, onMin);
		const { short, supply } = sums(input, line, deficits);
		const suppliedL = (supply * onMin) / 60;
		const late = (at: number) => over(at, onMin);
		const whole = suppliedL > 0 && !reachedMin.some(late);
		const drainFraction = whole ? Math.max(0, 1 - short / suppliedL) : 0;
		const catching = line.order.some((i) => (input.sites[i]!.catchFraction ?? 1) < 1);
		if (!catching && short > 0 && drainFraction > HEAVY_DRAIN + 1e-9) heavy = true;
		line.order.forEach((i, k) => {
			const { id, mediumL, availableFraction } = input.sites[i]!;
			doses[i] = {
				id,
				doseL: arrivedL[k]!,
				deficitL: deficits[i]!,
				reachedMin: late(reachedMin[k]!) ? null : reachedMin[k]!,
				drainFraction,
				depletion: deficits[i]! / (mediumL * availableFraction)
			};
		});
	}
	return { sites: doses, heavy };
}

/** What each site gets in a feed of so many minutes, whatever was planned: by its deficit of the plan. */
export const dosesAt = (input: FeedPlanInput, plan: FeedPlan, onMin: number): FedSite[] =>
	dosesOf(
		input,
		linesOf(input.sites),
		plan.sites.map(({ deficitL }) => deficitL),
		onMin
	).sites;

/** How long each line wants a feed to be, with the places of its sites in the list. */
export const lineWants = (
	input: FeedPlanInput,
	deficitsL: readonly number[]
): { places: readonly number[]; minutes: number }[] =>
	linesOf(input.sites).map((line) => ({
		places: line.order,
		minutes: wantedMin(input, line, deficitsL).minutes
	}));

/** The last filled site of the line that wants longest; of equal lines the one whose site comes first. */
function setsDuration({ sites }: FeedPlanInput, wanted: readonly Wanted[]): string {
	const inOrder = [...wanted].sort((a, b) => a.last - b.last);
	return sites[inOrder[firstLargest(inOrder.map(({ minutes }) => minutes))]!.last]!.id;
}

function firstLargest(figures: readonly number[]): number {
	let best = 0;
	figures.forEach((figure, i) => {
		if (figure > figures[best]! * (1 + 1e-12)) best = i;
	});
	return best;
}

/** Minutes of the day on which the pump runs, and whether any event runs into the next. */
function coverage(
	starts: Schedule['starts'],
	onMin: number
): { covered: number; overlap: boolean } {
	let [covered, overlap] = [0, false];
	starts.forEach(({ atMin }, i) => {
		const gap = (starts[i + 1]?.atMin ?? starts[0]!.atMin + DAY) - atMin;
		if (onMin > gap) overlap = true;
		covered += Math.min(onMin, gap);
	});
	return { covered: Math.min(DAY, covered), overlap: overlap && starts.length > 1 };
}
