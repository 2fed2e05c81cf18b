import { DAY_MIN as DAY } from '../design';
import { drinkingOf, type Drinking } from './drinking';
import { rootZone } from './root-zone';
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

/**
 * The worst moment of a day for the pump to stop: of the moments just before each feed, when media are driest, that
 * from which some site is stressed soonest. Until stress a plant drinks what it likes, so that it is found from the
 * course of a settled day without another run.
 *
 * @param run of the input, kept by the minute; worked out where it is not given
 * @returns null where nothing drinks
 */
export function worstCut(input: RootZoneInput, run?: RootZone): WorstCut | null {
	const days = Math.min(input.days, SETTLED_DAYS);
	const { series } = run ?? rootZone({ ...input, outageFromMin: undefined, days, sampleMin: 1 });
	const drinking = drinkingOf(input);
	const moments = input.events.length > 0 ? input.events.map(({ startMin }) => startMin) : [0];
	let worst: (WorstCut & { minutes: number }) | null = null;
	for (const atMin of moments) {
		// whoever has least of a day's drink left over stress is the first to be stressed
		let least: { siteId: string; free: number } | null = null;
		for (const [i, { id, demandLPerDay, mediumL, availableFraction }] of input.sites.entries()) {
			if (demandLPerDay <= 0) continue;
			// what is left at the end of the minute before, on the last day
			const held = series.sites[i]!.fraction[(days - 1) * DAY + atMin - 1] ?? 1;
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
	const foot = (id: string): string => {
		let at = id;
		for (;;) {
			const next = sites.find((site) => site.id === at)?.passesTo;
			if (!next) return at;
			at = next;
		}
	};
	const mine = foot(siteId);
	return sites.filter(({ id }) => foot(id) === mine);
}
