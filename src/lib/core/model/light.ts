import { hoursOf } from '../design';
import { crownOf } from '../layout';
import { lightAtSite } from '../water';
import { layout } from './layout';
import { stage } from './stage';

export interface SiteLight {
	ppfdUmol: number;
	/** mol/m² a day. */
	dliMol: number;
}

/** Light at the crown of every site from all the lamps there are; without a lamp, of none. */
export const light = stage(
	'light',
	{ design: ['lamps'], operation: ['lampHours'] },
	{ layout },
	({ design, operation, layout }) => {
		const { from } = layout.extent;
		const input = {
			lamps: design.lamps.map(({ id, ppfUmolS, spreadDeg, lengthM, xM, yM, heightM }) => ({
				ppfUmolS,
				spreadDeg,
				lengthM,
				xM,
				yM,
				heightM,
				hoursH: hoursOf(operation, id)
			})),
			sites:
				design.lamps.length === 0
					? []
					: layout.sites.map((site) => {
							const { xM, yM, leafM } = crownOf(site);
							return { id: site.id, xM: xM - from.xM, yM: yM - from.yM, zM: leafM };
						})
		};
		const result = lightAtSite(input);
		return {
			input,
			result,
			bySite: new Map<string, SiteLight>(result.sites.map((site) => [site.id, site]))
		};
	}
);
