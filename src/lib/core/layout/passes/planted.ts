import { plantsOf, type Operation, type Plant, type SystemRecord } from '../../design';
import type { ParameterSet } from '../../parameters';
import { pick, type Crop, type ShelfLists } from '../../shelf';
import type { Container, EmptySite, Layout, Site, StandLayout, Structure } from '../types';
import { unknownCrops } from './unknown-parts';

/** What grows on a structure, and how far on it is. */
export interface Planting {
	operation: Pick<Operation, 'crops'>;
	record: Pick<SystemRecord, 'stages'>;
	shelf: Pick<ShelfLists, 'crops'>;
	parameters: Pick<ParameterSet, 'growth' | 'light'>;
}

/**
 * A structure with its plants: how far each reaches at its stage, what containers weigh with them, and the face
 * that leaves turn to the wind. What is built stays the very same.
 */
export function planted(structure: Structure, planting: Planting): Layout {
	const plants = plantsOf(planting.operation, planting.record);
	const sites = structure.sites.map((site) => growing(site, plants[site.id], planting));
	const unknown = unknownCrops(planting.operation, planting.shelf);
	const layout: Layout = {
		...structure,
		sites,
		containers: weighed(structure.containers, massById(sites, planting)),
		stands: structure.stands.map((stand) => leafy(stand, sites)),
		problems: unknown.length > 0 ? [...unknown, ...structure.problems] : structure.problems
	};
	for (const part of [layout.sites, layout.containers, layout.stands, layout.problems])
		Object.freeze(part);
	return Object.freeze(layout);
}

/** A site with what grows there; nothing where there is no plant. Canopy is an area, so spread and height go with its root. */
function growing(at: EmptySite, plant: Plant | undefined, { shelf, parameters }: Planting): Site {
	const crop = plant && pick(shelf.crops, plant.cropId);
	const reach = plant ? Math.sqrt(parameters.growth[plant.stage].value) : 0;
	const hangs = at.facingDeg !== null;
	const tallMm = crop ? heightOf(crop, hangs, parameters) * reach : 0;
	// field by field: this runs once a site, and spreading is several times slower
	return {
		xM: at.xM,
		yM: at.yM,
		zM: at.zM,
		id: at.id,
		standId: at.standId,
		label: at.label,
		row: at.row,
		column: at.column,
		containerId: at.containerId,
		cropId: crop?.id ?? null,
		stage: plant?.stage ?? null,
		mediumId: at.mediumId,
		mediumL: at.mediumL,
		spreadMm: (crop?.spreadMm ?? 0) * reach,
		matureSpreadMm: crop?.spreadMm ?? 0,
		tallMm,
		leafMm: hangs ? 0 : parameters.light.leafAt.value * tallMm,
		facingDeg: at.facingDeg,
		opening: at.opening,
		catchFraction: at.catchFraction,
		passesTo: at.passesTo
	};
}

/** How high a grown plant reaches over its root, mm; out of a side it hangs before it turns up. */
const heightOf = (
	{ heightMm, spreadMm }: Crop,
	hangs: boolean,
	{ light }: Planting['parameters']
): number => (hangs ? Math.min(heightMm, light.hangingRise.value * spreadMm) : heightMm);

/** What the plants of each container weigh at their stages, kg. */
function massById(
	sites: readonly Site[],
	{ shelf, parameters }: Planting
): ReadonlyMap<string, number> {
	const mass = new Map<string, number>();
	for (const { cropId, stage, containerId } of sites) {
		if (cropId === null || stage === null) continue;
		const own = pick(shelf.crops, cropId).massKg * parameters.growth[stage].value;
		mass.set(containerId, (mass.get(containerId) ?? 0) + own);
	}
	return mass;
}

const weighed = (
	containers: readonly Container[],
	mass: ReadonlyMap<string, number>
): Container[] =>
	containers.map((container) => {
		const kg = mass.get(container.id);
		return kg ? { ...container, massKg: container.massKg + kg } : container;
	});

/** A free stand with leaves round it, as wide to the wind as they reach on the mean. */
function leafy(stand: StandLayout, sites: readonly Site[]): StandLayout {
	const { stance } = stand;
	if (stance.kind !== 'free' || !stance.leaves) return stand;
	const { alongM, widthM, perSpread } = stance.leaves;
	const mine = sites.filter(({ standId }) => standId === stand.id);
	const sum = mine.reduce((total, { spreadMm }) => total + spreadMm / 1000, 0);
	const spreadM = mine.length > 0 ? sum / mine.length : 0;
	return { ...stand, stance: { ...stance, faceM2: alongM * (widthM + perSpread * spreadM) } };
}
