import { DAY_MIN as DAY } from '../design';
import { NoSolution } from '../quantity';
import type { Drinking } from './drinking';
import type { FeedPlanInput } from './feed-plan-schema';

/** A feed that is planned: counted on past midnight, in the timer's steps. */
export interface Start {
	atMin: number;
	night: boolean;
}
/** From one feed to the next, round midnight: how much of the day's drink, and which kind of gap. */
export interface Gap {
	share: number;
	/** Of that, what is drunk in the dark. */
	darkShare: number;
	night: boolean;
}
/** The feeds of a day in the order they come, each with the gap that follows it. */
export interface Schedule {
	starts: readonly Start[];
	gaps: readonly Gap[];
}

type Planned = FeedPlanInput;
/** Most soaks by day, and most feeds by night, that are tried. */
const MOST_SOAKS = 96;
const MOST_AT_NIGHT = 48;

/** When feeding may begin and how long it goes on, counted from lights-on. */
export const windowOf = ({ lights, window }: Pick<Planned, 'lights' | 'window'>) => ({
	startMin: lights.onMin + window.startAfterOnMin,
	lengthMin: lights.durationMin - window.startAfterOnMin - window.stopBeforeOffMin
});

/** Of a site, the part of its available water that it drinks in a day; the thirstiest decides. */
interface Thirst {
	thirstiest: number;
	drinking: Drinking;
}

/** Gaps are judged with this much of relief. */
export const over = (figure: number, limit: number): boolean => figure > limit * (1 + 1e-9);

/**
 * The feeds of a school.
 *
 * @throws NoSolution for more than one a minute
 */
export function scheduleOf(input: Planned, thirst: Thirst, leastSoaks: number): Schedule {
	const { drinking } = thirst;
	switch (input.school) {
		case 'soak':
			return soaks(input, input.soakPerDay ?? leastSoaks, thirst);
		case 'pulse': {
			const { day, night } = pulses(input, drinking);
			return byWindow(input, day, night, drinking);
		}
		case 'repeat':
			return aroundTheClock(input, repeats(input), drinking);
		default:
			return aroundTheClock(
				input,
				[...input.startsMin!].sort((a, b) => a - b),
				drinking
			);
	}
}

/** The least number of soaks by day at which no gap uses up more than is allowed. */
export function leastSoaks(input: Planned, { thirstiest, drinking }: Thirst): number {
	const { allowedDepletion } = input;
	const suffice = (count: number): boolean => {
		const { gaps } = byWindow(input, soakStarts(input, count), [], drinking);
		return gaps.every(({ night, share }) => night || !over(share * thirstiest, allowedDepletion));
	};
	if (suffice(1)) return 1;
	// whatever their number they share out the window, and the fullest gap is no less than the mean
	const [first, last] = onTheTimer(
		input,
		soakStarts(input, 2).map((atMin) => ({ atMin, night: false }))
	);
	const whole = drinking.between(first!.atMin, last!.atMin) * thirstiest;
	let count = Math.max(2, Math.min(MOST_SOAKS, Math.ceil(whole / allowedDepletion - 1e-6) + 1));
	while (count < MOST_SOAKS && !suffice(count)) count++;
	return count;
}

/** So many soaks across the window, and by night as few as the dark asks for. */
function soaks(input: Planned, count: number, { thirstiest, drinking }: Thirst): Schedule {
	const day = soakStarts(input, count);
	const dark = DAY - input.lights.durationMin;
	if (dark === 0) return byWindow(input, day, [], drinking);
	const darkStart = input.lights.onMin + input.lights.durationMin;
	for (let most = 0; ; most++) {
		const night = Array.from({ length: most }, (_, k) => darkStart + ((k + 1) * dark) / (most + 1));
		const schedule = byWindow(input, day, night, drinking);
		const enough = schedule.gaps.every(
			({ darkShare }) => !over(darkShare * thirstiest, input.allowedDepletion / 2)
		);
		if (enough || most === MOST_AT_NIGHT) return schedule;
	}
}

function soakStarts(input: Planned, count: number): number[] {
	const { startMin, lengthMin } = windowOf(input);
	const step = count > 1 ? lengthMin / (count - 1) : 0;
	return Array.from({ length: count }, (_, k) => startMin + k * step);
}

/** By night a pulse comes four times as seldom. */
const SELDOM = 4;

function pulses(input: Planned, drinking: Drinking): { day: number[]; night: number[] } {
	const every = input.pulseEveryMin!;
	const { startMin, lengthMin } = windowOf(input);
	const day: number[] = [];
	for (let at = 0; at <= lengthMin; at += every) day.push(startMin + at);
	const night: number[] = [];
	const on = input.lights.onMin + DAY;
	for (let at = day.at(-1)! + SELDOM * every; at < on; at += SELDOM * every)
		if (drinking.isDark(at)) night.push(at);
	return { day, night };
}

function repeats({ repeatEveryMin, repeatFromMin }: Planned): number[] {
	const starts: number[] = [];
	for (let at = 0; at < DAY; at += repeatEveryMin!) starts.push(repeatFromMin + at);
	return starts;
}

/** Feeds of a window by day and of the night after it: only gaps between two of the window are day gaps. */
function byWindow(
	input: Planned,
	day: readonly number[],
	night: readonly number[],
	drinking: Drinking
): Schedule {
	const starts = onTheTimer(input, [
		...day.map((atMin) => ({ atMin, night: false })),
		...night.map((atMin) => ({ atMin, night: true }))
	]);
	const alone = day.length === 1;
	return withGaps(starts, drinking, (k) => !(k < day.length - 1 || (alone && k === 0)));
}

/** Feeds that no window bounds: a gap is a night gap where it begins at night or holds a dark minute. */
function aroundTheClock(input: Planned, at: readonly number[], drinking: Drinking): Schedule {
	const starts = onTheTimer(
		input,
		at.map((atMin) => ({ atMin, night: drinking.isDark(atMin) }))
	);
	return withGaps(
		starts,
		drinking,
		(k, from, to) => starts[k]!.night || drinking.anyDark(from, to)
	);
}

/** To the nearest step of the timer, halves up; what falls together stays in its order. */
function onTheTimer({ timer: { resolutionMin } }: Planned, starts: readonly Start[]): Start[] {
	if (starts.length > DAY) throw new NoSolution(tooMany(starts.length));
	return starts.map(({ atMin, night }) => ({
		atMin: Math.floor(atMin / resolutionMin + 0.5 + 1e-9) * resolutionMin,
		night
	}));
}

const tooMany = (count: number): string =>
	`This medium and crop would need ${count} feeds a day, more than one a minute. Use more medium, one that holds more water, or a steady trickle.`;

function withGaps(
	starts: readonly Start[],
	drinking: Drinking,
	isNight: (k: number, from: number, to: number) => boolean
): Schedule {
	const gaps = starts.map(({ atMin }, k) => {
		const next = starts[k + 1]?.atMin ?? starts[0]!.atMin + DAY;
		return {
			share: drinking.between(atMin, next),
			darkShare: drinking.inTheDark(atMin, next),
			night: isNight(k, atMin, next)
		};
	});
	return { starts, gaps };
}
