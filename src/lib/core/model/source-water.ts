import { treatedWater, waterOf } from '../design';
import { stage } from './stage';

/** What is in the water this system is filled with, as it comes out of a softener or a membrane. */
export const sourceWater = stage(
	'source water',
	{ operation: ['waterId'], place: ['waters'] },
	{},
	({ operation, place }) => treatedWater(waterOf(place, operation.waterId))
);
