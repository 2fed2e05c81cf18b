import { kindOf, plantsOf, type Operation, type SystemRecord } from '../../design';
import { pick, STAGES, type Crop, type Stage } from '../../shelf';
import { plantDemand } from '../../water';
import type { SystemModel } from '../model';
import { shifted } from './succession';

/** How the young plants of a stand are watered by hand until they can do without. */
export interface ByHand {
	standId: string;
	/** A valve lets water in from below; until roots are down it is shut. */
	valve: boolean;
	/** How long, counted from planting out, and the day it ends. */
	days: number;
	until: string;
	/** How far roots have to go down to what the valve keeps, mm; null: there is no valve. */
	reachMm: number | null;
	/** How often, and how much each time to the thirstiest plant, mL. */
	everyDays: number;
	mlAPlant: number;
}

/** Side of a cube or plug of so many litres, mm. */
const sideMm = (litres: number): number => 100 * Math.cbrt(litres);

/** What a seedling of a crop drinks on a hot day, L. */
function seedlingL({ weather, parameters, record }: SystemModel, crop: Crop): number {
	const { litresPerDay } = plantDemand({
		et0MmDay: weather.result.et0MmDay,
		kc: crop.kc,
		canopyM2: crop.canopyM2 * parameters.growth.seedling.value,
		factor: record.useFactor
	});
	return litresPerDay * parameters.roots.hotDay.value;
}

/**
 * How seedlings are watered by hand after they are planted out: on a timer until roots have left the cube, under
 * a valve until they reach what it keeps at the foot of the medium.
 *
 * @param plantOutOn as 2026-04-02
 */
export function byHandOf(model: SystemModel, plantOutOn: string): ByHand[] {
	const { layout, design, shelf, parameters } = model;
	const { roots } = parameters;
	return design.stands.flatMap((stand): ByHand[] => {
		const sites = layout.sites.filter((site) => site.standId === stand.id && site.cropId);
		if (sites.length === 0) return [];
		const valve = kindOf(stand).feeding === 'valve';
		const thirstiest = sites
			.map((site) => {
				const crop = pick(shelf.crops, site.cropId!);
				return { site, crop, litres: seedlingL(model, crop) };
			})
			.reduce((a, b) => (b.litres > a.litres ? b : a));
		const { site, crop, litres } = thirstiest;
		const container = layout.containers.find(({ id }) => id === site.containerId)!;
		const cubeMm = sideMm((crop.fruiting ? roots.cubeL : roots.plugL).value);
		const reachMm = valve ? Math.max(0, container.fillMm - container.poolMm - cubeMm) : null;
		const days = Math.ceil(
			Math.max(roots.handDays.value, (reachMm ?? 0) / roots.downMmPerDay.value)
		);
		// half of what young roots reach is drunk between two waterings; once a day at least
		const { availableFraction } = pick(shelf.media, site.mediumId);
		const storeL = 0.5 * roots.youngShare.value * site.mediumL * availableFraction;
		const everyDays = valve && litres > 0 ? Math.max(1, Math.floor(storeL / litres)) : 1;
		return [
			{
				standId: stand.id,
				valve,
				days,
				until: shifted(plantOutOn, days),
				reachMm,
				everyDays: Math.min(everyDays, days),
				mlAPlant: 1000 * litres * Math.min(everyDays, days)
			}
		];
	});
}

/** How the timer is set while plants are of a stage. */
export interface StageWeek {
	stage: Stage;
	/** About when the first crop here comes to it. */
	from: string;
	feeds: { count: number; onMin: number; overSlots: boolean } | null;
	/** What a day's feeds bring the thirstiest plant, and all plants drink, L. */
	drinksLPerDay: number;
}

/**
 * The timer from planting out until plants are full grown: planned for each stage as if all were of it.
 *
 * @param plantOutOn as 2026-04-02
 */
export function stageWeeks(model: SystemModel, plantOutOn: string): StageWeek[] {
	const { operation, record, shelf, parameters } = model;
	const crops = [...new Set(Object.values(operation.crops))].map((id) => pick(shelf.crops, id));
	if (crops.length === 0) return [];
	const { youngAt, growingAt, season } = parameters.growth;
	const soonest = Math.min(...crops.map(({ harvestDays }) => harvestDays ?? season.value));
	const share = { seedling: 0, young: youngAt.value, growing: growingAt.value, full: 1 };
	return STAGES.map((stage): StageWeek => {
		const at = model.with([{ path: 'record.stages', value: allOf(operation, record, stage) }]);
		const { feed } = at;
		return {
			stage,
			from: shifted(plantOutOn, share[stage] * soonest),
			feeds: feed && {
				count: feed.plan.events.length,
				onMin: feed.onMin,
				overSlots: feed.plan.warnings.includes('too-many-events')
			},
			drinksLPerDay: at.waterUse.useLPerDay
		};
	});
}

const allOf = (operation: Operation, record: SystemRecord, stage: Stage): SystemRecord['stages'] =>
	Object.fromEntries(Object.keys(plantsOf(operation, record)).map((id) => [id, stage]));
