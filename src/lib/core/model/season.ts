import { addDays, format, parseISO } from 'date-fns';
import type { Crop } from '../shelf';
import type { SystemModel } from './model';

/** From one date to another, each a calendar day as 2026-04-02: the plant's look decides in between. */
export type Span = readonly [from: string, to: string];

/** What a crop of a system does when, by the day it is planted out. */
export interface CropSeason {
	cropId: string;
	name: string;
	plural: string;
	/** How many sites it stands at. */
	sites: number;
	/** null: it is bought as a plant. */
	sow: Span | null;
	plantOut: string;
	/** null: nobody has said when it is picked. */
	pick: Span | null;
}

const shifted = (date: string, days: number): string =>
	format(addDays(parseISO(date), Math.round(days)), 'yyyy-MM-dd');

/** Days as they are found in practice, low and high, from a figure of a crop. */
function daysOf(
	{ figures }: Crop,
	field: 'propagationDays' | 'harvestDays'
): [number, number] | null {
	const known = figures[field];
	return known ? [known.low, known.high] : null;
}

/**
 * When each crop is sown, planted out and first picked, the earliest sown first.
 *
 * @param plantOutOn the day they are planted out, as 2026-04-02
 */
export function seasonOf(
	{ waterUse, shelf }: Pick<SystemModel, 'waterUse' | 'shelf'>,
	plantOutOn: string
): CropSeason[] {
	const sites = new Map<string, number>();
	for (const { crop, siteIds } of waterUse.crops)
		sites.set(crop.id, (sites.get(crop.id) ?? 0) + siteIds.length);
	const rows = [...sites].map(([cropId, count]): CropSeason => {
		const crop = shelf.crops.find(({ id }) => id === cropId)!;
		const raised = daysOf(crop, 'propagationDays');
		const grown = daysOf(crop, 'harvestDays');
		return {
			cropId,
			name: crop.name,
			plural: crop.plural,
			sites: count,
			sow: raised && [shifted(plantOutOn, -raised[1]), shifted(plantOutOn, -raised[0])],
			plantOut: plantOutOn,
			pick: grown && [shifted(plantOutOn, grown[0]), shifted(plantOutOn, grown[1])]
		};
	});
	return rows.sort((a, b) => (a.sow?.[0] ?? a.plantOut).localeCompare(b.sow?.[0] ?? b.plantOut));
}

/** Something to do on a day, or within some days. */
export interface CalendarEntry {
	title: string;
	/** The sign that ends it, for which the days are only a middle. */
	lookFor: string;
	from: string;
	/** The day after its last, as calendars count. */
	until: string;
}

/** A season as entries of a calendar. */
export function entriesOf(season: readonly CropSeason[], system: string): CalendarEntry[] {
	return season.flatMap(({ name, plural, sites, sow, plantOut, pick }) => [
		...(sow
			? [
					entry(
						`Sow ${name}, ${sites} ${sites === 1 ? 'cube' : 'cubes'}: ${system}`,
						'Two seeds a cube; thin to the stronger when both stand.',
						sow
					)
				]
			: []),
		entry(
			`Plant out ${plural}: ${system}`,
			'Roots come through the cube and two true leaves stand; else wait.',
			[plantOut, plantOut]
		),
		...(pick
			? [entry(`First ${plural}: ${system}`, 'Pick by their look, not by the day.', pick)]
			: [])
	]);
}

const entry = (title: string, lookFor: string, [from, to]: Span): CalendarEntry => ({
	title,
	lookFor,
	from,
	until: shifted(to, 1)
});
