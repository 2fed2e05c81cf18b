import { z } from 'zod';
import { id, quantity } from '../quantity';

const metres = (name: string) => quantity(name, 'span', { min: -1000, max: 1000 });

const lamp = z.strictObject({
	ppfUmolS: quantity('photons', 'photons', { min: 0, max: 1e5 }),
	/** Across which its light falls to half. */
	spreadDeg: quantity('beam', 'angle', { min: 10, max: 175 }),
	lengthM: quantity('length of the lamp', 'span', { min: 0, max: 100 }),
	xM: metres('x'),
	yM: metres('y'),
	heightM: metres('height'),
	hoursH: quantity('hours a day', 'hours', { min: 0, max: 24 })
});
type LampAt = z.input<typeof lamp>;
export const lightAtSiteInput = z.strictObject({
	lamps: z.array(lamp).max(40),
	/** Where most of the leaf is. */
	sites: z
		.array(z.strictObject({ id: id('site'), xM: metres('x'), yM: metres('y'), zM: metres('z') }))
		.max(5000)
});
export const lightAtSiteOutput = z.strictObject({
	sites: z.array(z.strictObject({ id: z.string(), ppfdUmol: z.number(), dliMol: z.number() }))
});
export type LightAtSite = z.infer<typeof lightAtSiteOutput>;

/** A long lamp shines from three places along it, as shares of its length from its middle. */
const ALONG = [-1 / 3, 0, 1 / 3];
const MOL_IN_AN_HOUR = 0.0036;

/**
 * Light of one lamp straight onto a level leaf, µmol/m²/s: a generalised Lambert source, I₀·cos^m θ with m such
 * that the brightness halves at half the spread, falling with the square of the distance; walls reflect nothing.
 */
export function ppfdOf(
	lamp: Omit<LampAt, 'hoursH'>,
	at: { xM: number; yM: number; zM: number }
): number {
	const m = Math.log(0.5) / Math.log(Math.cos((lamp.spreadDeg * Math.PI) / 360));
	const centre = ((m + 1) / (2 * Math.PI)) * lamp.ppfUmolS;
	return ALONG.reduce((sum, share) => {
		const dx = at.xM - (lamp.xM + share * lamp.lengthM);
		const dy = at.yM - lamp.yM;
		const dz = lamp.heightM - at.zM;
		if (dz <= 0.01) return sum;
		const square = dx * dx + dy * dy + dz * dz;
		const cos = dz / Math.sqrt(square);
		return sum + (centre * cos ** m * cos) / square / 3;
	}, 0);
}

/**
 * Light of all lamps at each site, and what it adds up to in a day.
 *
 * @returns PPFD, µmol/m²/s, and daily light integral, mol/m² a day, by site
 */
export const lightAtSite = ({ lamps, sites }: z.input<typeof lightAtSiteInput>): LightAtSite => ({
	sites: sites.map(({ id, ...at }) => {
		let [ppfdUmol, dliMol] = [0, 0];
		for (const lamp of lamps) {
			const ppfd = ppfdOf(lamp, at);
			ppfdUmol += ppfd;
			dliMol += ppfd * lamp.hoursH * MOL_IN_AN_HOUR;
		}
		return { id, ppfdUmol, dliMol };
	})
});
