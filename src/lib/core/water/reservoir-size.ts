import { z } from 'zod';
import { quantity } from '../quantity';

const litres = (name: string) => quantity(name, 'volume', { min: 0, max: 100_000 });

export const reservoirSizeInput = z.strictObject({
	useLPerDay: quantity('use', 'use', { min: 0, max: 100_000 }),
	refillEveryDays: quantity('days between refills', 'days', { above: 0, max: 365 }),
	pumpMinimumL: litres("the pump's minimum"),
	inTransitL: litres('water in transit'),
	ecStartMsCm: quantity('strength at the start', 'strength', { above: 0, max: 20 }),
	uptakeEcMsCm: quantity('strength of uptake', 'strength', { min: 0, max: 20 }),
	maxDriftPercent: quantity('greatest drift', 'percent', { above: 0, max: 100 }),
	freeboardPercent: quantity('freeboard', 'percent', { min: 0, max: 90 }).default(10)
});
export const reservoirSizeOutput = z.strictObject({
	bySupplyL: z.number(),
	byDriftL: z.number(),
	fillL: z.number(),
	grossL: z.number(),
	governedBy: z.enum(['supply', 'drift']),
	ecAtRefillMsCm: z.number()
});

/**
 * How much water a loop needs between refills: enough to drink from above the pump's minimum, and enough
 * that what the plants leave behind does not move the strength further than allowed.
 *
 * ΔV = use·days; supply: ΔV + minimum + transit; drift: ΔV·(1 + |1−u|/d), u = uptake/start, d = drift/100.
 */
export function reservoirSize(
	input: z.input<typeof reservoirSizeInput>
): z.infer<typeof reservoirSizeOutput> {
	const { useLPerDay, refillEveryDays, pumpMinimumL, inTransitL, ecStartMsCm, uptakeEcMsCm } =
		input;
	const { maxDriftPercent, freeboardPercent = 10 } = input;
	const drunkL = useLPerDay * refillEveryDays;
	const bySupplyL = drunkL + pumpMinimumL + inTransitL;
	const byDriftL =
		drunkL * (1 + Math.abs(1 - uptakeEcMsCm / ecStartMsCm) / (maxDriftPercent / 100));
	const fillL = Math.max(bySupplyL, byDriftL);
	return {
		bySupplyL,
		byDriftL,
		fillL,
		grossL: fillL / (1 - freeboardPercent / 100),
		governedBy: byDriftL > bySupplyL ? 'drift' : 'supply',
		ecAtRefillMsCm: ecAfter(ecStartMsCm, uptakeEcMsCm, fillL, drunkL)
	};
}

/** Strength left after plants drank `drunkL` at their own strength out of `fillL`. */
export const ecAfter = (
	startMsCm: number,
	uptakeMsCm: number,
	fillL: number,
	drunkL: number
): number =>
	fillL - drunkL > 0 ? (startMsCm * fillL - uptakeMsCm * drunkL) / (fillL - drunkL) : startMsCm;
