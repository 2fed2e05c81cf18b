import { addDays, differenceInCalendarDays, format, parseISO, startOfISOWeek } from 'date-fns';
import type { Operation, Succession } from '../../design';
import type { ParameterSet } from '../../parameters';
import { pick, type Crop, type Shelf } from '../../shelf';
import type { WaterUse } from '../water-use';

/** From one date to another, each a calendar day as 2026-04-02: the plant's look decides in between. */
export type Span = readonly [from: string, to: string];

/** One planting of a batch: the same crop, sown on one day, at a group of sites. */
export interface Round {
	/** `batch.round`, both from nought. */
	key: string;
	cropId: string;
	name: string;
	plural: string;
	batch: number;
	round: number;
	siteIds: readonly string[];
	from: Succession['from'];
	/** null: it is bought as a plant. */
	sow: Span | null;
	/** About when both seeds of a cube stand; null: nothing is sown. */
	thin: string | null;
	plantOut: string;
	/** Its first picking; null: nobody has said when it is picked. */
	pick: Span | null;
	/** Its first picking, as a middle, and the day it comes out. */
	pickFrom: string;
	until: string;
	/** Days its sites stand empty before it; under nought it waits so long for those before it. */
	emptyDays: number;
}

/** A calendar day so many days on, as 2026-04-02. */
export const shifted = (date: string, days: number): string =>
	format(addDays(parseISO(date), Math.round(days)), 'yyyy-MM-dd');
/** Days from one calendar day to another; less than nought where that is before. */
export const daysBetween = (from: string, to: string): number =>
	differenceInCalendarDays(parseISO(to), parseISO(from));

/** All of a crop at once and once, from seed where it can be: as long as nobody plans otherwise. */
export function usualSuccession(crop: Crop, growth: ParameterSet['growth']): Succession {
	return {
		from: crop.propagationDays === null ? 'bought' : 'seed',
		batches: 1,
		everyDays: 7,
		rounds: 1,
		pickDays: (crop.fruiting ? growth.pickFruitDays : growth.pickLeafDays).value,
		emptyDays: 7,
		moved: {}
	};
}

/** Weeks between two batches that somebody eats up in the meantime, and plantings of a site that fill a season. */
const EVERY_DAYS = { leaf: 7, fruit: 28 };
const ROUNDS = { leaf: 3, fruit: 1 };

/**
 * A succession to begin from: leaves a batch a week, as many batches as are between planting and the last picking,
 * so that every week one is ripe; fruit in two batches a month apart.
 *
 * @param sites how many there are for it
 */
export function suggestedSuccession(
	crop: Crop,
	sites: number,
	growth: ParameterSet['growth']
): Succession {
	const usual = usualSuccession(crop, growth);
	const kind = crop.fruiting ? 'fruit' : 'leaf';
	const everyDays = EVERY_DAYS[kind];
	const standsFor = (crop.harvestDays ?? growth.season.value) + usual.pickDays;
	const wanted = crop.fruiting ? 2 : Math.round(standsFor / everyDays);
	const batches = Math.max(1, Math.min(26, sites, wanted));
	return { ...usual, everyDays, batches, rounds: ROUNDS[kind] };
}

/** What says how the crops of a system are sown. */
export interface Sown {
	operation: Pick<Operation, 'succession'>;
	waterUse: Pick<WaterUse, 'crops'>;
	shelf: Pick<Shelf, 'crops'>;
	parameters: Pick<ParameterSet, 'growth'>;
}

/** The sites of each crop of a system, in their order. */
function sitesByCrop({ waterUse, shelf }: Sown): { crop: Crop; siteIds: string[] }[] {
	const sites = new Map<string, string[]>();
	for (const { crop, siteIds } of waterUse.crops)
		sites.set(crop.id, [...(sites.get(crop.id) ?? []), ...siteIds]);
	return [...sites].map(([id, siteIds]) => ({ crop: pick(shelf.crops, id), siteIds }));
}

/** How a crop is sown here: as planned, else all at once. */
export const successionOf = (
	{ operation, parameters }: Pick<Sown, 'operation' | 'parameters'>,
	crop: Crop
): Succession => operation.succession[crop.id] ?? usualSuccession(crop, parameters.growth);

/**
 * When each group of sites is sown, planted and picked, the earliest sown first: batches one after another, and
 * a new plant when the one before is picked.
 *
 * @param plantOutOn the day the first batch is planted out, as 2026-04-02
 */
export function roundsOf(model: Sown, plantOutOn: string): Round[] {
	const rounds = sitesByCrop(model).flatMap(({ crop, siteIds }) =>
		roundsOfCrop(crop, siteIds, plantOutOn, model)
	);
	const begins = ({ sow, plantOut }: Round) => sow?.[0] ?? plantOut;
	return rounds.sort((a, b) => begins(a).localeCompare(begins(b)));
}

function roundsOfCrop(crop: Crop, siteIds: readonly string[], first: string, of: Sown): Round[] {
	const plan = successionOf(of, crop);
	const batches = Math.min(plan.batches, siteIds.length);
	return Array.from({ length: batches }, (_, batch) => {
		const from = Math.round((batch * siteIds.length) / batches);
		const to = Math.round(((batch + 1) * siteIds.length) / batches);
		return chain(crop, plan, batch, siteIds.slice(from, to), first, of.parameters.growth);
	}).flat();
}

/** The plantings of one group of sites, each where the one before ends. */
function chain(
	crop: Crop,
	plan: Succession,
	batch: number,
	siteIds: readonly string[],
	first: string,
	growth: ParameterSet['growth']
): Round[] {
	const list: Round[] = [];
	let free = shifted(first, batch * plan.everyDays);
	for (let round = 0; round < plan.rounds; round++) {
		const key = `${batch}.${round}`;
		const plantOut = shifted(free, plan.moved[key] ?? 0);
		const one = planting(crop, plan, plantOut, growth);
		list.push({
			...one,
			key,
			batch,
			round,
			siteIds,
			emptyDays: round === 0 ? 0 : daysBetween(free, plantOut)
		});
		free = one.until;
	}
	return list;
}

/** Days as they are found in practice, low and high, from a figure of a crop. */
function rangeOf(
	{ figures }: Crop,
	field: 'propagationDays' | 'harvestDays'
): readonly [number, number] | null {
	const known = figures[field];
	return known ? [known.low, known.high] : null;
}

/** Days in the cube: the middle and the range; null: it is bought. */
function raising(crop: Crop, from: Succession['from'], growth: ParameterSet['growth']) {
	const range = rangeOf(crop, 'propagationDays');
	if (from === 'bought' || range === null || crop.propagationDays === null) return null;
	const share = from === 'cutting' ? growth.cuttingShare.value : 1;
	return { days: crop.propagationDays * share, low: range[0] * share, high: range[1] * share };
}

function planting(
	crop: Crop,
	{ from, pickDays }: Succession,
	plantOut: string,
	growth: ParameterSet['growth']
) {
	const raised = raising(crop, from, growth);
	const grown = rangeOf(crop, 'harvestDays');
	const pickFrom = shifted(plantOut, crop.harvestDays ?? growth.season.value);
	return {
		cropId: crop.id,
		name: crop.name,
		plural: crop.plural,
		from: raised ? from : ('bought' as const),
		sow: raised && ([shifted(plantOut, -raised.high), shifted(plantOut, -raised.low)] as const),
		thin:
			raised && from === 'seed'
				? shifted(plantOut, -raised.days * (1 - growth.thinAt.value))
				: null,
		plantOut,
		pick: grown && ([shifted(plantOut, grown[0]), shifted(plantOut, grown[1])] as const),
		pickFrom,
		until: shifted(pickFrom, pickDays)
	};
}

/** What a week of a season asks for and gives; weeks begin on Monday. */
export interface SeasonWeek {
	monday: string;
	/** Cubes to sow in it, two seeds in each; cuttings to take. */
	cubes: number;
	cuttings: number;
	plantedOut: number;
	/** Plants that are picked in it. */
	picked: number;
}

const mondayOf = (date: string): string => format(startOfISOWeek(parseISO(date)), 'yyyy-MM-dd');
const middle = ([from, to]: Span): string => shifted(from, daysBetween(from, to) / 2);

/** The weeks of a season from the first sowing to the last picking, each with what is sown, planted and picked. */
export function weeksOf(rounds: readonly Round[]): SeasonWeek[] {
	const days = rounds
		.flatMap(({ sow, plantOut, until }) => [...(sow ?? []), plantOut, until])
		.sort();
	if (days.length === 0) return [];
	const first = mondayOf(days[0]!);
	const count = Math.floor(daysBetween(first, days.at(-1)!) / 7) + 1;
	const weeks = Array.from({ length: count }, (_, i): SeasonWeek => ({
		monday: shifted(first, 7 * i),
		cubes: 0,
		cuttings: 0,
		plantedOut: 0,
		picked: 0
	}));
	const at = (date: string): SeasonWeek => weeks[Math.floor(daysBetween(first, date) / 7)]!;
	for (const { sow, from, plantOut, pickFrom, until, siteIds } of rounds) {
		const plants = siteIds.length;
		if (sow) at(middle(sow))[from === 'cutting' ? 'cuttings' : 'cubes'] += plants;
		at(plantOut).plantedOut += plants;
		for (let day = mondayOf(pickFrom); day <= until; day = shifted(day, 7))
			at(day).picked += plants;
	}
	return weeks;
}
