import { z } from 'zod';
import { refuseTurned, solarMjM2, weather, windMS } from './climate';

/** What a month is like outdoors, day and night, as far as somebody said. */
const monthSchema = z
	.strictObject({ ...weather, windMS, solarMjM2 })
	.superRefine((month, context) => refuseTurned(context, month));

/** January to December; null, the list or a month of it: nobody said. */
export const monthsSchema = z
	.array(monthSchema.nullable())
	.length(12, 'months must be a list of twelve, January to December')
	.nullable();
