import { z } from 'zod';
import { NoSolution, quantity } from '../quantity';

const strength = (name: string) => quantity(name, 'strength', { min: 0, max: 500 });

export const topUpInput = z
	.strictObject({
		nowL: quantity('water in the tank', 'volume', { min: 0, max: 1e6 }),
		nowMsCm: strength('strength in the tank'),
		fullL: quantity('full tank', 'volume', { above: 0, max: 1e6 }),
		targetMsCm: strength('target strength'),
		waterMsCm: strength("water's strength"),
		/** How many mS/cm a millilitre of stock adds to a litre. */
		stockMsCmLPerMl: quantity('strength of the stock', 'ratio', { above: 0, max: 100 })
	})
	.refine(({ nowL, fullL }) => fullL >= nowL, {
		path: ['fullL'],
		message: 'full tank must be at least what is in it now, L'
	});
export type TopUpInput = z.infer<typeof topUpInput>;
export const topUpOutput = z.strictObject({
	/** Thrown away first. */
	dumpL: z.number(),
	waterL: z.number(),
	stockMl: z.number(),
	resultMsCm: z.number()
});
export type TopUp = z.infer<typeof topUpOutput>;

/** So small a part of the salt is rounding. */
const ROUNDING = 1e-12;

/**
 * What brings a tank back to full at a strength: plain water and stock; where even plain water leaves it too
 * strong, the least is dumped first that works. The stock's own volume is neglected.
 *
 * @throws NoSolution where the water itself is too strong
 */
export function topUp(input: TopUpInput): TopUp {
	const { nowL, nowMsCm, fullL, targetMsCm, waterMsCm, stockMsCmLPerMl } = input;
	const wanted = targetMsCm * fullL;
	const watered = nowL * nowMsCm + (fullL - nowL) * waterMsCm;
	const excess = watered - wanted;
	if (excess <= ROUNDING * Math.max(watered, wanted)) {
		const stockMl = Math.max(0, -excess) / stockMsCmLPerMl;
		return {
			dumpL: 0,
			waterL: fullL - nowL,
			stockMl,
			resultMsCm: Math.max(watered, wanted) / fullL
		};
	}
	const dumpL = excess / (nowMsCm - waterMsCm);
	if (!(nowMsCm > waterMsCm) || dumpL > nowL * (1 + ROUNDING))
		throw new NoSolution(
			`The water itself is ${waterMsCm} mS/cm, and ${targetMsCm} mS/cm is wanted: no water and no dumping brings it that low. Take a softer water, rain or filtered.`
		);
	return { dumpL, waterL: fullL - nowL + dumpL, stockMl: 0, resultMsCm: targetMsCm };
}
