import { DAY_MIN, type Change, type Operation } from '$lib/core/design';

/** Height of the day under the drawing, pixels. */
export const STRIP = 226;

const clampWhole = (x: number, low: number, high: number): number =>
	Math.round(Math.min(high, Math.max(low, x)));

/**
 * What it means for the plan when feed `index` of `count` is moved by so many minutes. The first feed moves
 * the start of the window, the last its end, one between shifts the window whole; with pulses and repeats
 * the later ones change the spacing; a start set by hand moves alone.
 *
 * @param litMin how long it is light
 */
export function moveFeed(
	feed: Operation['feed'],
	index: number,
	count: number,
	byMin: number,
	litMin: number
): Change[] {
	if (feed.school === 'repeat') return [moveRepeat(feed, index, byMin)];
	if (feed.school === 'fixed') return [moveStart(feed, index, byMin)];
	const { window } = feed;
	const room = litMin - window.startAfterOnMin - window.stopBeforeOffMin;
	if (index === 0)
		return [start(clampWhole(window.startAfterOnMin + byMin, 0, window.startAfterOnMin + room))];
	if (feed.school === 'pulse')
		return [set('pulseEveryMin', clampWhole(feed.pulseEveryMin + byMin / index, 5, 1440))];
	if (index === count - 1)
		return [stop(clampWhole(window.stopBeforeOffMin - byMin, 0, window.stopBeforeOffMin + room))];
	const by = clampWhole(byMin, -window.startAfterOnMin, window.stopBeforeOffMin);
	return [start(window.startAfterOnMin + by), stop(window.stopBeforeOffMin - by)];
}

const set = (field: string, value: unknown): Change => ({ path: `operation.feed.${field}`, value });
const start = (min: number): Change => set('window.startAfterOnMin', min);
const stop = (min: number): Change => set('window.stopBeforeOffMin', min);

const moveRepeat = (feed: Operation['feed'], index: number, byMin: number): Change =>
	index === 0
		? set('repeatFromMin', clampWhole(feed.repeatFromMin + byMin, 0, 1439))
		: set('repeatEveryMin', clampWhole(feed.repeatEveryMin + byMin / index, 10, 1440));

/** A start that was set by hand; they are counted in the order of the day. */
function moveStart(feed: Operation['feed'], index: number, byMin: number): Change {
	const starts = [...feed.startsMin].sort((a, b) => a - b);
	const moved = starts.map((at, i) => (i === index ? clampWhole(at + byMin, 0, 1439) : at));
	return { path: 'operation.feed.startsMin', value: moved };
}

/** Feeds at set times from now on, as they are planned and with one more or fewer. */
const atSetTimes = (startsMin: readonly number[]): Change[] => [
	set('school', 'fixed'),
	set(
		'startsMin',
		[...new Set(startsMin)].sort((a, b) => a - b)
	)
];

/**
 * One more feed like that at `startMin`, half way to the next one; by set times from then on.
 *
 * @param startsMin of all feeds, by day and by night
 * @returns null where there is no room for it
 */
export function copyFeed(
	startsMin: readonly number[],
	startMin: number,
	onMin: number
): Change[] | null {
	const after = Math.min(...startsMin.map((at) => (at - startMin + DAY_MIN) % DAY_MIN || DAY_MIN));
	const at = Math.round(startMin + after / 2) % DAY_MIN;
	return after < 2 * onMin + 1 ? null : atSetTimes([...startsMin, at]);
}

/** The feeds without that at `startMin`, by set times from then on; null where it is the only one. */
export const dropFeed = (startsMin: readonly number[], startMin: number): Change[] | null =>
	startsMin.length < 2 ? null : atSetTimes(startsMin.filter((at) => at !== startMin));

/** Which feeds run into the next one, by their start; the next's start is told. */
export function runsInto(startsMin: readonly number[], onMin: number): Map<number, number> {
	const sorted = [...startsMin].sort((a, b) => a - b);
	return new Map(
		sorted.flatMap((at, i): [number, number][] => {
			const next = sorted[(i + 1) % sorted.length]!;
			const gap = (next - at + DAY_MIN) % DAY_MIN || DAY_MIN;
			return sorted.length > 1 && gap < onMin ? [[at, next]] : [];
		})
	);
}

/** What a clock reads as minutes since midnight; null where it reads nothing. */
export function minutesOf(clock: string): number | null {
	const [hours, minutes] = clock.split(':').map(Number);
	if (hours === undefined || minutes === undefined || Number.isNaN(hours + minutes)) return null;
	return hours * 60 + minutes;
}

/** Minutes since midnight as a clock reads. */
export const clockOf = (min: number): string => {
	const m = ((Math.round(min) % 1440) + 1440) % 1440;
	return `${String(Math.floor(m / 60)).padStart(2, '0')}:${String(m % 60).padStart(2, '0')}`;
};
