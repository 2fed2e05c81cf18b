import { differenceInCalendarDays, parseISO } from 'date-fns';
import type { SystemModel, TrueReading } from '../model';
import { counted } from '../quantity';

/** A reading that does not go with what is known: asked about before it is used. */
export interface Doubt {
	about: 'litres' | 'msCm' | 'ph';
	message: string;
}

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
	const { say } = model;
	const doubts: Doubt[] = [];
	const most = model.tank.fullL;
	if (now.litres !== null && now.litres > most)
		doubts.push({
			about: 'litres',
			message: `The tank holds ${say(most, 'volume')} to its brim, and ${say(now.litres, 'volume')} were read. Look at the tape again.`
		});
	if (!last) return doubts;
	const days = differenceInCalendarDays(parseISO(now.on), parseISO(last.on));
	if (days < 0) return doubts;
	return [
		...doubts,
		...ofLitres(model, now, last, days),
		...ofSalt(model, now, last),
		...(now.ph !== null && last.ph !== null && days <= 4 && Math.abs(now.ph - last.ph) > JUMP_PH
			? [
					{
						about: 'ph' as const,
						message: `pH was ${last.ph.toFixed(1)} ${ago(days)} and is ${now.ph.toFixed(1)} now. Rinse the electrode, hold it into its buffer, and read again.`
					}
				]
			: [])
	];
}

const ago = (days: number): string =>
	days === 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`;

function ofLitres(model: SystemModel, now: TrueReading, last: TrueReading, days: number): Doubt[] {
	if (now.litres === null || last.litres === null) return [];
	const { say } = model;
	const { useLPerDay } = model.waterUse;
	const used = last.litres - now.litres;
	const near = NEAR_SHARE * last.litres;
	if (used < -near)
		return [
			{
				about: 'litres',
				message: `There were ${say(last.litres, 'volume')} ${ago(days)}, and ${say(now.litres, 'volume')} are there now. Did somebody fill it up?`
			}
		];
	const foretold = useLPerDay * days;
	if (used > MOST_USE * foretold + near)
		return [
			{
				about: 'litres',
				message: `${say(used, 'volume')} went ${days === 0 ? 'today' : `in ${counted(days, ['day', 'days'])}`} where these plants drink about ${say(foretold, 'volume')}. Is something leaking, or was the tape misread?`
			}
		];
	if (foretold > near && used < LEAST_USE * foretold - near)
		return [
			{
				about: 'litres',
				message: `Only ${say(Math.max(0, used), 'volume')} went in ${counted(days, ['day', 'days'])} where these plants drink about ${say(foretold, 'volume')}. Did the pump run, and was the tape read right?`
			}
		];
	return [];
}

/** Salt comes out of nothing no more than water does. */
function ofSalt(
	{ say, waterUse, operation }: SystemModel,
	now: TrueReading,
	last: TrueReading
): Doubt[] {
	if (now.msCm === null || last.msCm === null) return [];
	const nowL = now.litres ?? last.litres;
	if (nowL === null || last.litres === null || nowL <= 0) return [];
	const [before, after] = [last.litres * last.msCm, nowL * now.msCm];
	const most = (before * (1 + NEAR_SHARE)) / nowL + NEAR_MSCM;
	if (now.msCm > most)
		return [
			{
				about: 'msCm',
				message: `By what was in it the tank can be ${say(most, 'strength')} at most, and ${say(now.msCm, 'strength')} was read. Did somebody feed it, is the meter off, or are the litres?`
			}
		];
	const used = Math.max(0, last.litres - nowL);
	const eaten = (MOST_USE * used * last.msCm * operation.uptakePercent) / 100;
	const least = ((before - eaten) * (1 - NEAR_SHARE)) / nowL - NEAR_MSCM;
	if (waterUse.useLPerDay > 0 && now.msCm < least && after < before)
		return [
			{
				about: 'msCm',
				message: `By what was in it the tank should be ${say(least, 'strength')} at least, and ${say(now.msCm, 'strength')} was read. Was it thinned, or is the meter off?`
			}
		];
	return [];
}
