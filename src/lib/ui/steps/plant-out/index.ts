import type { SystemModel } from '$lib/core/model';
import type { Surface } from '../surface';
import PlantOutStep from './PlantOutStep.svelte';
import SeasonStrip from './SeasonStrip.svelte';

/** Rows of the season: a batch each. */
const rowsOf = ({ waterUse, operation }: SystemModel): number =>
	[...new Set(waterUse.crops.map(({ crop }) => crop.id))].reduce(
		(rows, id) => rows + (operation.succession[id]?.batches ?? 1),
		0
	);

export const plantOut: Surface = {
	sheet: PlantOutStep,
	under: SeasonStrip,
	underHigh: (model) => 160 + 24 * rowsOf(model)
};
