import type { Ahead } from './ahead';
import type { SystemModel } from '../model';

/** What a month asks for. */
export interface MonthAhead {
	/** As 2026-04. */
	month: string;
	days: number;
	/** What leaves the tank for good, and what is filled in at top-ups and changes, L. */
	leavesL: number;
	filledL: number;
	changes: number;
	saltG: number;
	kwh: number;
	/** Of its electricity. */
	cost: number;
}

/** Month by month over a year: litres, salts, electricity, with the course of the climate. */
export function monthsAhead(model: SystemModel, ahead: Ahead): MonthAhead[] {
	const { mix, sourceWater, pumpEnergy, place } = model;
	const { topUp, change } = ahead.input;
	const kwhPerDay = pumpEnergy?.result.energyKwhPerDay ?? 0;
	const gramsPerMsCm =
		mix.salts.result.gramsPerL / Math.max(0.05, mix.strengthMsCm - sourceWater.ecMsCm);
	// what the source water brings is not weighed in
	const grams = (ecMsCm: number) => gramsPerMsCm * Math.max(0, ecMsCm - sourceWater.ecMsCm);
	const perLitre = topUp.kind === 'none' ? 0 : grams(topUp.ecMsCm);
	const changed = new Set(ahead.result.changes.map(({ day }) => day));
	const months = new Map<string, MonthAhead>();
	ahead.days.forEach(({ date, leavesL }, i) => {
		const month = date.slice(0, 7);
		const is = months.get(month) ?? { ...NO_MONTH, month };
		const { addedL } = ahead.result.days[i]!;
		const anew = changed.has(i + 1) && change ? change.toL : 0;
		months.set(month, {
			month,
			days: is.days + 1,
			leavesL: is.leavesL + leavesL,
			filledL: is.filledL + addedL + anew,
			changes: is.changes + (anew > 0 ? 1 : 0),
			saltG: is.saltG + addedL * perLitre + anew * grams(change?.ecMsCm ?? 0),
			kwh: is.kwh + kwhPerDay,
			cost: is.cost + kwhPerDay * place.pricePerKwh
		});
	});
	return [...months.values()];
}

const NO_MONTH: Omit<MonthAhead, 'month'> = {
	days: 0,
	leavesL: 0,
	filledL: 0,
	changes: 0,
	saltG: 0,
	kwh: 0,
	cost: 0
};
