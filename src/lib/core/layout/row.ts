import { z } from 'zod';
import { floorWithRelief, NoSolution, quantity, refuse } from '../quantity';

export const layoutRowInput = z.strictObject({
	availableMm: quantity('available length', 'size', { above: 0, max: 100_000 }),
	endClearMm: quantity('clearance at the ends', 'size', { min: 0, max: 100_000 }),
	pitchMm: quantity('spacing', 'size', { min: 5, max: 100_000 }),
	count: quantity('count', 'count', { min: 1, max: 20_000, whole: true }).optional(),
	fallPercent: quantity('fall', 'percent', { min: 0, max: 20 }),
	lowEndHeightMm: quantity('height of the low end', 'size', { min: 0, max: 100_000 })
});
export const layoutRowOutput = z.strictObject({
	most: z.number(),
	count: z.number(),
	rowMm: z.number(),
	dropMm: z.number(),
	sites: z.array(z.strictObject({ index: z.number(), xMm: z.number(), baseHeightMm: z.number() }))
});

export type LayoutRowInput = z.input<typeof layoutRowInput>;
export type LayoutRow = z.infer<typeof layoutRowOutput>;

/**
 * Containers along a rail or bench, or plants along a channel: how many fit, where each stands, and how
 * high its base is on the fall. Container 0 is at the low end.
 *
 * @throws InvalidInput when the ends leave no room; NoSolution when more are asked for than fit
 */
export function layoutRow(input: LayoutRowInput): LayoutRow {
	const { availableMm, endClearMm, pitchMm, fallPercent, lowEndHeightMm } = input;
	const room = availableMm - 2 * endClearMm;
	if (room < 0)
		throw refuse(
			'availableMm',
			`available length must be at least ${2 * endClearMm} mm, twice the clearance at the ends`
		);
	const most = floorWithRelief(room / pitchMm) + 1;
	const count = input.count ?? most;
	if (count > most) {
		const fits = Math.floor(room / (count - 1));
		throw new NoSolution(
			`${most} fit in ${availableMm} mm at ${pitchMm} mm apart, not ${count}. ${count} would fit at ${fits} mm apart.`
		);
	}
	return {
		most,
		count,
		rowMm: (count - 1) * pitchMm,
		dropMm: (availableMm * fallPercent) / 100,
		sites: Array.from({ length: count }, (_, index) => {
			const xMm = endClearMm + index * pitchMm;
			return { index, xMm, baseHeightMm: lowEndHeightMm + (xMm * fallPercent) / 100 };
		})
	};
}
