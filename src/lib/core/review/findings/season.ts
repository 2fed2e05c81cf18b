import { hasYear, weatherOn, DAY_MIN, type Succession } from '../../design';
import {
	daysBetween,
	roundsOf,
	shifted,
	successionOf,
	type Round,
	type SystemModel
} from '../../model';
import { capital, plural } from '../../quantity';
import { pick } from '../../shelf';
import { dayOf } from '../dates';
import { availableFixes, set, type Fix, type Rule, type Said } from '../finding';
import { say } from '../sentence';

/** Where no day is set the distances between plantings are the same from any. */
const ANY_DAY = '2026-04-01';
const roundsIn = (model: SystemModel): Round[] =>
	roundsOf(model, model.record.plantOutOn ?? model.today ?? ANY_DAY);

const planFor = (model: SystemModel, { cropId }: Round): Succession =>
	successionOf(model, pick(model.shelf.crops, cropId));

/** A crop's succession in place of the one there is. */
const replanned = (model: SystemModel, cropId: string, plan: Succession): Fix['change'] => [
	set('operation.succession', { ...model.operation.succession, [cropId]: plan })
];

/** Plantings that leave their sites empty for longer than the grower wants, or that come before there is room. */
export const gaps: Rule = (model) => {
	if (Object.keys(model.operation.succession).length === 0) return [];
	const rounds = roundsIn(model);
	return [...new Set(rounds.map(({ cropId }) => cropId))].flatMap((cropId) => {
		const mine = rounds.filter((round) => round.cropId === cropId);
		const longest = mine.reduce((a, b) => (b.emptyDays > a.emptyDays ? b : a));
		const soonest = mine.reduce((a, b) => (b.emptyDays < a.emptyDays ? b : a));
		const plan = planFor(model, longest);
		return [
			...(longest.emptyDays > plan.emptyDays ? [standsEmpty(model, longest, plan)] : []),
			...(soonest.emptyDays < 0 ? [standsTaken(model, soonest, plan)] : [])
		];
	});
};

/** Each planting moved by so much at most follows on the one before. */
const followOn = (plan: Succession, keep: (days: number) => boolean): Succession => ({
	...plan,
	moved: Object.fromEntries(
		Object.entries(plan.moved).filter(([key, days]) => key.endsWith('.0') || keep(days))
	)
});

function standsEmpty(model: SystemModel, round: Round, plan: Succession): Said {
	const { emptyDays, plantOut, siteIds, plural: crops, cropId } = round;
	const sooner = { ...plan, moved: { ...plan.moved } };
	delete sooner.moved[round.key];
	return {
		code: 'site-stands-empty',
		step: 'plant-out',
		severity: 'look',
		subject: siteIds[0]!,
		message: `${capital(siteIds.length === 1 ? 'a site' : `${siteIds.length} sites`)} of ${crops} ${siteIds.length === 1 ? 'stands' : 'stand'} empty ${say(emptyDays, 'days')} before ${dayOf(plantOut)}, where you want ${say(plan.emptyDays, 'days')} at most: the next were sown too late for them.`,
		off: emptyDays / Math.max(1, plan.emptyDays) - 1,
		fixes: () =>
			availableFixes(
				{
					label: `Sow that batch ${say(emptyDays, 'days')} sooner`,
					effect: 'it follows on at once',
					change: replanned(model, cropId, sooner)
				},
				{
					label: 'Let every batch follow on at once',
					effect: 'no site stands empty',
					change: replanned(
						model,
						cropId,
						followOn(plan, (days) => days <= 0)
					)
				}
			)
	};
}

function standsTaken(model: SystemModel, round: Round, plan: Succession): Said {
	const { emptyDays, plantOut, siteIds, plural: crops, cropId } = round;
	const later = { ...plan, moved: { ...plan.moved } };
	delete later.moved[round.key];
	return {
		code: 'site-still-taken',
		step: 'plant-out',
		severity: 'caution',
		subject: siteIds[0]!,
		message: `On ${dayOf(plantOut)} the next ${crops} are ready, and those before them are picked for ${say(-emptyDays, 'days')} more: the seedlings wait in their cubes and grow leggy.`,
		off: -emptyDays / 7,
		acknowledge: 'I keep them cool until then',
		fixes: () => [
			{
				label: `Sow them ${say(-emptyDays, 'days')} later`,
				effect: 'they go in when there is room',
				change: replanned(model, cropId, later)
			}
		]
	};
}

/** The first night at freezing in which a planting stands outdoors; null: none. */
function frostIn({ place }: SystemModel, { plantOut, until }: Round): string | null {
	for (let i = 0; i <= Math.min(365, daysBetween(plantOut, until)); i++) {
		const date = shifted(plantOut, i);
		if (weatherOn(place.months, date)!.tMinC <= 0) return date;
	}
	return null;
}

/** Plantings that frost meets before they are picked to the end. */
export const frostBeforePick: Rule = (model) => {
	const { record, place, area } = model;
	if (record.plantOutOn === null || !hasYear(place.months)) return [];
	if (area.climate.setting === 'indoors') return [];
	const met = roundsOf(model, record.plantOutOn).flatMap((round) => {
		const frost = frostIn(model, round);
		return frost ? [{ round, frost }] : [];
	});
	const [first] = met.sort((a, b) => a.frost.localeCompare(b.frost));
	if (!first) return [];
	const { round, frost } = first;
	const others = met.length - 1;
	return [
		{
			code: 'frost-before-pick',
			step: 'plant-out',
			severity: 'caution',
			subject: round.siteIds[0]!,
			message: `Frost comes about ${dayOf(frost)}, and the ${round.plural} planted out on ${dayOf(round.plantOut)} are picked until ${dayOf(round.until)}${others > 0 ? `; so it goes with ${others} more ${plural(others, ['planting', 'plantings'])}` : ''}.`,
			off: daysBetween(frost, round.until) / 30,
			acknowledge: 'I cover or heat them',
			fixes: () => beforeFrost(model, met)
		}
	];
};

const WEEKS = 30;

/** Sown so many weeks sooner or later that frost meets none, picked only until it comes, or planted fewer times. */
function beforeFrost(model: SystemModel, met: readonly { round: Round; frost: string }[]): Fix[] {
	const crops = [...new Set(met.map(({ round }) => round.cropId))];
	const planOf = (cropId: string) => successionOf(model, pick(model.shelf.crops, cropId));
	const all = (changed: (plan: Succession, cropId: string) => Succession): Fix['change'] => [
		set('operation.succession', {
			...model.operation.succession,
			...Object.fromEntries(crops.map((id) => [id, changed(planOf(id), id)]))
		})
	];
	const free = (change: Fix['change']) => frostBeforePick(model.with(change)).length === 0;
	const sooner = Array.from({ length: WEEKS }, (_, i) => i + 1)
		.flatMap((weeks) => [-weeks, weeks])
		.filter((weeks) => model.today === null || weeks > 0 || soonEnough(model, crops, weeks))
		.map((weeks) => ({ weeks, change: all((plan) => shiftedBy(plan, 7 * weeks)) }))
		.find(({ change }) => free(change));
	const cut = all((plan, cropId) => {
		const mine = met.filter(({ round }) => round.cropId === cropId);
		const days = mine.map(({ round, frost }) => daysBetween(round.pickFrom, frost) - 1);
		return { ...plan, pickDays: Math.max(0, Math.min(plan.pickDays, ...days)) };
	});
	const fewer = all((plan) => ({ ...plan, rounds: Math.max(1, plan.rounds - 1) }));
	return availableFixes(
		sooner && {
			label: `Plant them ${Math.abs(sooner.weeks)} ${plural(Math.abs(sooner.weeks), ['week', 'weeks'])} ${sooner.weeks < 0 ? 'sooner' : 'later'}`,
			effect: 'no frost from then until the last is picked',
			change: sooner.change
		},
		free(cut) && {
			label: 'Pick them only until the frost',
			effect: 'what is left then is taken out',
			change: cut
		},
		free(fewer) && {
			label: 'Plant these sites once less',
			effect: 'the last is picked before the frost',
			change: fewer
		}
	);
}

/** Every first planting of a batch moved, and what follows with it. */
function shiftedBy(plan: Succession, days: number): Succession {
	const moved = { ...plan.moved };
	for (let batch = 0; batch < plan.batches; batch++) {
		const key = `${batch}.0`;
		moved[key] = (moved[key] ?? 0) + days;
	}
	return { ...plan, moved };
}

/** None of them would have had to be planted before today. */
const soonEnough = (model: SystemModel, crops: readonly string[], weeks: number): boolean =>
	roundsIn(model)
		.filter(({ cropId, round }) => round === 0 && crops.includes(cropId))
		.every(({ plantOut }) => shifted(plantOut, 7 * weeks) >= model.today!);

/** How long a tank is empty while its solution is changed. */
const CHANGE_MIN = 60;
const clock = (min: number): string =>
	`${String(Math.floor(min / 60)).padStart(2, '0')}:${String(min % 60).padStart(2, '0')}`;
/** Minutes from a time of the day to the next of another. */
const until = (from: number, to: number): number => (to - from + DAY_MIN) % DAY_MIN;

/** What is switched in the hour in which the tank is changed: the pump draws air, or it is dark in the middle of it. */
export const sameHour: Rule = (model) => {
	const at = model.operation.changeAtMin;
	if (at === null) return [];
	const met = meets(model, at);
	const [feed] = met.feeds;
	if (feed === undefined && met.lights === undefined) return [];
	const what = [
		...(feed === undefined ? [] : [`a feed runs at ${clock(feed)} and the pump draws air`]),
		...(met.lights === undefined ? [] : [`the light is switched at ${clock(met.lights)}`])
	];
	return [
		{
			code: 'same-hour',
			step: 'tank',
			severity: feed === undefined ? 'caution' : 'look',
			subject: 'timer',
			message: `The tank is changed at ${clock(at)}, which takes about an hour: in it ${what.join(', and ')}.`,
			...(feed === undefined && { acknowledge: 'I know and mind it' }),
			fixes: () => freeHour(model)
		}
	];
};

/** Feeds that run, and the switching of the light, within the hour from a time on. */
function meets({ feed, day }: SystemModel, at: number) {
	const { onMin, durationMin } = day.lights;
	const feeds = (feed?.plan.events ?? [])
		.filter(
			({ startMin }) => until(at, startMin) < CHANGE_MIN || until(startMin, at) < (feed?.onMin ?? 0)
		)
		.map(({ startMin }) => startMin);
	const switched = durationMin < DAY_MIN ? [onMin, (onMin + durationMin) % DAY_MIN] : [];
	return { feeds, lights: switched.find((min) => until(at, min) < CHANGE_MIN) };
}

/** An hour by light, on the quarter, in which nothing is switched: the one nearest to the time that was set. */
function freeHour(model: SystemModel): Fix[] {
	const at = model.operation.changeAtMin!;
	const { onMin, durationMin } = model.day.lights;
	const away = (min: number) => Math.min(until(at, min), until(min, at));
	const [free] = Array.from({ length: DAY_MIN / 15 }, (_, i) => 15 * i)
		.filter((min) => until(onMin, min) + CHANGE_MIN <= durationMin)
		.filter((min) => {
			const { feeds, lights } = meets(model, min);
			return feeds.length === 0 && lights === undefined;
		})
		.sort((a, b) => away(a) - away(b));
	return availableFixes(
		free !== undefined && {
			label: `Change it at ${clock(free)}`,
			effect: 'nothing is switched in that hour',
			change: [set('operation.changeAtMin', free)]
		}
	);
}
