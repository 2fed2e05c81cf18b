import { equal } from '../quantity';
import { CANOPY_SHARE, pick, type Crop, type Stage as Growth } from '../shelf';
import { evapotranspiration, plantDemand } from '../water';
import { area, layout } from './layout';
import { stage } from './stage';

/** The weather of the area, and what it asks of a leaf. */
export const weather = stage('weather', {}, { area }, ({ area }) => ({
	input: area.climate,
	result: evapotranspiration(area.climate)
}));

export interface CropUse {
	crop: Crop;
	stage: Growth;
	siteIds: string[];
	input: Required<Parameters<typeof plantDemand>[0]>;
	litresPerDay: number;
}
export interface WaterUse {
	crops: CropUse[];
	/** L/day by site id; a site without a plant is not in it. */
	bySite: Map<string, number>;
	useLPerDay: number;
}

/** What each crop at its stage drinks, and from it each site. */
export const waterUse = stage(
	'water use',
	{ record: ['useFactor'], shelf: ['crops'] },
	{ layout, weather },
	({ layout, weather, record, shelf }, before: WaterUse | undefined): WaterUse => {
		const groups = new Map<string, CropUse>();
		for (const site of layout.sites) {
			if (!site.cropId || !site.stage) continue;
			const key = `${site.cropId}/${site.stage}`;
			const group = groups.get(key);
			if (group) {
				group.siteIds.push(site.id);
				continue;
			}
			const crop = pick(shelf.crops, site.cropId);
			const input = {
				et0MmDay: weather.result.et0MmDay,
				kc: crop.kc,
				canopyM2: crop.canopyM2 * CANOPY_SHARE[site.stage],
				plants: 1,
				factor: record.useFactor
			};
			groups.set(key, { crop, stage: site.stage, siteIds: [site.id], input, litresPerDay: 0 });
		}
		const bySite = new Map<string, number>();
		let useLPerDay = 0;
		for (const group of groups.values()) {
			group.input.plants = group.siteIds.length;
			group.litresPerDay = plantDemand(group.input).litresPerDay;
			useLPerDay += group.litresPerDay;
			for (const id of group.siteIds) bySite.set(id, group.litresPerDay / group.siteIds.length);
		}
		const use = { crops: [...groups.values()], bySite, useLPerDay };
		// a bench moved or a tank raised drinks what it did: what follows from it stays as well
		return before && equal(use, before) ? before : use;
	}
);
