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
		...ofPh(model, now, last, days)
	];
}

function ofPh(
	{ parameters: { reading } }: SystemModel,
	now: TrueReading,
	last: TrueReading,
	days: number
): Doubt[] {
	if (now.ph === null || last.ph === null || days > reading.phDays.value) return [];
	if (Math.abs(now.ph - last.ph) <= reading.phJump.value) return [];
	return [{ about: 'ph', doubt: 'jump', was: last.ph, read: now.ph, days }];
}

function ofLitres(model: SystemModel, now: TrueReading, last: TrueReading, days: number): Doubt[] {
	if (now.litres === null || last.litres === null) return [];
	const { useLPerDay } = model.waterUse;
	const { litresShare, leastUse, mostUse } = model.parameters.reading;
	const usedL = last.litres - now.litres;
	const near = litresShare.value * last.litres;
	const about = 'litres' as const;
	if (usedL < -near) return [{ about, doubt: 'more', wasL: last.litres, readL: now.litres, days }];
	const foretoldL = useLPerDay * days;
	if (usedL > mostUse.value * foretoldL + near)
		return [{ about, doubt: 'gone', usedL, foretoldL, days }];
	if (foretoldL > near && usedL < leastUse.value * foretoldL - near)
		return [{ about, doubt: 'stayed', usedL: Math.max(0, usedL), foretoldL, days }];
	return [];
}

/** Salt comes out of nothing no more than water does. */
function ofSalt(
	{ waterUse, operation, parameters }: SystemModel,
	now: TrueReading,
	last: TrueReading
): Doubt[] {
	if (now.msCm === null || last.msCm === null) return [];
	const nowL = now.litres ?? last.litres;
	if (nowL === null || last.litres === null || nowL <= 0) return [];
	const { litresShare, strengthMsCm, mostUse } = parameters.reading;
	const [before, after] = [last.litres * last.msCm, nowL * now.msCm];
	const most = (before * (1 + litresShare.value)) / nowL + strengthMsCm.value;
	const readMsCm = now.msCm;
	if (readMsCm > most) return [{ about: 'msCm', doubt: 'too-strong', boundMsCm: most, readMsCm }];
	const used = Math.max(0, last.litres - nowL);
	const eaten = (mostUse.value * used * last.msCm * operation.uptakePercent) / 100;
	const least = ((before - eaten) * (1 - litresShare.value)) / nowL - strengthMsCm.value;
	if (waterUse.useLPerDay > 0 && readMsCm < least && after < before)
		return [{ about: 'msCm', doubt: 'too-weak', boundMsCm: least, readMsCm }];
	return [];
}
