import { names } from '../../quantity';
import type { FeedPlan } from '../../feeding';
import { type Fix, type Rule, availableFixes, set } from '../finding';
import { say } from '../sentence';
import { moreFlow } from './flow-fixes';
import { SystemModel } from '../../model';

/** What some sites are called on the drawing. */
export const labelsOf = (model: SystemModel, ids: readonly string[]): string[] =>
	model.layout.sites.filter((site) => ids.includes(site.id)).map((site) => site.label);

/** The timer set to the minutes that were planned; null where it is. */
export const asPlanned = (model: SystemModel): Fix | null => {
	const { feed, operation } = model;
	if (!feed || operation.feed.setMin === null || feed.plan.onMin === feed.onMin) return null;
	return {
		label: `Set the timer to ${feed.plan.onMin} min`,
		effect: 'every site gets its deficit and its drain',
		change: [set('operation.feed.setMin', null)]
	};
};

/** A feeding window that closes before it opens leaves nothing to plan. */
export const noPlan: Rule = (model) => {
	if (model.feed || model.waterUse.bySite.size === 0) return [];
	const { window } = model.operation.feed;
	const { durationMin } = model.day.lights;
	if (window.startAfterOnMin + window.stopBeforeOffMin <= durationMin) return [];
	const change = [
		set('operation.feed.window', {
			startAfterOnMin: Math.min(60, durationMin),
			stopBeforeOffMin: Math.min(60, Math.max(0, durationMin - 60))
		})
	];
	return [
		{
			code: 'feed-window-closed',
			step: 'feed',
			severity: 'stop',
			subject: 'timer',
			message:
				'The feeding window closes before it opens: its start and stop leave no time while the light is on.',
			fixes: () => [{ label: 'Feed from one hour after light', effect: 'the window opens', change }]
		}
	];
};

/** A day on which less leaves the outlets than the plants drink. */
export const tooLittle: Rule = (model) => {
	const { feed } = model;
	if (!feed) return [];
	const { pumpedLPerDay, drunkLPerDay } = feed;
	if (drunkLPerDay <= 0 || pumpedLPerDay <= 0 || pumpedLPerDay >= drunkLPerDay * (1 - 1e-9))
		return [];
	return [
		{
			code: 'pumped-under-drunk',
			step: 'feed',
			severity: 'stop',
			subject: 'timer',
			message: `The timer brings ${say(pumpedLPerDay, 'volume')} a day where the plants drink ${say(drunkLPerDay, 'volume')}: whatever the medium holds, it is dry within days.`,
			off: drunkLPerDay / pumpedLPerDay - 1,
			fixes: () => availableFixes(asPlanned(model), oftener(model), ...moreFlow(model))
		}
	];
};

/** As often as the thirstiest needs. */
export function oftener(model: SystemModel): Fix | null {
	const after = model.with(soaks);
	if (!after.feed) return null;
	const { plan, onMin } = after.feed;
	return {
		label: 'As many soaks as are needed',
		effect: `${plan.events.length} × ${onMin} min`,
		change: soaks
	};
}

/** A feed that ends before some sites have what they drank since the last. */
export const doseShort: Rule = (model) => {
	const { feed } = model;
	if (!feed) return [];
	const short = [...feed.dose.values()].filter(({ reachedMin }) => reachedMin === null);
	if (short.length === 0) return [];
	const met = ({ doseL, deficitL }: (typeof short)[number]) => doseL / deficitL;
	const worst = short.reduce((a, b) => (met(a) <= met(b) ? a : b));
	const labels = labelsOf(
		model,
		short.map(({ id }) => id)
	);
	const passed = model.layout.sites.some((site) => site.passesTo === worst.id);
	const { catchFraction } = model.layout.sites.find(({ id }) => id === worst.id)!;
	const [label] = labelsOf(model, [worst.id]);
	const why = passed
		? `Those above leave ${say(worst.doseL, 'dose')} of it to ${label}, which takes up ${say(worst.doseL * catchFraction, 'dose')} of that; it drinks ${say(worst.deficitL, 'dose')} from feed to feed on a hot day.`
		: `${label} gets ${say(worst.doseL, 'dose')} of the ${say(worst.deficitL, 'dose')} it drinks from feed to feed on a hot day.`;
	return [
		{
			code: 'feed-dose-short',
			step: 'feed',
			severity: 'look',
			subject: worst.id,
			message: `A feed of ${feed.onMin} min brings ${names(labels)} too little. ${why} The medium dries out from day to day.`,
			off: Math.max(0.01, feed.plan.onMin / feed.onMin - 1),
			fixes: () => availableFixes(asPlanned(model), oftener(model), ...moreFlow(model))
		}
	];
};

/** What a timer is asked for that it cannot do, or does badly. */
export const timer: Rule = (model) => [
	...tooManySwitchings(model),
	...feedsThatMeet(model),
	...tooSeldom(model)
];

const soaks = [set('operation.feed.school', 'soak'), set('operation.feed.soakPerDay', null)];
const trickle = (effect: string): Fix => ({
	label: 'A steady trickle',
	effect,
	change: [set('operation.feed.school', 'continuous')]
});

const repeatEvery = (minutes: number): Fix['change'] => [
	set('operation.feed.school', 'repeat'),
	set('operation.feed.repeatEveryMin', minutes)
];

/** Feeds a day with a change made. */
const feedsWith = (model: SystemModel, change: Fix['change']): number =>
	model.with(change).feed?.plan.events.length ?? Infinity;

/** So often by day that the least number of feeds is met, min. */
const spreadOver = (model: SystemModel, feeds: number): number =>
	Math.max(1, Math.floor(model.day.lights.durationMin / Math.max(1, feeds)));

const tooManySwitchings: Rule = (model) => {
	const { feed, operation } = model;
	if (!feed?.plan.warnings.includes('too-many-events')) return [];
	const slots = operation.feed.timer.slotsPerDay;
	const events = feed.plan.events.length;
	return [
		{
			code: 'feed-slots',
			step: 'feed',
			severity: 'stop',
			subject: 'timer',
			message: `Your timer holds ${slots} switchings a day; this plan needs ${events}. The last ones would simply not happen.`,
			fixes: () => fewerSwitchings(model, slots, feed.plan)
		}
	];
};

function fewerSwitchings(model: SystemModel, slots: number, plan: FeedPlan): Fix[] {
	const { school, pulseEveryMin } = model.operation.feed;
	const every = Math.ceil(((plan.events.length / slots) * pulseEveryMin) / 5) * 5;
	const wider = [set('operation.feed.pulseEveryMin', every)];
	const often = spreadOver(model, plan.leastDayEvents);
	return availableFixes(
		school === 'pulse' &&
			feedsWith(model, wider) <= slots && {
				label: `Pulse every ${every} min`,
				effect: `${feedsWith(model, wider)} a day`,
				change: wider
			},
		school !== 'repeat' &&
			plan.leastDayEvents <= 288 && {
				label: 'A repeat timer, round the clock',
				effect: `every ${often} min, no slots to run out of`,
				change: repeatEvery(often)
			},
		school !== 'soak' &&
			feedsWith(model, soaks) <= slots && {
				label: 'A few long soaks',
				effect: `${feedsWith(model, soaks)} a day`,
				change: soaks
			},
		trickle('the pump runs all day')
	);
}

const feedsThatMeet: Rule = (model) => {
	const { feed, operation } = model;
	if (!feed || operation.feed.school === 'continuous') return [];
	const starts = feed.plan.events.map((e) => e.startMin);
	if (starts.length < 2) return [];
	const gap = Math.min(...starts.map((s, i) => (starts[i + 1] ?? starts[0]! + 1440) - s));
	if (feed.onMin <= gap) return [];
	return [
		{
			code: 'feed-overlap',
			step: 'feed',
			severity: 'look',
			subject: 'timer',
			message: `A feed of ${feed.onMin} min runs into the next one ${gap} min later: the pump never stops between them.`,
			fixes: () =>
				availableFixes(
					operation.feed.setMin !== null && {
						label: `Feed for ${gap} min`,
						effect: 'they just meet',
						change: [set('operation.feed.setMin', Math.max(1, gap))]
					},
					trickle('the pump runs all day, as it does now')
				)
		}
	];
};

const tooSeldom: Rule = (model) => {
	const { feed } = model;
	const byDay = feed?.plan.warnings.includes('too-few-events');
	if (!feed || !(byDay || feed.plan.warnings.includes('night-too-long'))) return [];
	const { plan, input } = feed;
	const depletion = Math.max(...plan.sites.map((s) => s.depletion));
	const allowed = input.allowedDepletion;
	const [thirstiest] = labelsOf(model, [plan.frequencySetBy]);
	const used = `${thirstiest} use up ${Math.round(depletion * 100)} % of the water its roots can draw on; ${Math.round(allowed * 100)} % may go`;
	return [
		{
			code: byDay ? 'feed-too-seldom' : 'feed-night-too-long',
			step: 'feed',
			severity: 'look',
			subject: plan.frequencySetBy,
			message: byDay
				? `${plan.dayEvents} feeds by day let ${used}. It needs ${plan.leastDayEvents}.`
				: `From the last feed of the day to the first of the next the plan lets ${used}.`,
			off: Math.max(0.01, depletion / allowed - 1),
			fixes: () => availableFixes(...oftenEnough(model, plan))
		}
	];
};

/** Feeding windows to try, each nearer to the light's own length: from and to, min. */
const WINDOWS = [
	[60, 60],
	[30, 60],
	[30, 30],
	[0, 30],
	[0, 0]
] as const;

/** More feeds, or a window that begins sooner and ends later. */
function* oftenEnough(model: SystemModel, plan: FeedPlan): Iterable<Fix> {
	const { timer, school } = model.operation.feed;
	const enough = (change: Fix['change']) => {
		const { warnings = ['too-few-events'] } = model.with(change).feed?.plan ?? {};
		return !warnings.includes('too-few-events') && !warnings.includes('night-too-long');
	};
	const often = (change: Fix['change']): string => {
		const after = model.with(change).feed;
		const used = Math.max(0, ...(after?.plan.sites.map((s) => s.depletion) ?? []));
		return `${after?.plan.events.length} × ${after?.onMin} min, at most ${Math.round(used * 100)} % used up`;
	};
	const { durationMin } = model.day.lights;
	const asSoaks = school === 'soak' ? [set('operation.feed.soakPerDay', null)] : soaks;
	// a timer with slots to set can run out of them; one that repeats cannot
	if (plan.warnings.includes('too-few-events') && feedsWith(model, asSoaks) <= timer.slotsPerDay)
		yield {
			label: `Feed ${plan.leastDayEvents} times by day`,
			effect: often(asSoaks),
			change: asSoaks
		};
	for (const [from, to] of WINDOWS) {
		if (from + to > durationMin) continue;
		const window = { startAfterOnMin: from, stopBeforeOffMin: to };
		const change = [...asSoaks, set('operation.feed.window', window)];
		if (!enough(change) || feedsWith(model, change) > timer.slotsPerDay) continue;
		yield {
			label: `Feed from ${from} min after light to ${to} before dark`,
			effect: often(change),
			change
		};
		break;
	}
	for (const parts of [1, 2, 4]) {
		const every = Math.max(1, Math.floor(spreadOver(model, plan.leastDayEvents) / parts));
		const change = repeatEvery(every);
		if (!enough(change)) continue;
		yield { label: `A repeat every ${every} min`, effect: often(change), change };
		break;
	}
}
