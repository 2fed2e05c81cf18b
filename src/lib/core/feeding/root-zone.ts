import { DAY_MIN } from '../design';
import { allOf, type Steps } from '../quantity';
import { sharesByMinute } from './drinking';
import {
	samplesOf,
	type FeedEvent,
	type RootZone,
	type rootZoneOutput,
	type RootZoneInput
} from './root-zone-schema';
import { linesOf, type SiteLine } from './site-lines';
import type { z } from 'zod';

/** Read anew from its module in every minute it would cost more than the minute's water. */
const DAY = DAY_MIN;

/** What is the same for all sites of a run. */
interface Clock {
	days: number;
	/** 1 in the minutes of a day that a feed covers. */
	on: Uint8Array;
	/** Share of a day's drink in each minute. */
	share: Float64Array;
	/** From this minute of the run on the pump stands still. */
	outageFrom: number;
	sampleMin: number;
	samples: number;
}

/** What is added up over a run, a place for each site. */
interface Sums {
	least: Float64Array;
	sum: Float64Array;
	supplied: Float64Array;
	drained: Float64Array;
	used: Float64Array;
	stressed: Float64Array;
	/** First minute that ends below, from the outage on; −1: none. */
	stressAt: Int32Array;
	wiltAt: Int32Array;
	courses: Float64Array<ArrayBuffer>[];
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
	const clock = clockOf(input);
	const sums = sumsOf(input.sites.length, clock.samples);
	const lines = linesOf(input.sites);
	let waiting = 0;
	let done = 0;
	for (const line of lines) {
		runLine(input, line, clock, sums);
		done += line.order.length;
		waiting += line.order.length * input.days;
		if (waiting < SITE_DAYS_A_STEP) continue;
		waiting = 0;
		yield done / input.sites.length;
	}
	return told(input, clock, sums);
}

/** As `rootZoneSteps`, in one go. */
export const rootZone = (input: RootZoneInput): RootZone => allOf(rootZoneSteps(input));

/** A run with its courses as plain lists, as it leaves the application. */
export const plainRun = ({ series, ...run }: RootZone): z.infer<typeof rootZoneOutput> => ({
	...run,
	series: {
		...series,
		sites: series.sites.map(({ id, fraction }) => ({ id, fraction: Array.from(fraction) }))
	}
});

/** A run that was kept by the minute as it is kept every so many minutes. */
export const everyMinutes = (run: RootZone, everyMin: number): RootZone => ({
	...run,
	series: {
		everyMin,
		startMin: 0,
		sites: run.series.sites.map(({ id, fraction }) => {
			const course = new Float64Array(Math.ceil(fraction.length / everyMin));
			for (let k = 0; k < course.length; k++) course[k] = fraction[k * everyMin]!;
			return { id, fraction: course };
		})
	}
});

/** Minutes of a day that a feed covers; one past midnight goes on at its beginning. */
export function watered(events: readonly FeedEvent[]): Uint8Array {
	const on = new Uint8Array(DAY);
	for (const { startMin, durationMin } of events)
		for (let k = 0; k < durationMin; k++) on[(startMin + k) % DAY] = 1;
	return on;
}

function clockOf(input: RootZoneInput): Clock {
	const { days, sampleMin } = input;
	return {
		days,
		on: watered(input.events),
		share: sharesByMinute(input),
		outageFrom: input.outageFromMin ?? Infinity,
		sampleMin,
		samples: samplesOf(days, sampleMin)
	};
}

function sumsOf(sites: number, samples: number): Sums {
	const zeros = () => new Float64Array(sites);
	return {
		least: zeros().fill(1),
		sum: zeros(),
		supplied: zeros(),
		drained: zeros(),
		used: zeros(),
		stressed: zeros(),
		stressAt: new Int32Array(sites).fill(-1),
		wiltAt: new Int32Array(sites).fill(-1),
		courses: Array.from({ length: sites }, () => new Float64Array(samples))
	};
}

/** One line through the whole run; a site alone is a line of one. */
function runLine(input: RootZoneInput, line: SiteLine, clock: Clock, sums: Sums): void {
	if (line.order.length === 1) runSite(input, line.order[0]!, clock, sums);
	else runPassing(input, line, clock, sums);
}

/** A site that gets water from its own outlet alone. */
function runSite(input: RootZoneInput, i: number, clock: Clock, sums: Sums): void {
	const site = input.sites[i]!;
	const cap = site.mediumL * site.availableFraction;
	const own = {
		cap,
		entering: (site.flowLph / 60) * (site.catchFraction ?? 1),
		demand: site.demandLPerDay,
		stressed: input.stressFraction * cap,
		wilted: input.wiltFraction * cap
	};
	const [least, sum, kept, used, below, pumped, stressAt, wiltAt] = alone(
		own,
		clock,
		sums.courses[i]!
	);
	sums.least[i] = least / cap;
	sums.sum[i] = sum / cap;
	sums.supplied[i] = (pumped * site.flowLph) / 60;
	sums.drained[i] = Math.max(0, sums.supplied[i]! - kept);
	sums.used[i] = used;
	sums.stressed[i] = below;
	sums.stressAt[i] = stressAt;
	sums.wiltAt[i] = wiltAt;
}

interface Alone {
	cap: number;
	/** What goes in while the pump runs, L a minute. */
	entering: number;
	demand: number;
	/** Litres under which it is stressed, and wilts. */
	stressed: number;
	wilted: number;
}
type Told = [
	least: number,
	sum: number,
	kept: number,
	used: number,
	below: number,
	pumped: number,
	stressAt: number,
	wiltAt: number
];

/** Its minutes one after the other. Most sites are such: all figures are kept where the processor has them at hand. */
function alone(of: Alone, clock: Clock, course: Float64Array): Told {
	const { cap, entering, demand, stressed, wilted } = of;
	const { on, share, outageFrom, days, sampleMin } = clock;
	const from = Number.isFinite(outageFrom) ? outageFrom : 0;
	// one by one: taken apart from a list each would be an object of its own
	let s = cap;
	let least = cap;
	let sum = 0;
	let kept = 0;
	let used = 0;
	let below = 0;
	let pumped = 0;
	let stressAt = -1;
	let wiltAt = -1;
	for (let day = 0, m = 0; day < days; day++)
		for (let minute = 0; minute < DAY; minute++, m++) {
			if (on[minute] === 1 && m < outageFrom) {
				const now = Math.min(cap, s + entering);
				pumped++;
				kept += now - s;
				s = now;
			}
			let drink = demand * share[minute]!;
			if (s < stressed) drink *= s / stressed;
			if (drink > s) drink = s;
			s -= drink;
			used += drink;
			sum += s;
			if (s < least) least = s;
			if (s < stressed) below++;
			if (s < stressed && stressAt < 0 && m >= from) stressAt = m;
			if (s < wilted && wiltAt < 0 && m >= from) wiltAt = m;
			if (m % sampleMin === 0) course[m / sampleMin] = s / cap;
		}
	return [least, sum, kept, used, below, pumped, stressAt, wiltAt];
}

/** A line as it runs: a place for each of its sites, from the top down. */
class Passing {
	readonly cap: Float64Array;
	readonly held: Float64Array;
	private readonly own: Float64Array;
	private readonly caught: Float64Array;
	private readonly arriving: Float64Array;
	private readonly to: Int32Array;
	readonly supplied: Float64Array;
	readonly drained: Float64Array;

	constructor(input: RootZoneInput, { order, below }: SiteLine) {
		const place = new Map(order.map((i, k) => [i, k]));
		const sites = order.map((i) => input.sites[i]!);
		const each = (of: (site: (typeof sites)[number]) => number) => Float64Array.from(sites, of);
		this.cap = each((site) => site.mediumL * site.availableFraction);
		this.own = each((site) => site.flowLph / 60);
		this.caught = each((site) => site.catchFraction ?? 1);
		this.to = Int32Array.from(order, (i) => (below[i]! < 0 ? -1 : place.get(below[i]!)!));
		this.held = this.cap.slice();
		const zeros = () => new Float64Array(order.length);
		[this.arriving, this.supplied, this.drained] = [zeros(), zeros(), zeros()];
	}

	/** A minute of watering: each keeps what goes in, the rest is on its way at once. */
	water(): void {
		const { cap, held, own, caught, arriving, to, supplied, drained } = this;
		arriving.set(own);
		for (let k = 0; k < cap.length; k++) {
			const comes = arriving[k]!;
			const full = cap[k]!;
			const before = held[k]!;
			const wet = before + comes * caught[k]!;
			const now = wet > full ? full : wet;
			const leaves = comes - (now - before);
			held[k] = now;
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
	const run = new Passing(input, line);
	const seen = line.order.map((i, k) => new Seen(run.cap[k]!, input, i, clock, sums));
	const minutes = clock.days * DAY;
	for (let m = 0; m < minutes;) {
		const pumping = clock.on[m % DAY] === 1 && m < clock.outageFrom;
		if (pumping) run.water();
		let next = m + 1;
		if (!pumping)
			while (next < minutes && !(clock.on[next % DAY] === 1 && next < clock.outageFrom)) next++;
		for (let k = 0; k < seen.length; k++) run.held[k] = seen[k]!.drink(run.held[k]!, m, next);
		m = next;
	}
	line.order.forEach((i, k) => {
		seen[k]!.tell(i, sums);
		sums.supplied[i] = run.supplied[k]!;
		sums.drained[i] = run.drained[k]!;
	});
}

/** One site of a line while it drinks, and what is seen of it at the end of each minute. */
class Seen {
	private least: number;
	private sum = 0;
	private used = 0;
	private below = 0;
	private stressAt = -1;
	private wiltAt = -1;
	private readonly demand: number;
	private readonly stressed: number;
	private readonly wilted: number;
	private readonly from: number;
	private readonly course: Float64Array;

	constructor(
		private readonly cap: number,
		{ sites, stressFraction, wiltFraction }: RootZoneInput,
		i: number,
		private readonly clock: Clock,
		sums: Sums
	) {
		this.least = cap;
		this.demand = sites[i]!.demandLPerDay;
		this.stressed = stressFraction * cap;
		this.wilted = wiltFraction * cap;
		this.from = Number.isFinite(clock.outageFrom) ? clock.outageFrom : 0;
		this.course = sums.courses[i]!;
	}

	/** Through the minutes from `m` to before `until`. @returns what is left, L */
	drink(held: number, m: number, until: number): number {
		const { cap, demand, stressed, wilted, from, course } = this;
		const { share, sampleMin } = this.clock;
		let s = held;
		let least = this.least;
		let sum = 0;
		let used = 0;
		for (let at = m, minute = m % DAY; at < until; at++) {
			let drink = demand * share[minute]!;
			if (s < stressed) drink *= s / stressed;
			if (drink > s) drink = s;
			s -= drink;
			used += drink;
			sum += s;
			if (s < least) least = s;
			if (s < stressed) this.stress(at, from);
			if (s < wilted && this.wiltAt < 0 && at >= from) this.wiltAt = at;
			if (at % sampleMin === 0) course[at / sampleMin] = s / cap;
			minute = minute === DAY - 1 ? 0 : minute + 1;
		}
		this.least = least;
		this.sum += sum;
		this.used += used;
		return s;
	}

	private stress(at: number, from: number): void {
		this.below++;
		if (this.stressAt < 0 && at >= from) this.stressAt = at;
	}

	tell(i: number, sums: Sums): void {
		sums.least[i] = this.least / this.cap;
		sums.sum[i] = this.sum / this.cap;
		sums.used[i] = this.used;
		sums.stressed[i] = this.below;
		sums.stressAt[i] = this.stressAt;
		sums.wiltAt[i] = this.wiltAt;
	}
}

function told(input: RootZoneInput, clock: Clock, sums: Sums): RootZone {
	const minutes = clock.days * DAY;
	const from = Number.isFinite(clock.outageFrom) ? clock.outageFrom : 0;
	const hours = (at: number) => (at < 0 ? null : (at + 1 - from) / 60);
	let returnedL = 0;
	const sites = input.sites.map(({ id, passesTo }, i) => {
		if (passesTo === undefined || passesTo === null) returnedL += sums.drained[i]!;
		return {
			id,
			minFraction: sums.least[i]!,
			meanFraction: sums.sum[i]! / minutes,
			suppliedL: sums.supplied[i]!,
			drainedL: sums.drained[i]!,
			usedL: sums.used[i]!,
			stressMin: sums.stressed[i]!,
			hoursToStress: hours(sums.stressAt[i]!),
			hoursToWilt: hours(sums.wiltAt[i]!)
		};
	});
	const courses = input.sites.map(({ id }, i) => ({ id, fraction: sums.courses[i]! }));
	return { sites, returnedL, series: { everyMin: clock.sampleMin, startMin: 0, sites: courses } };
}
