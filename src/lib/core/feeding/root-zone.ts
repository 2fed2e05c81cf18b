import { DAY_MIN } from '../design';
import { allOf, type Steps } from '../quantity';
import { drinkingOf } from './drinking';
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

/** Minutes of a day that a feed covers; one past midnight goes on at its beginning. */
export function watered(events: readonly FeedEvent[]): Uint8Array {
	const on = new Uint8Array(DAY);
	for (const { startMin, durationMin } of events)
		for (let k = 0; k < durationMin; k++) on[(startMin + k) % DAY] = 1;
	return on;
}

function clockOf(input: RootZoneInput): Clock {
	const drinking = drinkingOf(input);
	const { days, sampleMin } = input;
	return {
		days,
		on: watered(input.events),
		share: Float64Array.from({ length: DAY }, (_, m) => drinking.between(m, m + 1)),
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
	private readonly demand: Float64Array;
	private readonly arriving: Float64Array;
	private readonly to: Int32Array;
	readonly supplied: Float64Array;
	readonly drained: Float64Array;
	readonly used: Float64Array;

	constructor(input: RootZoneInput, { order, below }: SiteLine) {
		const place = new Map(order.map((i, k) => [i, k]));
		const sites = order.map((i) => input.sites[i]!);
		const each = (of: (site: (typeof sites)[number]) => number) => Float64Array.from(sites, of);
		this.cap = each((site) => site.mediumL * site.availableFraction);
		this.own = each((site) => site.flowLph / 60);
		this.caught = each((site) => site.catchFraction ?? 1);
		this.demand = each((site) => site.demandLPerDay);
		this.to = Int32Array.from(order, (i) => (below[i]! < 0 ? -1 : place.get(below[i]!)!));
		this.held = this.cap.slice();
		const zeros = () => new Float64Array(order.length);
		[this.arriving, this.supplied, this.drained, this.used] = [zeros(), zeros(), zeros(), zeros()];
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

	/** A minute of drinking. @param part of the day's drink @param stressFraction under which it is less */
	drink(part: number, stressFraction: number): void {
		const { cap, held, demand, used } = this;
		for (let k = 0; k < cap.length; k++) {
			const has = held[k]!;
			const stressed = stressFraction * cap[k]!;
			let drink = demand[k]! * part;
			if (has < stressed) drink *= has / stressed;
			if (drink > has) drink = has;
			held[k] = has - drink;
			used[k]! += drink;
		}
	}
}

/** Sites that pass water on, from the top down within each minute. */
function runPassing(input: RootZoneInput, line: SiteLine, clock: Clock, sums: Sums): void {
	const run = new Passing(input, line);
	const seen = new Seen(run.cap, input, clock);
	const { on, share, outageFrom, days, sampleMin } = clock;
	const courses = line.order.map((i) => sums.courses[i]!);
	let sample = 0;
	for (let day = 0, m = 0; day < days; day++)
		for (let minute = 0; minute < DAY; minute++, m++) {
			if (on[minute] === 1 && m < outageFrom) run.water();
			run.drink(share[minute]!, input.stressFraction);
			seen.look(run.held, m);
			if (m % sampleMin !== 0) continue;
			for (let k = 0; k < courses.length; k++) courses[k]![sample] = run.held[k]! / run.cap[k]!;
			sample++;
		}
	line.order.forEach((i, k) => {
		const cap = run.cap[k]!;
		sums.least[i] = seen.least[k]! / cap;
		sums.sum[i] = seen.sum[k]! / cap;
		sums.supplied[i] = run.supplied[k]!;
		sums.drained[i] = run.drained[k]!;
		sums.used[i] = run.used[k]!;
		sums.stressed[i] = seen.stressed[k]!;
		sums.stressAt[i] = seen.stressAt[k]!;
		sums.wiltAt[i] = seen.wiltAt[k]!;
	});
}

/** What is seen of a line at the end of each minute. */
class Seen {
	readonly least: Float64Array;
	readonly sum: Float64Array;
	readonly stressed: Float64Array;
	readonly stressAt: Int32Array;
	readonly wiltAt: Int32Array;
	private readonly stress: Float64Array;
	private readonly wilt: Float64Array;
	private readonly from: number;

	constructor(cap: Float64Array, { stressFraction, wiltFraction }: RootZoneInput, clock: Clock) {
		const n = cap.length;
		[this.least, this.sum, this.stressed] = [cap.slice(), new Float64Array(n), new Float64Array(n)];
		[this.stressAt, this.wiltAt] = [new Int32Array(n).fill(-1), new Int32Array(n).fill(-1)];
		this.stress = cap.map((full) => stressFraction * full);
		this.wilt = cap.map((full) => wiltFraction * full);
		this.from = Number.isFinite(clock.outageFrom) ? clock.outageFrom : 0;
	}

	look(held: Float64Array, m: number): void {
		const { least, sum, stressed, stressAt, wiltAt, stress, wilt, from } = this;
		for (let k = 0; k < held.length; k++) {
			const s = held[k]!;
			sum[k]! += s;
			if (s < least[k]!) least[k] = s;
			if (s < stress[k]!) {
				stressed[k]! += 1;
				if (m >= from && stressAt[k]! < 0) stressAt[k] = m;
			}
			if (s < wilt[k]! && m >= from && wiltAt[k]! < 0) wiltAt[k] = m;
		}
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
