import { z } from 'zod';
import { quantity } from '../quantity';

const ms = (name: string) => quantity(name, 'strength', { min: 0, max: 20 });
const wholeDays = (name: string) => quantity(name, 'days', { min: 1, max: 365, whole: true });

export const saltBuildUpInput = z.strictObject({
	/** Solution the medium holds. */
	mediumL: quantity('solution in the medium', 'volume', { min: 0.05, max: 10_000 }),
	startMsCm: ms('strength at the start'),
	feedMsCm: ms('strength of the feed'),
	uptakeMsCm: ms('strength of uptake'),
	useLPerDay: quantity('use', 'use', { min: 0, max: 1000 }),
	drainFraction: quantity('drain fraction', 'share', { min: 0, max: 0.95 }),
	days: wholeDays('days'),
	limitMsCm: quantity('limit', 'strength', { above: 0, max: 20 }).optional(),
	flush: z
		.strictObject({
			everyDays: wholeDays('days between flushes'),
			litres: quantity('water of a flush', 'volume', { above: 0, max: 10_000 }),
			msCm: ms('strength of a flush')
		})
		.optional()
});
export type SaltBuildUpInput = z.infer<typeof saltBuildUpInput>;
export const saltBuildUpOutput = z.strictObject({
	days: z.array(z.strictObject({ day: z.number(), msCm: z.number() })),
	drainLPerDay: z.number(),
	/** Where it settles; null: it never does, nothing drains. */
	steadyMsCm: z.number().nullable(),
	dayOverLimit: z.number().nullable(),
	/** Least drain that keeps it at the limit in the long run; null: no drain does, or there is no limit. */
	leastDrainFraction: z.number().nullable()
});
export type SaltBuildUp = z.infer<typeof saltBuildUpOutput>;

/** Less drain than this is none. */
const NO_DRAIN = 1e-9;

/**
 * Salt in a medium whose drain runs to waste, or that has none: one mixed cell of constant volume V, fed
 * s = use/(1 − f), drained d = s − use, V·dE/dt = s·feed − use·uptake − d·E; after the day a flush, if one is due,
 * rinses it by its litres.
 *
 * @example saltBuildUp({ mediumL: 2, startMsCm: 1, feedMsCm: 2, uptakeMsCm: 2, useLPerDay: 1, drainFraction: 0, days: 1 }).days[0].msCm // 1
 */
export function saltBuildUp(input: SaltBuildUpInput): SaltBuildUp {
	const { mediumL, startMsCm, feedMsCm, uptakeMsCm, useLPerDay, flush, limitMsCm } = input;
	const fraction = input.drainFraction < NO_DRAIN ? 0 : input.drainFraction;
	const suppliedL = useLPerDay / (1 - fraction);
	const drainLPerDay = fraction === 0 ? 0 : suppliedL - useLPerDay;
	const brought = suppliedL * feedMsCm - useLPerDay * uptakeMsCm;
	const settled = drainLPerDay > 0 ? brought / drainLPerDay : null;
	let msCm = startMsCm;
	let dayOverLimit: number | null = null;
	const days: SaltBuildUp['days'] = [];
	for (let day = 1; day <= input.days; day++) {
		msCm =
			settled === null
				? msCm + brought / mediumL
				: settled + (msCm - settled) * Math.exp(-drainLPerDay / mediumL);
		msCm = Math.max(0, msCm);
		if (flush && day % flush.everyDays === 0)
			msCm = flush.msCm + (msCm - flush.msCm) * Math.exp(-flush.litres / mediumL);
		if (limitMsCm !== undefined && msCm > limitMsCm + 1e-9) dayOverLimit ??= day;
		days.push({ day, msCm });
	}
	return {
		days,
		drainLPerDay,
		steadyMsCm: settled === null ? null : Math.max(0, settled),
		dayOverLimit,
		leastDrainFraction: leastDrain(input)
	};
}

function leastDrain({ feedMsCm, uptakeMsCm, limitMsCm }: SaltBuildUpInput): number | null {
	if (limitMsCm === undefined) return null;
	if (uptakeMsCm >= feedMsCm) return 0;
	return limitMsCm > feedMsCm ? (feedMsCm - uptakeMsCm) / (limitMsCm - uptakeMsCm) : null;
}
