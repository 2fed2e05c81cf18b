import { plural, names } from '../../quantity';
import { set, some, type Concern, type Said, type Fix } from '../finding';
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

export const noPlan: Concern = (model) => {
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

export const doseShort: Concern = (model) => {
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
			fixes: some(asPlanned(model))
		}
	];
};

export const timer: Concern = (model) => {
	const { feed, operation } = model;
	if (!feed) return [];
	const { plan } = feed;
	const list: Said[] = [];
	const slots = operation.feed.timer.slotsPerDay;
	if (plan.warnings.includes('too-many-events')) {
		const events = plan.events.length;
		const every = Math.ceil(((events / slots) * operation.feed.pulseEveryMin) / 5) * 5;
		const wider = [set('operation.feed.pulseEveryMin', every)];
		const soak = [set('operation.feed.school', 'soak'), set('operation.feed.soakPerDay', null)];
		const often = Math.max(
			1,
			Math.floor(operation.feed.lights.durationMin / Math.max(1, plan.leastDayEvents))
		);
		const count = (change: Fix['change']) =>
			model.with(change).feed?.plan.events.length ?? Infinity;
		list.push({
			code: 'feed-slots',
			step: 'feed',
			severity: 'stop',
			subject: 'timer',
			message: `Your timer holds ${slots} switchings a day; this plan needs ${events}. The last ones would simply not happen.`,
			fixes: some(
				operation.feed.school === 'pulse' &&
					count(wider) <= slots && {
						label: `Pulse every ${every} min`,
						effect: `${count(wider)} a day`,
						change: wider
					},
				operation.feed.school !== 'repeat' &&
					feed.plan.leastDayEvents <= 288 && {
						label: 'A repeat timer, round the clock',
						effect: `every ${often} min, no slots to run out of`,
						change: [
							set('operation.feed.school', 'repeat'),
							set('operation.feed.repeatEveryMin', often)
						]
					},
				operation.feed.school !== 'soak' &&
					count(soak) <= slots && {
						label: 'A few long soaks',
						effect: `${count(soak)} a day`,
						change: soak
					},
				{
					label: 'A steady trickle',
					effect: 'the pump runs all day',
					change: [set('operation.feed.school', 'continuous')]
				}
			)
		});
	}
	const starts = plan.events.map((e) => e.startMin);
	const gap =
		starts.length > 1
			? Math.min(...starts.map((s, i) => (starts[i + 1] ?? starts[0]! + 1440) - s))
			: 1440;
	if (operation.feed.school !== 'continuous' && starts.length > 1 && feed.onMin > gap)
		list.push({
			code: 'feed-overlap',
			step: 'feed',
			severity: 'look',
			subject: 'timer',
			message: `A feed of ${feed.onMin} min runs into the next one ${gap} min later: the pump never stops between them.`,
			fixes: some(
				operation.feed.setMin !== null && {
					label: `Feed for ${gap} min`,
					effect: 'they just meet',
					change: [set('operation.feed.setMin', Math.max(1, gap))]
				},
				{
					label: 'A steady trickle',
					effect: 'the pump runs all day, as it does now',
					change: [set('operation.feed.school', 'continuous')]
				}
			)
		});
	if (plan.warnings.includes('too-few-events')) {
		const least = plan.leastDayEvents;
		const depletion = Math.max(...plan.sites.map((s) => s.depletion));
		const soaks = [set('operation.feed.school', 'soak'), set('operation.feed.soakPerDay', null)];
		const every = Math.max(1, Math.floor(operation.feed.lights.durationMin / Math.max(1, least)));
		const often = [
			set('operation.feed.school', 'repeat'),
			set('operation.feed.repeatEveryMin', every)
		];
		// a timer with slots to set can run out of them; one that repeats cannot
		const inSlots = (model.with(soaks).feed?.plan.events.length ?? Infinity) <= slots;
		list.push({
			code: 'feed-too-seldom',
			step: 'feed',
			severity: 'look',
			subject: plan.frequencySetBy,
			message:
				`${plan.dayEvents} feeds by day let ${names(labelsOf(model, [plan.frequencySetBy]))} use up ${Math.round(depletion * 100)} % of the water its medium holds; ` +
				`you allow ${Math.round(operation.feed.allowedDepletion * 100)} %. It needs ${least}.`,
			fixes: [
				{
					label: inSlots ? `Feed ${least} times a day` : `Feed every ${every} min`,
					effect: `at most ${Math.round(operation.feed.allowedDepletion * 100)} % used up`,
					change: inSlots ? soaks : often
				}
			]
		});
	}
	return list;
};

export const drainHeavy: Concern = (model) => {
	const { feed, record, operation } = model;
	if (!feed || operation.feed.school === 'continuous') return [];
	const most = model.limit('drainHeavy');
	// down a tower all water passes on from site to site: that is no drainage
	const passing = new Set(
		model.layout.emissions.filter((e) => e.passes).flatMap((e) => e.shares.map(([id]) => id))
	);
	const heavy = [...feed.dose].filter(([id, d]) => d.drainFraction > most && !passing.has(id));
	if (heavy.length === 0) return [];
	const wettest = (c: SystemModel) =>
		Math.max(0, ...[...c.feed!.dose].map(([id, d]) => (passing.has(id) ? 0 : d.drainFraction)));
	const least = [set('operation.feed.drainFraction', 0.1), set('operation.feed.setMin', null)];
	const eased = wettest(model.with(least));
	const shortest = feed.onMin <= operation.feed.timer.minOnMin;
	const why = shortest
		? `${feed.onMin} min is the shortest feed the timer makes`
		: 'one timer serves thirsty and modest plants alike';
	return [
		{
			code: 'feed-drains',
			step: 'feed',
			severity: 'caution',
			subject: heavy[0]![0],
			message:
				`${names(
					labelsOf(
						model,
						heavy.map(([id]) => id)
					)
				)} ${plural(heavy.length, ['sends', 'send'])} over ${Math.round(most * 100)} % of each feed straight back, because ${why}. ` +
				`It does no harm where it returns; it is wasted where it does not.`,
			fixes: some(
				eased < wettest(model) - 0.02 && {
					label: 'Let only 10 % drain',
					effect: `the wettest drains ${Math.round(eased * 100)} %`,
					change: least
				},
				{
					label: 'Leave it so',
					effect: 'settles this caution',
					change: [set('record.acknowledged', [...record.acknowledged, 'feed-drains'])]
				}
			)
		}
	];
};

export const strength: Concern = (model) => {
	const { mix, operation } = model;
	if (model.waterUse.crops.length === 0) return [];
	const { low, high } = mix.range;
	// a meter reads to a twentieth
	const half = Math.round(((low + high) / 2) * 20) / 20;
	const met = operation.mix.strengthMsCm === half;
	if (low > high)
		return [
			{
				code: 'crops-disagree',
				step: 'mix',
				severity: met ? 'caution' : 'look',
				subject: 'mix',
				message:
					`These crops do not share a strength: one wants at least ${say(low, 'strength')}, another at most ${say(high, 'strength')}. ` +
					(met
						? `Halfway, at ${say(half, 'strength')}, neither does its best.`
						: 'They need loops of their own, or one of them does poorly.'),
				fixes: some(
					!met && {
						label: `Meet at ${say(half, 'strength')}`,
						effect: 'halfway between them',
						change: [set('operation.mix.strengthMsCm', half)]
					}
				)
			}
		];
	const aim = operation.mix.method === 'meter' ? mix.aimMsCm : mix.strengthMsCm;
	if (aim >= low - 0.05 && aim <= high + 0.05) return [];
	return [
		{
			code: aim > high ? 'mix-too-strong' : 'mix-too-weak',
			step: 'mix',
			severity: 'look',
			subject: 'mix',
			message: `${say(aim, 'strength')} is ${aim > high ? 'stronger' : 'weaker'} than these crops take (${say(low, 'strength')} to ${say(high, 'strength')}).`,
			fixes: some(
				operation.mix.method === 'meter' && {
					label: `Mix at ${say(mix.recommendedMsCm, 'strength')}`,
					effect: 'what they want at their stage',
					change: [set('operation.mix.strengthMsCm', null)]
				},
				operation.mix.method === 'label' &&
					aim > model.place.water.ecMsCm &&
					(() => {
						const share = Math.min(
							1.5,
							Math.max(
								0.1,
								Math.round(
									10 *
										operation.mix.labelShare *
										((mix.recommendedMsCm - model.place.water.ecMsCm) /
											(aim - model.place.water.ecMsCm))
								) / 10
							)
						);
						return {
							label: `${Math.round(share * 100)} % of the label dose`,
							effect: say(
								model.with([set('operation.mix.labelShare', share)]).mix.expectedMsCm,
								'strength'
							),
							change: [set('operation.mix.labelShare', share)]
						};
					})()
			)
		}
	];
};
