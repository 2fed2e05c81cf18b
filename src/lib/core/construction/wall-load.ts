import { z } from 'zod';
import { G, quantity } from '../quantity';

export const wallLoadInput = z.strictObject({
	massKg: quantity('mass', 'mass', { above: 0, max: 1e6 }),
	standoffM: quantity('distance of its centre from the wall', 'span', { above: 0, max: 100 }),
	rows: z
		.array(
			z.strictObject({
				heightM: quantity('height over the lower edge', 'span', { above: 0, max: 100 }),
				fixings: quantity('fixings in the row', 'count', { min: 1, max: 50, whole: true })
			})
		)
		.min(1, 'rows must hold at least one row of fixings')
		.max(1000)
});
export const wallLoadOutput = z.strictObject({
	shearPerFixingN: z.number(),
	rows: z.array(z.strictObject({ pullPerFixingN: z.number() })),
	worstPullN: z.number()
});
export type WallLoadInput = z.infer<typeof wallLoadInput>;
export type WallLoad = z.infer<typeof wallLoadOutput>;

/**
 * What each fixing of a garden on a wall must hold: its share of the weight across it, and the pull away from
 * the wall, in proportion to its height over the lower edge the garden turns about (a stiff back).
 */
export function wallLoad({ massKg, standoffM, rows }: WallLoadInput): WallLoad {
	const fixings = rows.reduce((sum, row) => sum + row.fixings, 0);
	const stiffness = rows.reduce((sum, row) => sum + row.fixings * row.heightM ** 2, 0);
	const momentNm = massKg * G * standoffM;
	const pulls = rows.map(({ heightM }) => ({ pullPerFixingN: (momentNm * heightM) / stiffness }));
	return {
		shearPerFixingN: (massKg * G) / fixings,
		rows: pulls,
		worstPullN: Math.max(...pulls.map((row) => row.pullPerFixingN))
	};
}
