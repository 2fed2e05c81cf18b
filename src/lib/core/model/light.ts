import { hoursOf, type Lamp } from '../design';
import { crownOf, type Point } from '../layout';
import { layout } from './layout';
import { stage } from './stage';

export interface SiteLight {
	ppfdUmol: number;
	/** mol/m² a day. */
	dliMol: number;
}

/**
 * Light of one lamp straight onto a level leaf: a generalised Lambert source, I₀·cos^m θ with m such that the
 * brightness halves at half the spread, falling with the square of the distance; walls reflect nothing.
 */
export function ppfdOf(lamp: Lamp, at: Point): number {
	const m = Math.log(0.5) / Math.log(Math.cos((lamp.spreadDeg * Math.PI) / 360));
	const centre = ((m + 1) / (2 * Math.PI)) * lamp.ppfUmolS;
	// a long lamp shines from three places along it
	return [-1 / 3, 0, 1 / 3].reduce((sum, share) => {
		const dx = at.xM - (lamp.xM + share * lamp.lengthM);
		const dy = at.yM - lamp.yM;
		const dz = lamp.heightM - at.zM;
		if (dz <= 0.01) return sum;
		const square = dx * dx + dy * dy + dz * dz;
		const cos = dz / Math.sqrt(square);
		return sum + (centre * cos ** m * cos) / square / 3;
	}, 0);
}

/** Light at the crown of every site from all the lamps there are. */
export const light = stage(
	'light',
	{ design: ['lamps'], operation: ['lampHours'] },
	{ layout },
	({ design, operation, layout }) => {
		const bySite = new Map<string, SiteLight>();
		if (design.lamps.length === 0) return bySite;
		const { from } = layout.extent;
		const hours = design.lamps.map((lamp) => hoursOf(operation, lamp.id));
		for (const site of layout.sites) {
			const crown = crownOf(site);
			const at = { xM: crown.xM - from.xM, yM: crown.yM - from.yM, zM: crown.leafM };
			let [ppfdUmol, dliMol] = [0, 0];
			for (const [i, lamp] of design.lamps.entries()) {
				const ppfd = ppfdOf(lamp, at);
				ppfdUmol += ppfd;
				dliMol += ppfd * hours[i]! * 0.0036;
			}
			bySite.set(site.id, { ppfdUmol, dliMol });
		}
		return bySite;
	}
);
