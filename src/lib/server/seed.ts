import columns from '../../../examples/kitchen-columns.json';
import rail from '../../../examples/lean-to-rail.json';
import { parseDesignFile } from '$lib/core/design';
import { createDesign } from './designs';
import { createPlace, listPlaces } from './places';

/** Demo systems by the id they have in their address. */
const DEMO = { 'lean-to-rail': rail, 'kitchen-columns': columns };

/** Fills an empty database with the demo place. */
export async function seedDemo(): Promise<boolean> {
	if ((await listPlaces()).length > 0) return false;
	const files = Object.entries(DEMO).map(([id, raw]) => ({ id, ...parseDesignFile(raw) }));
	const { id: placeId } = await createPlace(files[0]!.place, 'tern-cottage');
	for (const { id, design } of files) await createDesign(placeId, design, id);
	return true;
}
