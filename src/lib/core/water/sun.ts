/** Where the sun stands: degrees over the horizon, and round from north through east. */
export interface Sun {
	altitudeDeg: number;
	azimuthDeg: number;
}

const rad = (deg: number): number => (deg * Math.PI) / 180;
const deg = (radians: number): number => (radians * 180) / Math.PI;

/** Solar declination, rad, by FAO-56 eq. 24. */
const declination = (dayOfYear: number): number =>
	0.409 * Math.sin((2 * Math.PI * dayOfYear) / 365 - 1.39);

/**
 * The sun at a solar time of a day, from its declination and the hour angle (15° an hour from noon).
 *
 * @param latitudeDeg −90 to 90, south negative
 * @param solarHour 0–24, 12 when the sun is highest
 */
export function sunAt(latitudeDeg: number, dayOfYear: number, solarHour: number): Sun {
	const [phi, delta] = [rad(latitudeDeg), declination(dayOfYear)];
	const hour = rad(15 * (solarHour - 12));
	const up = Math.sin(phi) * Math.sin(delta) + Math.cos(phi) * Math.cos(delta) * Math.cos(hour);
	const altitude = Math.asin(Math.max(-1, Math.min(1, up)));
	const east = -Math.cos(delta) * Math.sin(hour);
	const north = Math.cos(phi) * Math.sin(delta) - Math.sin(phi) * Math.cos(delta) * Math.cos(hour);
	return { altitudeDeg: deg(altitude), azimuthDeg: (deg(Math.atan2(east, north)) + 360) % 360 };
}

/** Hours from sunrise to sunset, by FAO-56 eqs. 25 and 34. */
export function dayLengthH(latitudeDeg: number, dayOfYear: number): number {
	const x = -Math.tan(rad(latitudeDeg)) * Math.tan(declination(dayOfYear));
	return (24 / Math.PI) * Math.acos(Math.max(-1, Math.min(1, x)));
}

/** Under ten hours of day plants hardly grow: a rule of thumb of growers everywhere. */
const GROWING_DAY_H = 10;

/** The longest day of the year, and the shortest on which plants still grow. */
export function growingDays(latitudeDeg: number): { longest: number; shortest: number } {
	let longest = 1;
	let shortest = 1;
	let most = -Infinity;
	let least = Infinity;
	for (let day = 1; day <= 365; day++) {
		const hours = dayLengthH(latitudeDeg, day);
		if (hours > most) [most, longest] = [hours, day];
		if (hours >= GROWING_DAY_H && hours < least) [least, shortest] = [hours, day];
	}
	return { longest, shortest: least === Infinity ? longest : shortest };
}
