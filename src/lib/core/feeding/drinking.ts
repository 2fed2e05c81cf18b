import { DAY_MIN as DAY } from '../design';

/** When it is light, and how the day's drinking goes with it. */
export interface DayOfLight {
	lights: { onMin: number; durationMin: number; profile: 'lamps' | 'sun' };
	/** Share of the day's drink taken in the light; all of it where it is never dark. */
	dayShare: number;
}

/** How a day's drink is spread over its minutes, the same for every plant of a loop. */
export interface Drinking {
	/** Share of a day's drink between two minutes, counted on past midnight; the later one is not in it. */
	between(fromMin: number, toMin: number): number;
	/** The same of what is drunk in the dark alone. */
	inTheDark(fromMin: number, toMin: number): number;
	/** Whether a minute between the two is dark. */
	anyDark(fromMin: number, toMin: number): boolean;
	isDark(atMin: number): boolean;
}

/**
 * Share of a day's drink by the minute. Under lamps the lit minutes are alike; under the sun they follow a half
 * sine, sin(π(k + ½)/n) for lit minute k of n. Dark minutes are alike.
 *
 * @example drinkingOf({ lights: { onMin: 0, durationMin: 720, profile: 'lamps' }, dayShare: 0.9 }).between(0, 360) // 0.45
 */
export function drinkingOf({ lights, dayShare }: DayOfLight): Drinking {
	const { onMin, durationMin, profile } = lights;
	const dark = DAY - durationMin;
	const byDay = dark === 0 ? 1 : dayShare;
	const lit = profile === 'sun' ? halfSine(durationMin) : null;
	const darkPer = dark === 0 ? 0 : (1 - byDay) / dark;
	/** Minutes since lights-on, and whole days before. */
	const split = (atMin: number): [days: number, sinceOn: number] => {
		const days = Math.floor((atMin - onMin) / DAY);
		return [days, atMin - onMin - days * DAY];
	};
	const litBy = (sinceOn: number): number => {
		const k = Math.min(sinceOn, durationMin);
		return lit ? byDay * lit[k]! : (byDay * k) / durationMin;
	};
	const darkMinutes = (atMin: number): number => {
		const [days, sinceOn] = split(atMin);
		return days * dark + Math.max(0, sinceOn - durationMin);
	};
	const drunkBy = (atMin: number): number => {
		const [days, sinceOn] = split(atMin);
		return days + litBy(sinceOn) + darkPer * Math.max(0, sinceOn - durationMin);
	};
	return {
		between: (from, to) => drunkBy(to) - drunkBy(from),
		inTheDark: (from, to) => darkPer * (darkMinutes(to) - darkMinutes(from)),
		anyDark: (from, to) => darkMinutes(to) > darkMinutes(from),
		isDark: (atMin) => split(atMin)[1] >= durationMin
	};
}

const minutes = new Map<string, Float64Array>();

/** Share of a day's drink in each minute of it, from midnight on; not to be written to. */
export function sharesByMinute(day: DayOfLight): Float64Array {
	const { onMin, durationMin, profile } = day.lights;
	const key = `${profile} ${onMin} ${durationMin} ${day.dayShare}`;
	const known = minutes.get(key);
	if (known) return known;
	const { between } = drinkingOf(day);
	const shares = Float64Array.from({ length: DAY }, (_, m) => between(m, m + 1));
	if (minutes.size >= REMEMBERED) minutes.clear();
	minutes.set(key, shares);
	return shares;
}

const sines = new Map<number, Float64Array>();
/** A length of day seldom changes: this many are remembered. */
const REMEMBERED = 24;

/** What of a half sine has gone by at each minute of its length: 0 at first, 1 at last. */
function halfSine(minutes: number): Float64Array {
	const known = sines.get(minutes);
	if (known) return known;
	const by = new Float64Array(minutes + 1);
	for (let k = 0; k < minutes; k++) by[k + 1] = by[k]! + Math.sin((Math.PI * (k + 0.5)) / minutes);
	const whole = by[minutes]!;
	for (let k = 1; k <= minutes; k++) by[k]! /= whole;
	if (sines.size >= REMEMBERED) sines.clear();
	sines.set(minutes, by);
	return by;
}
