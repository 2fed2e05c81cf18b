import { DAY_MIN as DAY } from '../design';
import { allOf, type Steps } from '../quantity';
import { sharesByMinute } from './drinking';
import { MediumCourse, type Clock, type Turn } from './medium-course';
import {
	samplesOf,
	type FeedEvent,
	type RootZone,
	type rootZoneOutput,
	type RootZoneInput
} from './root-zone-schema';
import { linesOf, type SiteLine } from './site-lines';
import type { z } from 'zod';

/** What is added up over a run, a place for each site. */
interface Sums {
	media: MediumCourse[];
	supplied: Float64Array;
	drained: Float64Array;
}

/** Lines are given a turn together until they come to so many site-days. */
const SITE_DAYS_A_STEP = 400;

/**
 * The root zone minute by minute: a medium that holds its easy water, wetted while the pump runs and drunk from
 * by the light's course, less where little is left. What a site does not take passes to the one below.
 *
 * Each minute: water arrives, what enters over the capacity drains, then the plant drinks
 * rate·min(1, s/(stress·cap)). Sites of a line are worked from the top down.
 *
 * @returns per site the least and mean share of its easy water, litres, minutes of stress, and hours to stress
 * and wilting; with the course of the share
 */
export function* rootZoneSteps(input: RootZoneInput): Steps<RootZone> {
	return (yield* runSteps(input, [])).run;
}

/** As `rootZoneSteps`, in one go. */
export const rootZone = (input: RootZoneInput): RootZone => allOf(rootZoneSteps(input));

/**
 * A run, and besides what each site holds at some moments of it.
 *
 * @param moments minutes of the run, rising
 * @returns `seen`: of its easy water what a site holds at the end of each moment, 0 to 1, a list a site
 */
export const rootZoneSeen = (
	input: RootZoneInput,
	moments: readonly number[]
): { run: RootZone; seen: Float64Array[] } => allOf(runSteps(input, moments));

function* runSteps(
	input: RootZoneInput,
	moments: readonly number[]
): Steps<{ run: RootZone; seen: Float64Array[] }> {
	const clock = clockOf(input, moments);
	const sums = sumsOf(input, clock);
	let waiting = 0;
	let done = 0;
	for (const line of linesOf(input.sites)) {
		runLine(input, line, clock, sums);
		done += line.order.length;
		waiting += line.order.length * input.days;
		if (waiting < SITE_DAYS_A_STEP) continue;
		waiting = 0;
		yield done / input.sites.length;
	}
	return { run: told(input, clock, sums), seen: sums.media.map(({ seen }) => seen) };
}

/** A run with its courses as plain lists, as it leaves the application. */
export const plainRun = ({ series, ...run }: RootZone): z.infer<typeof rootZoneOutput> => ({
	...run,
	series: {
		...series,
		sites: series.sites.map(({ id, fraction }) => ({ id, fraction: Array.from(fraction) }))
	}
});

/** Minutes of a day that a feed covers; one past midnight goes on at its beginning. */
export function watered(events: readonly FeedEvent[]): Uint8Array {
	const on = new Uint8Array(DAY);
	for (const { startMin, durationMin } of events)
		for (let k = 0; k < durationMin; k++) on[(startMin + k) % DAY] = 1;
	return on;
}

function clockOf(input: RootZoneInput, moments: readonly number[]): Clock {
	const { days, sampleMin } = input;
	const on = watered(input.events);
	const share = sharesByMinute(input);
	const drunk = new Float64Array(DAY + 1);
	const drunkSum = new Float64Array(DAY + 1);
	for (let k = 0; k < DAY; k++) {
		drunk[k + 1] = drunk[k]! + share[k]!;
		drunkSum[k + 1] = drunkSum[k]! + drunk[k + 1]!;
	}
	return {
		...{ days, on, turns: turnsOf(on), share, drunk, drunkSum, moments },
		outageFrom: input.outageFromMin ?? Infinity,
		sampleMin,
		samples: samplesOf(days, sampleMin)
	};
}

function turnsOf(on: Uint8Array): Turn[] {
	const turns: Turn[] = [];
	for (let from = 0, until; from < DAY; from = until) {
		until = from + 1;
		while (until < DAY && on[until] === on[from]) until++;
		turns.push({ from, until, wet: on[from] === 1 });
	}
	return turns;
}

function sumsOf({ sites, stressFraction, wiltFraction }: RootZoneInput, clock: Clock): Sums {
	const media = sites.map((site) => {
		const cap = site.mediumL * site.availableFraction;
		const medium = {
			cap,
			entering: (site.flowLph / 60) * (site.catchFraction ?? 1),
			demand: site.demandLPerDay,
			stressed: stressFraction * cap,
			wilted: wiltFraction * cap
		};
		return new MediumCourse(medium, clock);
	});
	const zeros = () => new Float64Array(sites.length);
	return { media, supplied: zeros(), drained: zeros() };
}

/** One line through the whole run; a site alone is a line of one. */
function runLine(input: RootZoneInput, line: SiteLine, clock: Clock, sums: Sums): void {
	if (line.order.length > 1) return runPassing(input, line, clock, sums);
	const i = line.order[0]!;
	const medium = sums.media[i]!;
	medium.alone();
	sums.supplied[i] = (medium.pumped * input.sites[i]!.flowLph) / 60;
	sums.drained[i] = Math.max(0, sums.supplied[i]! - medium.kept);
}

/** A line as it runs: a place for each of its sites, from the top down. */
class Passing {
	private readonly cap: Float64Array;
	private readonly own: Float64Array;
	private readonly caught: Float64Array;
	private readonly arriving: Float64Array;
	private readonly to: Int32Array;
	readonly supplied: Float64Array;
	readonly drained: Float64Array;

	constructor(
		input: RootZoneInput,
		{ order, below }: SiteLine,
		readonly media: readonly MediumCourse[]
	) {
		const place = new Map(order.map((i, k) => [i, k]));
		const sites = order.map((i) => input.sites[i]!);
		const each = (of: (site: (typeof sites)[number]) => number) => Float64Array.from(sites, of);
		this.cap = each((site) => site.mediumL * site.availableFraction);
		this.own = each((site) => site.flowLph / 60);
		this.caught = each((site) => site.catchFraction ?? 1);
		this.to = Int32Array.from(order, (i) => (below[i]! < 0 ? -1 : place.get(below[i]!)!));
		const zeros = () => new Float64Array(order.length);
		[this.arriving, this.supplied, this.drained] = [zeros(), zeros(), zeros()];
	}

	/** A minute of watering: each keeps what goes in, the rest is on its way at once. */
	water(): void {
		const { media, own, caught, arriving, to, supplied, drained, cap } = this;
		arriving.set(own);
		for (let k = 0; k < cap.length; k++) {
			const comes = arriving[k]!;
			const full = cap[k]!;
			const medium = media[k]!;
			const before = medium.held;
			const wet = before + comes * caught[k]!;
			const now = wet > full ? full : wet;
			const leaves = comes - (now - before);
			medium.held = now;
			supplied[k]! += comes;
			drained[k]! += leaves;
			const next = to[k]!;
			if (next >= 0) arriving[next]! += leaves;
		}
	}
}

/**
 * Sites that pass water on, from the top down within each minute. Only while the pump runs have they to do with one
 * another: from one feed to the next each is followed by itself.
 */
function runPassing(input: RootZoneInput, line: SiteLine, clock: Clock, sums: Sums): void {
	const media = line.order.map((i) => sums.media[i]!);
	const run = new Passing(input, line, media);
	const minutes = clock.days * DAY;
	for (let m = 0; m < minutes;) {
		const pumping = clock.on[m % DAY] === 1 && m < clock.outageFrom;
		if (pumping) run.water();
		let next = m + 1;
		if (!pumping)
			while (next < minutes && !(clock.on[next % DAY] === 1 && next < clock.outageFrom)) next++;
		for (const medium of media) medium.drink(m, next);
		m = next;
	}
	line.order.forEach((i, k) => {
		sums.supplied[i] = run.supplied[k]!;
		sums.drained[i] = run.drained[k]!;
	});
}

function told(input: RootZoneInput, clock: Clock, { media, supplied, drained }: Sums): RootZone {
	const minutes = clock.days * DAY;
	const from = Number.isFinite(clock.outageFrom) ? clock.outageFrom : 0;
	const hours = (at: number) => (at < 0 ? null : (at + 1 - from) / 60);
	let returnedL = 0;
	const sites = input.sites.map(({ id, passesTo, mediumL, availableFraction }, i) => {
		const { least, sum, used, stressMin, stressAt, wiltAt } = media[i]!;
		const cap = mediumL * availableFraction;
		if (passesTo === undefined || passesTo === null) returnedL += drained[i]!;
		return {
			id,
			minFraction: least / cap,
			meanFraction: sum / cap / minutes,
			suppliedL: supplied[i]!,
			drainedL: drained[i]!,
			usedL: used,
			stressMin,
			hoursToStress: hours(stressAt),
			hoursToWilt: hours(wiltAt)
		};
	});
	const courses = input.sites.map(({ id }, i) => ({ id, fraction: media[i]!.course }));
	return { sites, returnedL, series: { everyMin: clock.sampleMin, startMin: 0, sites: courses } };
}
