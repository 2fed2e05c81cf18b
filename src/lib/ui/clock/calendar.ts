import type { CalendarEntry } from '$lib/core/model';

/** A day of the calendar as the library takes it. */
const day = (date: string): [number, number, number] => {
	const [year, month, on] = date.split('-').map(Number);
	return [year!, month!, on!];
};

/**
 * Entries as a calendar file that any calendar reads; the library is loaded when it is first asked for.
 *
 * @throws Error where the library refuses them
 */
export async function calendarOf(entries: readonly CalendarEntry[]): Promise<string> {
	const { createEvents } = await import('ics');
	const { error, value } = createEvents(
		entries.map(({ title, lookFor, from, until }) => ({
			title,
			description: lookFor,
			start: day(from),
			end: day(until),
			productId: 'crelbo'
		}))
	);
	if (error || !value) throw error ?? new Error('no calendar was made');
	return value;
}
