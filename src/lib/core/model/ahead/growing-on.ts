import type { Plant, SystemRecord } from '../../design';
import type { Layout } from '../../layout';
import type { ParameterSet } from '../../parameters';
import { pick, type Crop, type Stage } from '../../shelf';
import { plantDemand } from '../../water';
import { bandAt } from '../strength';
import { daysBetween, roundsOf, type Round, type Sown } from './succession';

/** What says which plants stand where, and how far on they are. */
export interface Growing extends Sown {
	record: Pick<SystemRecord, 'stages' | 'plantOutOn'>;
	layout: Layout;
	planting: [siteId: string, plant: Plant][];
}

/** Sites of one crop on one stand that grow alike: how far on they are on a date, 1 at their first picking. */
export interface Group {
	standId: string;
	crop: Crop;
	count: number;
	/** null: nothing stands there. */
	at(date: string): number | null;
}

/** How far on the way to its first picking a plant of a stage is. */
function aheadAt(stage: Stage, { youngAt, growingAt }: ParameterSet['growth']): number {
	return { seedling: 0, young: youngAt.value, growing: growingAt.value, full: 1 }[stage];
}

/** Of its leaf when full grown, what a plant so far on has: straight from one stage to the next. */
export function leafAt(x: number, growth: ParameterSet['growth']): number {
	const stages = ['seedling', 'young', 'growing', 'full'] as const;
	const after = stages.findIndex((stage) => aheadAt(stage, growth) > x);
	if (after < 0) return growth.full.value;
	if (after === 0) return growth.seedling.value;
	const [a, b] = [stages[after - 1]!, stages[after]!];
	const share = (x - aheadAt(a, growth)) / (aheadAt(b, growth) - aheadAt(a, growth));
	return growth[a].value + (growth[b].value - growth[a].value) * share;
}

/** The plants of a system, those that grow alike together. @param today what is seen of them is seen on this day */
export function groupsOf(model: Growing, today: string): Group[] {
	const { record, operation, layout, parameters, shelf, planting } = model;
	const plants = new Map(planting);
	const rounds = new Map<string, Round[]>();
	for (const round of roundsOf(model, record.plantOutOn ?? today))
		for (const id of round.siteIds) rounds.set(id, [...(rounds.get(id) ?? []), round]);
	const groups = new Map<string, Group>();
	// where one was looked at the others are taken to be as far on, as everywhere
	const looked = Object.keys(record.stages).length > 0;
	for (const { id, standId } of layout.sites) {
		const plant = plants.get(id);
		if (!plant) continue;
		const crop = pick(shelf.crops, plant.cropId);
		const mine = rounds.get(id) ?? [];
		const planned = operation.succession[crop.id] !== undefined;
		const key = [standId, crop.id, mine[0]?.key, plant.stage].join('|');
		const group = groups.get(key);
		if (group) {
			group.count += 1;
			continue;
		}
		const days = crop.harvestDays ?? parameters.growth.season.value;
		// plants nobody looked at go by the calendar, where there is one
		const counted = planned || (!looked && record.plantOutOn !== null);
		const from = counted && !looked ? null : aheadAt(plant.stage, parameters.growth);
		const at = counted
			? byCalendar(mine, { ends: planned, days, today, from })
			: (date: string) => from! + daysBetween(today, date) / days;
		groups.set(key, { standId, crop, count: 1, at });
	}
	return [...groups.values()];
}

interface Calendar {
	/** The plant comes out when its picking ends; else it stays. */
	ends: boolean;
	days: number;
	today: string;
	/** How far on it was seen to be today; null: nobody looked. */
	from: number | null;
}

/** By the dates of its plantings; one that was looked at goes on from there. */
function byCalendar(rounds: readonly Round[], { ends, days, today, from }: Calendar) {
	const standing = (date: string) => {
		const round = rounds.findLast(({ plantOut }) => plantOut <= date);
		return round && (!ends || date < round.until) ? round : undefined;
	};
	const now = standing(today);
	return (date: string): number | null => {
		const round = standing(date);
		if (!round) return null;
		if (from !== null && round === now) return from + daysBetween(today, date) / days;
		return daysBetween(round.plantOut, date) / days;
	};
}

export interface Grown {
	group: Group;
	/** Of its full leaf. */
	leaf: number;
}

/** What stands on a date. */
export const grownOn = (
	groups: readonly Group[],
	date: string,
	growth: ParameterSet['growth']
): Grown[] =>
	groups.flatMap((group) => {
		const at = group.at(date);
		return at === null ? [] : [{ group, leaf: leafAt(at, growth) }];
	});

/** What is drunk of each stand, L a day by its id. */
export function wantsOf(
	grown: readonly Grown[],
	et0MmDay: number,
	useFactor: number
): Map<string, number> {
	const wants = new Map<string, number>();
	for (const { group, leaf } of grown) {
		const { standId, crop, count } = group;
		const { litresPerDay } = plantDemand({
			...{ et0MmDay, kc: crop.kc, canopyM2: crop.canopyM2 * leaf },
			...{ plants: count, factor: useFactor }
		});
		wants.set(standId, (wants.get(standId) ?? 0) + litresPerDay);
	}
	return wants;
}

/** Where what the crops bear overlaps; where it does not, what lies between. */
export function bandOn(
	grown: readonly Grown[],
	mixing: ParameterSet['mixing']
): { low: number; high: number } | null {
	if (grown.length === 0) return null;
	const bands = grown.map(({ group, leaf }) => bandAt(group.crop, leaf, mixing));
	const low = Math.max(...bands.map((band) => band.low));
	const high = Math.min(...bands.map((band) => band.high));
	return { low: Math.min(low, high), high: Math.max(low, high) };
}
