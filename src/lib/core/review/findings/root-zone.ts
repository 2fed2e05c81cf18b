import { DAY_MIN, standPath, standOf } from '../../design';
import { hoursFull, type SystemModel } from '../../model';
import { lowerFirst, names } from '../../quantity';
import { pick } from '../../shelf';
import { availableFixes, set, type Fix, type Rule } from '../finding';
import { say } from '../sentence';
import { oftener, asPlanned } from './feed';
import { moreFlow } from './flow-fixes';

const labelOf = (model: SystemModel, id: string): string =>
	model.layout.sites.find((site) => site.id === id)?.label ?? id;

/** Minutes of stress at the worst site in the run of hot days. */
const stressIn = (model: SystemModel): number =>
	Math.max(0, ...(model.rootZone?.result.sites.map(({ stressMin }) => stressMin) ?? []));
const stressAfter = (model: SystemModel): string => {
	const minutes = stressIn(model);
	return minutes === 0
		? 'no stress on hot days'
		: `${say(minutes / 60, 'hours')} of stress in three hot days`;
};

/** A medium that is drunk nearly empty before it is fed again. */
export const stressed: Rule = (model) => {
	const { rootZone } = model;
	if (!rootZone) return [];
	const { stressFraction, days, wiltFraction } = rootZone.input;
	const dry = rootZone.result.sites.filter(({ stressMin }) => stressMin > 0);
	if (dry.length === 0) return [];
	const worst = dry.reduce((a, b) => (a.stressMin >= b.stressMin ? a : b));
	const wilts = worst.minFraction < wiltFraction;
	const labels = names(dry.map(({ id }) => labelOf(model, id)));
	const falls = fallingDays(model);
	return [
		{
			code: 'stress-before-feed',
			step: 'feed',
			severity: wilts ? 'stop' : 'look',
			subject: 'timer',
			message:
				`In ${days} hot days ${labels} stand for ${say(worst.stressMin / 60, 'hours')} with less than ${say(stressFraction, 'share')} of their easy water, down to ${say(worst.minFraction, 'share')}` +
				(falls
					? ': each feed brings less than is drunk, and it gets drier from day to day.'
					: ' before the next feed comes.'),
			off: worst.stressMin / (days * DAY_MIN),
			fixes: () =>
				availableFixes(
					asPlanned(model),
					oftener(model),
					...roundTheClock(model),
					...moreFlow(model)
				).map((fix) => ({
					...fix,
					effect: stressAfter(model.with(fix.change))
				}))
		}
	];
};

/** Minutes between feeds of a timer without a clock, the longest that stresses nobody first; a trickle at last. */
const REPEATS_MIN = [60, 45, 30, 20, 15, 10];

function* roundTheClock(model: SystemModel): Iterable<Fix> {
	for (const minutes of REPEATS_MIN) {
		const change = [
			set('operation.feed.school', 'repeat'),
			set('operation.feed.repeatEveryMin', minutes),
			set('operation.feed.setMin', null)
		];
		if (stressIn(model.with(change)) > 0) continue;
		yield { label: `A repeat every ${minutes} min`, effect: '', change };
		break;
	}
	const change = [set('operation.feed.school', 'continuous')];
	if (stressIn(model.with(change)) === 0) yield { label: 'A steady trickle', effect: '', change };
}

/** Every day it is less full at its fullest than the day before. */
function fallingDays({ rootZone }: SystemModel): boolean {
	if (!rootZone) return false;
	const { everyMin, sites } = rootZone.result.series;
	const aDay = DAY_MIN / everyMin;
	return sites.some(({ fraction }) => {
		const peak = (day: number) => Math.max(...fraction.slice(day * aDay, (day + 1) * aDay));
		return peak(2) < peak(1) - 0.02;
	});
}

/** Hours of a day so. */
const SOAKED_H = 23;

/** Hours of the last day that a site is soaked. */
function soakedHours({ rootZone }: SystemModel, siteId: string): number {
	const series = rootZone?.result.series;
	const course = series?.sites.find(({ id }) => id === siteId)?.fraction;
	if (!series || !course) return 0;
	return hoursFull(course, series.everyMin);
}

/** A fine medium that is never let drain: its roots want the air. */
export const soaked: Rule = (model) => {
	const { rootZone, operation, parameters } = model;
	// a steady trickle is said by itself
	if (!rootZone || operation.feed.school === 'continuous') return [];
	const sites = new Map(model.layout.sites.map((site) => [site.id, site]));
	const wet = rootZone.input.sites.filter(({ id, demandLPerDay }) => {
		const site = sites.get(id)!;
		const medium = pick(model.shelf.media, site.mediumId);
		const bare = site.mediumL < parameters.roots.plugUnderL.value;
		const airy = medium.coarse || medium.airFraction >= model.limit('airyShare');
		return demandLPerDay > 0 && !bare && !airy && soakedHours(model, id) > SOAKED_H;
	});
	const [first] = wet;
	if (!first) return [];
	const site = sites.get(first.id)!;
	const { name, airFraction } = pick(model.shelf.media, site.mediumId);
	return [
		{
			code: 'medium-stays-soaked',
			step: 'feed',
			severity: 'look',
			subject: first.id,
			message: `${name} at ${names(wet.map(({ id }) => labelOf(model, id)))} is wet through ${say(soakedHours(model, first.id), 'hours')} a day: of its ${say(airFraction, 'share')} of air roots get little. Feed less often, so that it drains between.`,
			off: soakedHours(model, first.id) / SOAKED_H - 0.9,
			fixes: () => availableFixes(...seldomer(model), ...coarser(model, site))
		}
	];
};

function seldomer(model: SystemModel): Fix[] {
	const { plan } = model.feed!;
	const counts = [...new Set([plan.leastDayEvents, Math.ceil(plan.dayEvents / 2), 2, 1])];
	return counts
		.filter((count) => count < plan.dayEvents)
		.flatMap((count): Fix[] => {
			const change = [
				set('operation.feed.school', 'soak'),
				set('operation.feed.soakPerDay', count),
				set('operation.feed.setMin', null)
			];
			const after = model.with(change);
			if (stressIn(after) > 0) return [];
			return [
				{
					label: `${count} ${count === 1 ? 'soak' : 'soaks'} a day`,
					effect: stressAfter(after),
					change
				}
			];
		});
}

/** Media with more air, in the stand of a site. */
function coarser(
	model: SystemModel,
	{ standId, mediumId }: { standId: string; mediumId: string }
): Fix[] {
	const now = pick(model.shelf.media, mediumId);
	return model.shelf.media
		.filter((medium) => !medium.coarse && medium.airFraction >= model.limit('airyShare'))
		.slice(0, 1)
		.map((medium) => {
			const change = [set(standPath({ id: standId }, 'mediumId'), medium.id)];
			const more = medium.airFraction - now.airFraction;
			return {
				label: `Plant in ${lowerFirst(medium.name)}`,
				effect: `${Math.round(100 * more)} % more of it is air`,
				change
			};
		});
}

/** Somebody is away longer than the plants last once the pump stops. */
export const powerCuts: Rule = (model) => {
	const { powerCut, operation } = model;
	if (!powerCut || powerCut.hoursToWilt === null) return [];
	const { hoursToStress, hoursToWilt, siteId, atMin } = powerCut;
	if (hoursToWilt >= operation.awayH) return [];
	const clock = `${String(Math.floor(atMin / 60)).padStart(2, '0')}:${String(atMin % 60).padStart(2, '0')}`;
	return [
		{
			code: 'power-cut-wilts',
			step: 'feed',
			severity: 'caution',
			subject: siteId,
			message: `Should the pump stop on a hot day at ${clock}, ${labelOf(model, siteId)} is stressed in ${say(hoursToStress ?? 0, 'hours')} and wilts in ${say(hoursToWilt, 'hours')}; you are away up to ${say(operation.awayH, 'hours')}. Keep a can of water by it, put an alarm on the pump, or have somebody look in.`,
			off: operation.awayH / Math.max(0.1, hoursToWilt) - 1,
			acknowledge: 'Somebody looks in',
			fixes: () => lastsLonger(model)
		}
	];
};

/** Media and pots that hold more. */
function lastsLonger(model: SystemModel): Fix[] {
	const { powerCut, layout, shelf, design } = model;
	const site = layout.sites.find(({ id }) => id === powerCut!.siteId)!;
	const stand = standOf(design, site.standId)!;
	const now = pick(shelf.media, site.mediumId);
	const hours = (change: Fix['change']) => model.with(change).powerCut?.hoursToWilt ?? Infinity;
	const fix = (label: string, change: Fix['change']): Fix[] => {
		const after = hours(change);
		if (after < powerCut!.hoursToWilt! * 1.1) return [];
		return [{ label, effect: `they last ${say(after, 'hours')}`, change }];
	};
	const thirstier = shelf.media
		.filter(
			({ availableFraction, coarse }) =>
				coarse === now.coarse && availableFraction > now.availableFraction
		)
		.sort((a, b) => b.availableFraction - a.availableFraction)
		.slice(0, 2)
		.flatMap((medium) =>
			fix(`Plant in ${lowerFirst(medium.name)}`, [set(standPath(stand, 'mediumId'), medium.id)])
		);
	const more =
		'siteMl' in stand
			? fix(`Twice the medium at a site`, [set(standPath(stand, 'siteMl'), 2 * stand.siteMl)])
			: [];
	return [...more, ...thirstier];
}

/** Of what is fed to a medium that runs to waste, so much must run through, or salt stays. */
export const noLeach: Rule = (model) => {
	const { rootZone, design, layout, operation } = model;
	if (!rootZone || operation.flushEveryDays !== null) return [];
	const lost = new Set(design.stands.flatMap((s) => (s.drainsTo === 'waste' ? [s.id] : [])));
	const standOf = new Map(layout.sites.map(({ id, standId }) => [id, standId]));
	const leached = rootZone.result.sites.filter(
		({ id, suppliedL, drainedL }) =>
			lost.has(standOf.get(id) ?? '') &&
			suppliedL > 0 &&
			drainedL < model.limit('leachShare') * suppliedL
	);
	if (leached.length === 0) return [];
	const least = leached.reduce((a, b) =>
		a.drainedL / a.suppliedL <= b.drainedL / b.suppliedL ? a : b
	);
	const share = least.drainedL / least.suppliedL;
	return [
		{
			code: 'nothing-leaches',
			step: 'feed',
			severity: 'look',
			subject: least.id,
			message: `Of what ${names(leached.map(({ id }) => labelOf(model, id)))} get on hot days ${say(share, 'share')} run through: under ${say(model.limit('leachShare'), 'share')} carry no salt away, and it gathers in the medium.`,
			off: 1 - share / model.limit('leachShare'),
			fixes: () => availableFixes(asPlanned(model), ...leachMore(model))
		}
	];
};

function leachMore(model: SystemModel): Fix[] {
	return [0.2, 0.3]
		.filter(
			(share) => share > model.operation.feed.drainFraction || model.operation.feed.setMin !== null
		)
		.map((share) => {
			const change = [
				set('operation.feed.drainFraction', share),
				set('operation.feed.setMin', null)
			];
			const { feed } = model.with(change);
			return {
				label: `Let ${Math.round(100 * share)} % drain`,
				effect: `${feed?.plan.events.length ?? 0} × ${feed?.onMin ?? 0} min`,
				change
			};
		});
}
