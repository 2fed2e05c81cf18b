import type { SystemModel } from '../model';

/** The tank itself at a time ahead, days from now. */
export interface TankPoint {
	day: number;
	litres: number;
	msCm: number;
}

/**
 * What stands in the tank itself from now on, of the run of all its water: today, then each day, before and after
 * what a hand adds at its end.
 *
 * @returns `fed`: as long as there is water for the pump; `leastL`: what it draws no more
 */
export function tankAhead(run: SystemModel['run']): {
	points: TankPoint[];
	fed: TankPoint[];
	leastL: number;
} {
	const { input, result, outsideL, tankShare } = run;
	const inTank = (litres: number) => Math.max(0, litres - outsideL) * tankShare;
	const points: TankPoint[] = [{ day: 0, litres: inTank(input.startL), msCm: input.ecStartMsCm }];
	const changed = new Set(result.changes.map(({ day }) => day));
	for (const { day, volumeL, ecMsCm, addedL } of result.days) {
		// a hand that fills up shows as a step; a float holds the line
		if (input.topUp.kind === 'refill' && addedL > 0 && !changed.has(day))
			points.push({ day, litres: inTank(volumeL - addedL), msCm: points.at(-1)!.msCm });
		points.push({ day, litres: inTank(volumeL), msCm: ecMsCm });
	}
	const leastL = inTank(input.pumpMinimumL);
	const end = points.findIndex(({ litres }) => litres <= leastL);
	// a tank drunk empty has no strength to speak of
	const fed = end < 0 ? points : points.slice(0, Math.max(1, end));
	return { points, fed, leastL };
}
