import { DAY_MIN } from '../design';

/** Read anew from its module in every minute it would cost more than the minute's water. */
const DAY = DAY_MIN;

/** Minutes of a day that are alike: the pump runs, or stands still. `until` is not among them. */
export interface Turn {
	from: number;
	until: number;
	wet: boolean;
}

/** What is the same for all sites of a run. */
export interface Clock {
	days: number;
	/** 1 in the minutes of a day that a feed covers. */
	on: Uint8Array;
	/** The same day as turns of the pump, in order. */
	turns: readonly Turn[];
	/** Share of a day's drink in each minute. */
	share: Float64Array;
	/** What of it is drunk before each minute, and those added up from the second on: with both an undisturbed stretch is one sum. */
	drunk: Float64Array;
	drunkSum: Float64Array;
	/** From this minute of the run on the pump stands still. */
	outageFrom: number;
	sampleMin: number;
	samples: number;
	/** Minutes of the run, rising, at whose end a site is looked at besides. */
	moments: readonly number[];
}

/** What a medium holds and a plant draws, L and L a minute. */
export interface Medium {
	cap: number;
	/** What goes in while the pump runs, where nothing comes from above. */
	entering: number;
	/** L a day. */
	demand: number;
	/** Litres under which it is stressed, and wilts. */
	stressed: number;
	wilted: number;
}

/**
 * One site's medium through a run. Where nothing runs short a stretch of minutes is one sum, however long; where a
 * plant is stressed, or a feed has not filled the medium yet, each minute is worked out by itself.
 */
export class MediumCourse {
	/** Litres held at the end of the last minute. */
	held: number;
	least: number;
	sum = 0;
	/** What went in and stayed. */
	kept = 0;
	used = 0;
	/** Minutes the pump ran. */
	pumped = 0;
	stressMin = 0;
	/** First minute that ends below, from the outage on; −1: none. */
	stressAt = -1;
	wiltAt = -1;
	/** Share of the easy water at the end of every sample's minute, and of every moment's. */
	readonly course: Float64Array<ArrayBuffer>;
	readonly seen: Float64Array;
	private nextMoment = 0;
	/** From here on times of stress and wilting are counted. */
	private readonly countFrom: number;
	/** With so much nothing runs short. */
	private readonly safe: number;
	/** Most it drinks in a minute. */
	private readonly mostDrink: number;

	constructor(
		private readonly medium: Medium,
		private readonly clock: Clock
	) {
		this.held = this.least = medium.cap;
		this.course = new Float64Array(clock.samples);
		this.seen = new Float64Array(clock.moments.length);
		this.countFrom = Number.isFinite(clock.outageFrom) ? clock.outageFrom : 0;
		this.safe = Math.max(medium.stressed, medium.wilted);
		this.mostDrink = medium.demand * mostOf(clock.share);
	}

	/** The whole run of a site that gets water from its own outlet alone. */
	alone(): void {
		const { days, turns, outageFrom } = this.clock;
		for (let day = 0; day < days; day++)
			for (const { from, until, wet } of turns) {
				const start = day * DAY + from;
				const end = day * DAY + until;
				const stops = wet ? Math.max(start, Math.min(end, outageFrom)) : start;
				this.soak(start, stops);
				this.drink(stops, end);
			}
	}

	/** Minutes `m` to before `until`, of one day, in which the pump runs: wetted, then drunk from. */
	private soak(m: number, until: number): void {
		const { cap, entering } = this.medium;
		for (let at = m; at < until; at++) {
			if (this.staysFull()) return this.keepFull(at, until);
			const now = Math.min(cap, this.held + entering);
			this.pumped++;
			this.kept += now - this.held;
			this.held = now;
			this.minutes(at, at + 1);
		}
	}

	/** Each minute of the pump fills it again, whatever was drunk in the one before. */
	private staysFull(): boolean {
		const { cap, entering } = this.medium;
		const { mostDrink } = this;
		return this.held + entering >= cap && entering >= mostDrink && cap - mostDrink >= this.safe;
	}

	private keepFull(m: number, until: number): void {
		const { cap, demand } = this.medium;
		const { share, drunk, sampleMin, moments } = this.clock;
		const [from, n] = [m % DAY, until - m];
		const to = from + n;
		const last = cap - demand * share[to - 1]!;
		const taken = demand * (drunk[to]! - drunk[from]!);
		this.pumped += n;
		this.kept += taken - (cap - last) + (cap - this.held);
		this.used += taken;
		this.sum += n * cap - taken;
		let most = 0;
		for (let k = from; k < to; k++) if (share[k]! > most) most = share[k]!;
		this.least = Math.min(this.least, cap - demand * most);
		for (let s = Math.ceil(m / sampleMin); s * sampleMin < until; s++)
			this.course[s] = (cap - demand * share[(s * sampleMin) % DAY]!) / cap;
		for (let at; (at = moments[this.nextMoment]!) < until;)
			this.seen[this.nextMoment++] = at < m ? 1 : (cap - demand * share[at % DAY]!) / cap;
		this.held = last;
	}

	/** Minutes `m` to before `until` without water. */
	drink(m: number, until: number): void {
		while (m < until) {
			const next = Math.min(until, m + DAY - (m % DAY));
			if (!this.undisturbed(m, next)) this.minutes(m, next);
			m = next;
		}
	}

	/** Minutes of one day through which it drinks what it likes, as one sum. @returns false: it runs short on the way */
	private undisturbed(m: number, until: number): boolean {
		const { cap, demand } = this.medium;
		const { drunk, drunkSum, sampleMin, moments } = this.clock;
		const { held } = this;
		const [from, n] = [m % DAY, until - m];
		const before = drunk[from]!;
		const taken = demand * (drunk[from + n]! - before);
		const left = held - taken;
		if (!(left >= this.safe)) return false;
		this.used += taken;
		this.sum += n * held - demand * (drunkSum[from + n]! - drunkSum[from]! - n * before);
		if (left < this.least) this.least = left;
		// what it holds at the end of a minute is its share drunk by then, from `held` on
		const shift = from - m + 1;
		for (let s = Math.ceil(m / sampleMin); s * sampleMin < until; s++)
			this.course[s] = (held - demand * (drunk[s * sampleMin + shift]! - before)) / cap;
		for (let at; (at = moments[this.nextMoment]!) < until;)
			this.seen[this.nextMoment++] =
				at < m ? 1 : (held - demand * (drunk[at + shift]! - before)) / cap;
		this.held = left;
		return true;
	}

	/** Minute by minute: what little is left is drunk the more slowly. */
	private minutes(m: number, until: number): void {
		const { cap, demand, stressed } = this.medium;
		const { share, sampleMin, moments } = this.clock;
		let s = this.held;
		let used = 0;
		let sum = 0;
		for (let at = m, minute = m % DAY; at < until; at++) {
			let drink = demand * share[minute]!;
			if (s < stressed) drink *= s / stressed;
			if (drink > s) drink = s;
			s -= drink;
			used += drink;
			sum += s;
			if (s < this.safe) this.short(s, at);
			if (at % sampleMin === 0) this.course[at / sampleMin] = s / cap;
			if (moments[this.nextMoment] === at) this.seen[this.nextMoment++] = s / cap;
			minute = minute === DAY - 1 ? 0 : minute + 1;
		}
		// without water it only falls
		if (s < this.least) this.least = s;
		this.used += used;
		this.sum += sum;
		this.held = s;
	}

	/** At the end of a minute so little is left that it is stressed or wilts. */
	private short(s: number, at: number): void {
		const { stressed, wilted } = this.medium;
		const counts = at >= this.countFrom;
		if (s < stressed) {
			this.stressMin++;
			if (this.stressAt < 0 && counts) this.stressAt = at;
		}
		if (s < wilted && this.wiltAt < 0 && counts) this.wiltAt = at;
	}
}

const mostOf = (list: Float64Array): number => {
	let most = 0;
	for (let k = 0; k < list.length; k++) if (list[k]! > most) most = list[k]!;
	return most;
};
