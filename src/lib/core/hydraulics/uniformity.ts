import { ceilWithRelief } from '../quantity';
import type { Uniformity } from './network-schema';

/** An outlet under this flow, L/h, counts as dry. */
export const DRY_LPH = 0.001;

/**
 * How evenly outlets share the water: variation 100(max−min)/max, low-quarter (mean of the lowest quarter,
 * n/4 rounded up, over the mean) and Christiansen's coefficient 100(1 − Σ|q−mean|/(n·mean)), in percent.
 * Dry outlets count; where all are dry the three are 0.
 */
export function uniformityOf(flows: readonly number[]): Uniformity {
	const count = flows.length;
	const sorted = Float64Array.from(flows).sort();
	const total = sorted.reduce((a, b) => a + b, 0);
	const meanLph = count > 0 ? total / count : 0;
	const minLph = sorted[0] ?? 0;
	const maxLph = sorted[count - 1] ?? 0;
	const dry = flows.filter((q) => q < DRY_LPH).length;
	const base = { count, dry, minLph, meanLph, maxLph };
	if (dry === count)
		return { ...base, variationPercent: 0, lowQuarterPercent: 0, christiansenPercent: 0 };
	const quarter = ceilWithRelief(count / 4);
	const lowest = sorted.subarray(0, quarter).reduce((a, b) => a + b, 0) / quarter;
	const spread = flows.reduce((a, q) => a + Math.abs(q - meanLph), 0);
	return {
		...base,
		variationPercent: (100 * (maxLph - minLph)) / maxLph,
		lowQuarterPercent: (100 * lowest) / meanLph,
		christiansenPercent: 100 * (1 - spread / (count * meanLph))
	};
}
