import { areaOf } from '../design';
import { layoutStructure, planted } from '../layout';
import { sourceKind } from './source';
import { stage } from './stage';

/** The area of the place it stands in. */
export const area = stage(
	'area',
	{ design: ['areaId'], place: ['areas'] },
	{},
	({ design, place }) => areaOf(place, design.areaId)
);

/** Everything that is built, in space and to scale, before anything grows in it. */
export const structure = stage(
	'structure',
	{
		design: ['stands', 'tank', 'lines', 'lamps', 'reserve'],
		operation: ['shutValves', 'valves', 'fillL', 'topUp'],
		shelf: ['tanks', 'tubes', 'emitters', 'media', 'crops', 'pumps', 'buckets', 'elbows'],
		parameters: ['vessels', 'wind']
	},
	{ area, sourceKind },
	(given) => layoutStructure(given, given.area, given.shelf)
);

/** The same with its plants as far on as they are. */
export const layout = stage(
	'layout',
	{
		operation: ['crops'],
		record: ['stages'],
		shelf: ['crops'],
		parameters: ['growth', 'light']
	},
	{ structure },
	({ structure, ...planting }) => planted(structure, planting)
);
