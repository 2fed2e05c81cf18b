import { litresNow } from '../design';
import { pumpEnergy as energyOf } from '../hydraulics';
import { pick } from '../shelf';
import { feed, pumpMinutes } from './feed';
import { stage } from './stage';

/** What the pump uses, costs and warms with the timer as it is set; null under gravity. */
export const pumpEnergy = stage(
	'pump energy',
	{
		design: ['source'],
		operation: ['fillL'],
		record: ['nowL'],
		place: ['pricePerKwh'],
		shelf: ['pumps']
	},
	{ feed },
	(given) => {
		const { design, operation, record, place, shelf } = given;
		if (design.source.kind !== 'pump') return null;
		const input = {
			watts: pick(shelf.pumps, design.source.partId).watts,
			minutesPerDay: pumpMinutes(given),
			litres: Math.max(1, litresNow(record, operation)),
			pricePerKwh: place.pricePerKwh
		};
		return { input, result: energyOf(input) };
	}
);
