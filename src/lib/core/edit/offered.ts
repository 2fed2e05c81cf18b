import { fieldsOf, type Stand } from '../design';
import type { FieldMeta } from '../quantity';
import { pick, type Emitter, type ShelfLists } from '../shelf';

/** A tube is stretched over a barb so much wider, mm; a narrower barb goes on with a reducer. */
const STRETCH_MM = 0.5;

/**
 * What of the shelf may stand in a field of a stand. Outlets go by what fits and not by what they are sold for:
 * any that its tube goes onto may stand on any top; a float valve stands in water, and nothing else does.
 *
 * @param meta what the field says of itself: which list, and which use
 */
export function offeredParts(
	stand: Stand,
	{ shelf: list, use }: FieldMeta,
	shelf: ShelfLists
): readonly { id: string; name: string }[] {
	if (!list) return [];
	const all = shelf[list as keyof ShelfLists];
	if (list === 'emitters' && use !== 'valve')
		return shelf.emitters.filter((emitter) => goesOn(emitter, stand, shelf));
	return all.filter((item) => {
		const made = 'use' in item ? item.use : undefined;
		return !use || !made || (Array.isArray(made) ? made.includes(use) : made === use);
	});
}

function goesOn(emitter: Emitter, stand: Stand, shelf: ShelfLists): boolean {
	const { emitterId, stakeTubeId, riserTubeId, rowTubeId } = fieldsOf(stand);
	if (emitter.id === emitterId) return true;
	if (!emitter.use.some((use) => use !== 'valve')) return false;
	const tubeId = stakeTubeId ?? riserTubeId ?? rowTubeId;
	return (
		tubeId === undefined || emitter.barbMm <= pick(shelf.tubes, tubeId).innerDiameterMm + STRETCH_MM
	);
}
