import { addDays, format, parseISO } from 'date-fns';

/** 2026-04-02 as "2 Apr": dates here are calendar days, free of time zones. */
export function dayOf(date: string): string {
	let said = days.get(date);
	if (said === undefined) days.set(date, (said = format(parseISO(date), 'd MMM')));
	return said;
}
/** Each day of the calendar is written once. */
const days = new Map<string, string>();

/** A day of a run as the calendar names it, "6 Jun, day 9"; by its number where nobody said what day it is. */
export const dayWords = ({ today }: { today: string | null }, day: number): string =>
	today === null ? `day ${day}` : `${calendarDay(today, day)}, day ${day},`;
/** The same at the end of a sentence. */
export const lastDayWords = ({ today }: { today: string | null }, day: number): string =>
	today === null ? `day ${day}` : `${calendarDay(today, day)}, day ${day}`;
const calendarDay = (today: string, day: number): string =>
	format(addDays(parseISO(today), day), 'd MMM');
