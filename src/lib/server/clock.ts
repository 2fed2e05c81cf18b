/** What time it is, for everything the server does; the server is given one when it starts. */
interface Clock {
	now(): Date;
}
const running: Clock = { now: () => new Date() };

/** A day on which the clock stands still, at noon: for tests and pictures. */
function stoppedAt(day: string): Clock {
	const [year, month, date] = day.split('-').map(Number);
	const noon = new Date(year!, month! - 1, date!, 12);
	return { now: () => new Date(noon) };
}

/** The clock a setting asks for: stopped on a day, YYYY-MM-DD, or running. */
export const clockFor = (day: string | undefined): Clock =>
	day && /^\d{4}-\d{2}-\d{2}$/.test(day) ? stoppedAt(day) : running;

let clock = running;
/** Puts a clock in place of the one there is. */
export const setClock = (other: Clock): void => void (clock = other);

/** Today as a calendar day, YYYY-MM-DD. */
export function today(): string {
	const now = clock.now();
	const two = (n: number) => String(n).padStart(2, '0');
	return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}
