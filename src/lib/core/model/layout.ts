import { areaOf } from '../design';
import { layoutDesign } from '../layout';
import { sourceKind } from './source';
import { stage } from './stage';

/** The area of the place it stands in. */
export const area = stage(
	'area',
	{ design: ['areaId'], place: ['areas'] },
	{},
	({ design, place }) => areaOf(place, design.areaId)
);

/** Everything in space, to scale. */
export const layout = stage(
	'layout',
	{
		design: ['stands', 'tank', 'lines', 'lamps', 'reserve'],
		operation: ['crops', 'shutValves', 'valves', 'fillL', 'topUp'],
		record: ['stages'],
		shelf: ['tanks', 'tubes', 'emitters', 'media', 'crops', 'pumps', 'buckets', 'elbows'],
		parameters: ['growth', 'vessels', 'light', 'wind']
	},
	{ area, sourceKind },
	(given) => layoutDesign(given, given.area, given.shelf)
);
