import { DAY_MIN } from '../../design';
import { sharesByMinute } from '../../feeding';
import type { LevelState } from '../levels';
import type { SystemModel } from '../model';

/** The water a valve keeps, through a day. */
export interface LevelDay {
	/** Depth every quarter of an hour, mm, from midnight on. */
	depthMm: number[];
	everyMin: number;
	/** How often the valve opens in the day, and at what minutes. */
	fillsAtMin: number[];
	/** Longest and shortest time from a fill to the next, hours; null: fewer than two in the days that were run. */
	longestH: number | null;
	shortestH: number | null;
}

const EVERY_MIN = 15;
/** Long enough for a fill that lasts days to come round. */
const DAYS = 12;

/**
 * Depth over water through a day: it falls as plants drink, by the light; once it is drunk the valve opens and
 * fills it again.
 *
 * @returns null where nothing runs or nothing drinks
 */
export function levelDay(model: SystemModel, state: LevelState): LevelDay | null {
	const { layout, waterUse, day, operation } = model;
	const drinksL = layout.sites
		.filter((site) => site.standId === state.standId)
		.reduce((sum, site) => sum + (waterUse.bySite.get(site.id) ?? 0), 0);
	if (!state.filled || drinksL <= 0) return null;
	const { totalL, flowLph } = state.filled.result;
	if (totalL <= 0 || flowLph <= 0) return null;
	const shares = sharesByMinute({ lights: day.lights, dayShare: operation.feed.dayShare });
	const run = { litres: totalL, filling: false };
	const [depthMm, fills]: [number[], number[]] = [[], []];
	for (let minute = 0; minute < DAYS * DAY_MIN; minute++) {
		if (minute >= (DAYS - 1) * DAY_MIN && minute % EVERY_MIN === 0)
			depthMm.push((state.basis.depthMm * run.litres) / totalL);
		run.litres -= drinksL * shares[minute % DAY_MIN]!;
		if (run.litres <= 0 && !run.filling) {
			run.filling = true;
			fills.push(minute);
		}
		if (run.filling) run.litres += flowLph / 60;
		run.litres = Math.max(0, Math.min(totalL, run.litres));
		if (run.litres >= totalL) run.filling = false;
	}
	const gaps = fills.slice(1).map((at, i) => (at - fills[i]!) / 60);
	const last = (DAYS - 1) * DAY_MIN;
	return {
		depthMm,
		everyMin: EVERY_MIN,
		fillsAtMin: fills.filter((at) => at >= last).map((at) => at - last),
		longestH: gaps.length > 0 ? Math.max(...gaps) : null,
		shortestH: gaps.length > 0 ? Math.min(...gaps) : null
	};
}
