import { DAY_MIN as DAY } from '../design';
import { drinkingOf, type Drinking } from './drinking';
import { rootZoneSeen } from './root-zone';
import type { RootZone, RootZoneInput } from './root-zone-schema';

/** The moment at which it matters most that the pump stops, and whom it meets first. */
export interface WorstCut {
	/** Minute of the day. */
	atMin: number;
	siteId: string;
}

/** By then a daily round repeats itself, or never does. */
export const SETTLED_DAYS = 3;
/** Nobody stays away longer, min. */
const MOST_MIN = 40 * DAY;

/** The first minute from `atMin` on by whose end so much of a day's drink is drunk. */
function minuteOf(drinking: Drinking, atMin: number, share: number): number {
	let [low, high] = [atMin, atMin + MOST_MIN];
	while (low < high) {
		const mid = Math.floor((low + high) / 2);
		if (drinking.between(atMin, mid + 1) > share) high = mid;
		else low = mid + 1;
	}
	return low;
}

/** Of a settled day the moments just before each feed, when media are driest, as minutes of the day, rising. */
const momentsOf = ({ events }: RootZoneInput): number[] =>
	events.length > 0
		? [...new Set(events.map(({ startMin }) => startMin))].sort((a, b) => a - b)
		: [0];

/** A run together with what its sites hold just before each feed of the settled day. */
export interface Watched {
	run: RootZone;
	/** Minutes of the day at which feeds begin. */
	moments: readonly number[];
	/** Of its easy water what a site holds at the end of the minute before, 0 to 1, a list a site. */
	seen: readonly Float64Array[];
}

/** A run that is looked at just before each feed, for `worstCut`. */
export function watched(input: RootZoneInput): Watched {
	const moments = momentsOf(input);
	const start = (Math.min(input.days, SETTLED_DAYS) - 1) * DAY - 1;
	return {
		moments,
		...rootZoneSeen(
			input,
			moments.map((atMin) => start + atMin)
		)
	};
}

/**
 * The worst moment of a day for the pump to stop: of the moments just before each feed, when media are driest, that
 * from which some site is stressed soonest. Until stress a plant drinks what it likes, so that it is found from the
 * course of a settled day without another run.
 *
 * @param of a run of the input, watched; worked out where it is not given
 * @returns null where nothing drinks
 */
export function worstCut(
	input: RootZoneInput,
	{ moments, seen }: Pick<Watched, 'moments' | 'seen'> = watched({
		...input,
		outageFromMin: undefined
	})
): WorstCut | null {
	const drinking = drinkingOf(input);
	let worst: (WorstCut & { minutes: number }) | null = null;
	for (const [k, atMin] of moments.entries()) {
		// whoever has least of a day's drink left over stress is the first to be stressed
		let least: { siteId: string; free: number } | null = null;
		for (const [i, { id, demandLPerDay, mediumL, availableFraction }] of input.sites.entries()) {
			if (demandLPerDay <= 0) continue;
			const held = seen[i]![k]!;
			const free = ((held - input.stressFraction) * mediumL * availableFraction) / demandLPerDay;
			if (!least || free < least.free) least = { siteId: id, free };
		}
		if (!least) return null;
		const minutes = least.free <= 0 ? 0 : minuteOf(drinking, atMin, least.free) + 1 - atMin;
		if (!worst || minutes < worst.minutes) worst = { atMin, siteId: least.siteId, minutes };
	}
	return worst && { atMin: worst.atMin, siteId: worst.siteId };
}

/** The line of one site: all that pass water to it or get it from it. */
export function lineAround(sites: RootZoneInput['sites'], siteId: string): RootZoneInput['sites'] {
	const below = new Map(sites.map(({ id, passesTo }) => [id, passesTo]));
	const foot = (id: string): string => {
		for (let at = id, next; ; at = next) if (!(next = below.get(at))) return at;
	};
	const mine = foot(siteId);
	return sites.filter(({ id }) => foot(id) === mine);
}
