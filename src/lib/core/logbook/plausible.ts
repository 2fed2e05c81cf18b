import { differenceInCalendarDays, parseISO } from 'date-fns';
import type { SystemModel, TrueReading } from '../model';

/** A reading that does not go with what is known: asked about before it is used. Litres, mS/cm, days since the last. */
export type Doubt =
	/** More than the tank holds to its rim. */
	| { about: 'litres'; doubt: 'over-full'; mostL: number; readL: number }
	/** There is more than there was. */
	| { about: 'litres'; doubt: 'more'; wasL: number; readL: number; days: number }
	/** More went than these plants drink, or hardly any. */
	| { about: 'litres'; doubt: 'gone' | 'stayed'; usedL: number; foretoldL: number; days: number }
	/** Stronger than what was in it can make it, or weaker. */
	| { about: 'msCm'; doubt: 'too-strong' | 'too-weak'; boundMsCm: number; readMsCm: number }
	| { about: 'ph'; doubt: 'jump'; was: number; read: number; days: number };

/** Plants drink this part of the forecast at least and at most, by weather and by how well it was foretold. */
const [LEAST_USE, MOST_USE] = [0.25, 2.5];
/** A meter and a tape read no nearer. */
const NEAR_SHARE = 0.12;
const NEAR_MSCM = 0.15;
const JUMP_PH = 1.5;

/**
 * What of a reading cannot be, by what was in the tank the last time and what plants drink: the volume misread,
 * the meter drifted, or somebody filled or fed it.
 *
 * @param last what was known before, with its day; null: nothing
 */
export function doubtsOf(model: SystemModel, now: TrueReading, last: TrueReading | null): Doubt[] {
	const doubts: Doubt[] = [];
	const mostL = model.tank.fullL;
	if (now.litres !== null && now.litres > mostL)
		doubts.push({ about: 'litres', doubt: 'over-full', mostL, readL: now.litres });
	if (!last) return doubts;
	const days = differenceInCalendarDays(parseISO(now.on), parseISO(last.on));
	if (days < 0) return doubts;
	return [
		...doubts,
		...ofLitres(model, now, last, days),
		...ofSalt(model, now, last),
		...ofPh(now, last, days)
	];
}

function ofPh(now: TrueReading, last: TrueReading, days: number): Doubt[] {
	if (now.ph === null || last.ph === null || days > 4) return [];
	if (Math.abs(now.ph - last.ph) <= JUMP_PH) return [];
	return [{ about: 'ph', doubt: 'jump', was: last.ph, read: now.ph, days }];
}

function ofLitres(model: SystemModel, now: TrueReading, last: TrueReading, days: number): Doubt[] {
	if (now.litres === null || last.litres === null) return [];
	const { useLPerDay } = model.waterUse;
	const usedL = last.litres - now.litres;
	const near = NEAR_SHARE * last.litres;
	const about = 'litres' as const;
	if (usedL < -near) return [{ about, doubt: 'more', wasL: last.litres, readL: now.litres, days }];
	const foretoldL = useLPerDay * days;
	if (usedL > MOST_USE * foretoldL + near)
		return [{ about, doubt: 'gone', usedL, foretoldL, days }];
	if (foretoldL > near && usedL < LEAST_USE * foretoldL - near)
		return [{ about, doubt: 'stayed', usedL: Math.max(0, usedL), foretoldL, days }];
	return [];
}

/** Salt comes out of nothing no more than water does. */
function ofSalt(
	{ waterUse, operation }: SystemModel,
	now: TrueReading,
	last: TrueReading
): Doubt[] {
	if (now.msCm === null || last.msCm === null) return [];
	const nowL = now.litres ?? last.litres;
	if (nowL === null || last.litres === null || nowL <= 0) return [];
	const [before, after] = [last.litres * last.msCm, nowL * now.msCm];
	const most = (before * (1 + NEAR_SHARE)) / nowL + NEAR_MSCM;
	const readMsCm = now.msCm;
	if (readMsCm > most) return [{ about: 'msCm', doubt: 'too-strong', boundMsCm: most, readMsCm }];
	const used = Math.max(0, last.litres - nowL);
	const eaten = (MOST_USE * used * last.msCm * operation.uptakePercent) / 100;
	const least = ((before - eaten) * (1 - NEAR_SHARE)) / nowL - NEAR_MSCM;
	if (waterUse.useLPerDay > 0 && readMsCm < least && after < before)
		return [{ about: 'msCm', doubt: 'too-weak', boundMsCm: least, readMsCm }];
	return [];
}
