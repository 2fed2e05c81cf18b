import { hoursOf, WALLS, type Area } from '../design';
import { crownOf } from '../layout';
import { lightAtSite } from '../water';
import { day } from './day';
import { area, layout } from './layout';
import { stage } from './stage';
import { weather } from './water-use';

export interface SiteLight {
	ppfdUmol: number;
	/** mol/m² a day. */
	dliMol: number;
}

/** Light at the crown of every site: from all the lamps there are, and what the place gives by itself. */
export const light = stage(
	'light',
	{ design: ['lamps'], operation: ['lampHours'], parameters: ['light'] },
	{ layout, area, weather, day },
	({ design, operation, layout, area, weather, day, parameters }) => {
		const { origin: from } = layout;
		const room = roomOf(area, parameters.light.floorReflects.value);
		const input = {
			room: room && { ...room, xM: -from.xM, yM: -from.yM },
			lamps: design.lamps.map(
				({ id, ppfUmolS, spreadDeg, lengthM, xM, yM, heightM, turnedDeg, towardsDeg }) => ({
					ppfUmolS,
					spreadDeg,
					lengthM,
					xM,
					yM,
					heightM,
					hoursH: hoursOf(operation, id),
					turnedDeg,
					towardsDeg
				})
			),
			sites:
				design.lamps.length === 0
					? []
					: layout.sites.map((site) => {
							const { xM, yM, leafM } = crownOf(site);
							const { id, facingDeg } = site;
							return { id, xM: xM - from.xM, yM: yM - from.yM, zM: leafM, facingDeg };
						})
		};
		const result = lightAtSite(input);
		const own = ownLight(area, weather.result.dliMol, day.lights.durationMin, design.lamps.length);
		const lamps = new Map(result.sites.map((site) => [site.id, site]));
		const bySite = new Map(
			layout.sites.map(({ id }): [string, SiteLight] => {
				const { ppfdUmol = 0, dliMol = 0 } = lamps.get(id) ?? {};
				return [id, { ppfdUmol: own.ppfdUmol + ppfdUmol, dliMol: own.dliMol + dliMol }];
			})
		);
		return { input, result, own, bySite };
	}
);

/** The room whose walls give light back; null where they do not. */
function roomOf(
	{ walls, lengthM, widthM, heightM }: Area,
	floorReflects: number
): {
	lengthM: number;
	widthM: number;
	heightM: number;
	reflects: number;
	floorReflects: number;
} | null {
	const { reflects } = WALLS[walls];
	return reflects === 0 ? null : { lengthM, widthM, heightM, reflects, floorReflects };
}

/** What the place gives by itself: the sun, or indoors its lamps where none hang as things of their own. */
function ownLight({ climate }: Area, dliMol: number, litMin: number, lamps: number): SiteLight {
	if (climate.setting === 'indoors')
		return lamps > 0 ? { ppfdUmol: 0, dliMol: 0 } : { ppfdUmol: climate.ppfdUmol, dliMol };
	return { ppfdUmol: dliMol / ((litMin / 60) * MOL_IN_AN_HOUR), dliMol };
}

/** Moles in an hour of 1 µmol/s. */
const MOL_IN_AN_HOUR = 0.0036;
