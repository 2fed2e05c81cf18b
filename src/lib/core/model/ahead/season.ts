import type { Round, Span } from './succession';
import { shifted } from './succession';

/** Something to do on a day, or within some days. */
export interface CalendarEntry {
	title: string;
	/** The sign that ends it, for which the days are only a middle. */
	lookFor: string;
	from: string;
	/** The day after its last, as calendars count. */
	until: string;
}

const entry = (title: string, lookFor: string, [from, to]: Span): CalendarEntry => ({
	title,
	lookFor,
	from,
	until: shifted(to, 1)
});
const many = (count: number, one: string, more: string): string =>
	`${count} ${count === 1 ? one : more}`;

/** A season as entries of a calendar: what is sown, thinned, planted and picked, batch by batch. */
export const entriesOf = (rounds: readonly Round[], system: string): CalendarEntry[] =>
	rounds.flatMap((round) => [...raising(round, system), ...growing(round, system)]);

function raising({ from, name, siteIds, sow, thin }: Round, system: string): CalendarEntry[] {
	if (!sow) return [];
	const count = siteIds.length;
	if (from === 'cutting')
		return [
			entry(
				`Take ${many(count, 'cutting', 'cuttings')} of ${name}: ${system}`,
				'A shoot with two or three pairs of leaves; it has rooted when it resists a light pull.',
				sow
			)
		];
	return [
		entry(
			`Sow ${name}, ${many(count, 'cube', 'cubes')}: ${system}`,
			'Two seeds a cube; thin to the stronger when both stand.',
			sow
		),
		...(thin
			? [
					entry(
						`Thin ${name} to one a cube: ${system}`,
						'Both stand with open seed leaves: cut the weaker, do not pull it.',
						[thin, thin]
					)
				]
			: [])
	];
}

function growing(
	{ plural, siteIds, plantOut, pick, until }: Round,
	system: string
): CalendarEntry[] {
	return [
		entry(
			`Plant out ${siteIds.length} ${plural}: ${system}`,
			'Roots come through the cube and two true leaves stand; else wait.',
			[plantOut, plantOut]
		),
		...(pick
			? [
					entry(`First ${plural}: ${system}`, 'Pick by their look, not by the day.', pick),
					entry(
						`Last ${plural} of a batch: ${system}`,
						'Take them out before they bolt or stop bearing; the next batch takes their sites.',
						[until, until]
					)
				]
			: [])
	];
}
