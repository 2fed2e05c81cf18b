import { names, plural } from '../../quantity';
import type { FeedPlan } from '../../feeding';
import { seenTo, set, availableFixes, type Rule, type Fix } from '../finding';
import { say } from '../sentence';
import type { SystemModel } from '../../model';

const labelsOf = (model: SystemModel, ids: readonly string[]): string[] =>
	model.layout.sites.filter((site) => ids.includes(site.id)).map((site) => site.label);

const asPlanned = (model: SystemModel): Fix | null => {
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
	const { feed } = model.operation;
	const wide = feed.window.startAfterOnMin + feed.window.stopBeforeOffMin > feed.lights.durationMin;
	if (!wide) return [];
	const change = [
		set('operation.feed.window', {
			startAfterOnMin: 60,
			stopBeforeOffMin: Math.min(60, Math.max(0, feed.lights.durationMin - 60))
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
			fixes: [{ label: 'Feed from one hour after light', effect: 'the window opens', change }]
		}
	];
};

/** A feed that brings some sites less than they drank since the last. */
export const doseShort: Rule = (model) => {
	const { feed } = model;
	if (!feed) return [];
	const short = [...feed.dose].filter(
		([id, d]) => (model.flows.siteLph.get(id) ?? 0) > 0 && d.doseL < d.deficitL * (1 - 1e-6)
	);
	if (short.length === 0) return [];
	const worst = short.reduce((a, b) =>
		a[1].doseL / a[1].deficitL <= b[1].doseL / b[1].deficitL ? a : b
	);
	return [
		{
			code: 'feed-dose-short',
			step: 'feed',
			severity: 'look',
			subject: worst[0],
			message:
				`A feed of ${feed.onMin} min brings ${names(
					labelsOf(
						model,
						short.map(([id]) => id)
					)
				)} too little: ` +
				`${names(labelsOf(model, [worst[0]]))} gets ${say(worst[1].doseL, 'dose')} of the ${say(worst[1].deficitL, 'dose')} it drank since the last. The medium dries out from day to day.`,
			fixes: availableFixes(asPlanned(model))
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
	Math.max(1, Math.floor(model.operation.feed.lights.durationMin / Math.max(1, feeds)));

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
			fixes: fewerSwitchings(model, slots, feed.plan)
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
			fixes: availableFixes(
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
	const { feed, operation } = model;
	if (!feed?.plan.warnings.includes('too-few-events')) return [];
	const { plan } = feed;
	const least = plan.leastDayEvents;
	const depletion = Math.max(...plan.sites.map((s) => s.depletion));
	const every = spreadOver(model, least);
	// a timer with slots to set can run out of them; one that repeats cannot
	const inSlots = feedsWith(model, soaks) <= operation.feed.timer.slotsPerDay;
	const allowed = Math.round(operation.feed.allowedDepletion * 100);
	return [
		{
			code: 'feed-too-seldom',
			step: 'feed',
			severity: 'look',
			subject: plan.frequencySetBy,
			message:
				`${plan.dayEvents} feeds by day let ${names(labelsOf(model, [plan.frequencySetBy]))} use up ${Math.round(depletion * 100)} % of the water its medium holds; ` +
				`you allow ${allowed} %. It needs ${least}.`,
			fixes: [
				{
					label: inSlots ? `Feed ${least} times a day` : `Feed every ${every} min`,
					effect: `at most ${allowed} % used up`,
					change: inSlots ? soaks : repeatEvery(every)
				}
			]
		}
	];
};

/** Sites that water passes on from: down a tower what runs on is no drainage. */
const passedOn = (model: SystemModel): Set<string> =>
	new Set(model.layout.outlets.filter((e) => e.passes).flatMap((e) => e.shares.map(([id]) => id)));

/** A feed most of which runs straight back from some sites. */
export const drainHeavy: Rule = (model) => {
	const { feed, operation } = model;
	if (!feed || operation.feed.school === 'continuous') return [];
	const most = model.limit('drainHeavy');
	const passing = passedOn(model);
	const heavy = [...feed.dose].filter(([id, d]) => d.drainFraction > most && !passing.has(id));
	if (heavy.length === 0) return [];
	const shortest = feed.onMin <= operation.feed.timer.minOnMin;
	const why = shortest
		? `${feed.onMin} min is the shortest feed the timer makes`
		: 'one timer serves thirsty and modest plants alike';
	const labels = labelsOf(
		model,
		heavy.map(([id]) => id)
	);
	return [
		{
			code: 'feed-drains',
			step: 'feed',
			severity: 'caution',
			subject: heavy[0]![0],
			message:
				`${names(labels)} ${plural(heavy.length, ['sends', 'send'])} over ${Math.round(most * 100)} % of each feed straight back, because ${why}. ` +
				`It does no harm where it returns; it is wasted where it does not.`,
			fixes: availableFixes(
				drainLess(model, passing),
				seenTo(model.record, 'feed-drains', 'Leave it so')
			)
		}
	];
};

function drainLess(model: SystemModel, passing: ReadonlySet<string>): Fix | false {
	const wettest = (c: SystemModel) =>
		Math.max(0, ...[...c.feed!.dose].map(([id, d]) => (passing.has(id) ? 0 : d.drainFraction)));
	const change = [set('operation.feed.drainFraction', 0.1), set('operation.feed.setMin', null)];
	const eased = wettest(model.with(change));
	return (
		eased < wettest(model) - 0.02 && {
			label: 'Let only 10 % drain',
			effect: `the wettest drains ${Math.round(eased * 100)} %`,
			change
		}
	);
}
