import { DAY_MIN as DAY } from '../design';
import { watered } from './root-zone';
import type { FeedEvent } from './root-zone-schema';

/** A time the pump is switched on, and when off again: minutes of the day; off may lie past midnight. */
export interface Switching {
	onMin: number;
	offMin: number;
	minutes: number;
}

/**
 * What a timer is set to: feeds in the order of the day, those that meet as one.
 *
 * @returns none for a pump that never stops
 */
export function switchingsOf(events: readonly FeedEvent[]): Switching[] {
	const on = watered(events);
	const list: Switching[] = [];
	for (let onMin = 0; onMin < DAY; onMin++) {
		if (on[onMin] === 0 || on[(onMin + DAY - 1) % DAY] === 1) continue;
		let minutes = 1;
		while (on[(onMin + minutes) % DAY] === 1) minutes++;
		list.push({ onMin, offMin: (onMin + minutes) % DAY, minutes });
	}
	return list;
}

/** A pump that runs on longer than its longest feed and half as long again is stuck, min. */
export const guardMin = (switchings: readonly Switching[]): number =>
	Math.ceil(1.5 * Math.max(0, ...switchings.map(({ minutes }) => minutes)));

const clock = (min: number): string =>
	`${String(Math.floor(min / 60)).padStart(2, '0')}:${String(min % 60).padStart(2, '0')}`;

/** A relay that switches by seconds all through a feed. */
type Relay = { onS: number; offS: number } | null;

/**
 * The table for those who switch by a program: a line a feed, on and off by the clock and minutes between; with a
 * relay also its seconds.
 */
export const switchingsCsv = (switchings: readonly Switching[], relay: Relay = null): string =>
	[
		['on,off,minutes', ...(relay ? ['on_seconds,off_seconds'] : [])].join(','),
		...switchings.map(({ onMin, offMin, minutes }) =>
			[clock(onMin), clock(offMin), minutes, ...(relay ? [relay.onS, relay.offS] : [])].join(',')
		),
		''
	].join('\n');

/** The same for programs that read it, with the guard that switches off a pump that is stuck on. */
export const switchingsJson = (switchings: readonly Switching[], relay: Relay = null): string =>
	`${JSON.stringify(
		{
			switchings: switchings.map(({ onMin, offMin, minutes }) => ({
				on: clock(onMin),
				off: clock(offMin),
				minutes
			})),
			...(relay && { relay: { onSeconds: relay.onS, offSeconds: relay.offS } }),
			stuckOnGuardMin: guardMin(switchings)
		},
		null,
		'\t'
	)}\n`;
