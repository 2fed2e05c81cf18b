import { COVERS, kindOf, plantsOf, type Plant } from '../design';
import { pick, type Crop, type Stage as Growth } from '../shelf';
import { evapotranspiration, plantDemand } from '../water';
import { day } from './day';
import { area } from './layout';
import { stage } from './stage';

/** The weather of the area, and what it asks of a leaf. */
export const weather = stage(
	'weather',
	{ parameters: ['light'] },
	{ area, day },
	({ area: { cover, climate }, day, parameters: { light } }) => {
		const byLamp = climate.setting === 'indoors' && climate.lamp === 'led';
		// what comes through the glass of a greenhouse is given as radiation; its roof keeps the warmth
		const glazed =
			climate.setting === 'outdoors' && COVERS[cover].keepsWarm && climate.solarMjM2 !== undefined;
		const input = {
			...climate,
			...(glazed && { cover: climate.cover ?? ('glass' as const) }),
			...(climate.setting === 'indoors' && { photoperiodH: day.lights.durationMin / 60 }),
			albedo: light.albedo.value,
			...(byLamp
				? { ledMolPerMj: light.ledMolPerMj.value }
				: { sunMolPerMj: light.sunMolPerMj.value })
		};
		return { input, result: evapotranspiration(input) };
	}
);

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

/** What grows at each site of the stands, whatever becomes of them in space. */
export const planting = stage(
	'planting',
	{ design: ['stands'], operation: ['crops'], record: ['stages'] },
	{},
	({ design, operation, record }): [siteId: string, plant: Plant][] => {
		const plants = plantsOf(operation, record);
		return design.stands.flatMap((stand) =>
			kindOf(stand)
				.slots(stand)
				.flatMap(({ id }): [string, Plant][] => (plants[id] ? [[id, plants[id]]] : []))
		);
	}
);

/** What each crop at its stage drinks, and from it each site. */
export const waterUse = stage(
	'water use',
	{ record: ['useFactor'], shelf: ['crops'], parameters: ['growth'] },
	{ planting, weather },
	({ planting, weather, record, shelf, parameters }): WaterUse => {
		const groups = new Map<string, CropUse>();
		for (const [siteId, { cropId, stage }] of planting) {
			const crop = pick(shelf.crops, cropId);
			const key = `${crop.id}/${stage}`;
			const group = groups.get(key);
			if (group) {
				group.siteIds.push(siteId);
				continue;
			}
			const input = {
				et0MmDay: weather.result.et0MmDay,
				kc: crop.kc,
				canopyM2: crop.canopyM2 * parameters.growth[stage].value,
				plants: 1,
				factor: record.useFactor
			};
			groups.set(key, { crop, stage, siteIds: [siteId], input, litresPerDay: 0 });
		}
		const bySite = new Map<string, number>();
		let useLPerDay = 0;
		for (const group of groups.values()) {
			group.input.plants = group.siteIds.length;
			group.litresPerDay = plantDemand(group.input).litresPerDay;
			useLPerDay += group.litresPerDay;
			for (const id of group.siteIds) bySite.set(id, group.litresPerDay / group.siteIds.length);
		}
		return { crops: [...groups.values()], bySite, useLPerDay };
	}
);
