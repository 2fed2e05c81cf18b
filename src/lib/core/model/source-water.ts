import { waterOf } from '../design';
import { stage } from './stage';

/** What is in the water this system is filled with. */
export const sourceWater = stage(
	'source water',
	{ operation: ['waterId'], place: ['waters'] },
	{},
	({ operation, place }) => {
		const { ecMsCm, ph, alkalinityMeqL, Ca, Mg, Na, Cl, S } = waterOf(place, operation.waterId);
		return { ecMsCm, ph, alkalinityMeqL, Ca, Mg, Na, Cl, S };
	}
);
