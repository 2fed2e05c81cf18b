import { z } from 'zod';
import { oneOf, quantity, text } from '../quantity';
import { labelSchema, SALT_IDS } from '../shelf';

const saltId = z.enum(SALT_IDS, { error: () => `salt must be one of ${SALT_IDS.join(', ')}` });

/** What the nutrients come out of: salts weighed from bags, or a product by its label. */
export const nutrientSource = z.discriminatedUnion(
	'kind',
	[
		z.strictObject({
			kind: z.literal('salts'),
			saltIds: z.array(saltId).min(1, 'choose at least one salt').max(SALT_IDS.length)
		}),
		z.strictObject({
			kind: z.literal('product'),
			name: text('name of the product', 60),
			form: oneOf('form', ['powder', 'liquid']),
			label: labelSchema,
			/** kg/L of a liquid; a powder is weighed. */
			densityKgL: quantity('density', 'density', { min: 0.7, max: 2 }),
			/** The label's full dose: g or mL to a litre. */
			labelDosePerL: quantity('label dose', 'labelDose', { above: 0, max: 100 })
		})
	],
	{ error: () => 'nutrient source must be one of salts, product' }
);

export const mixSchema = z.strictObject({
	/** null: what the planted crops want at their stage. */
	strengthMsCm: quantity('strength', 'strength', { min: 0.2, max: 6 }).nullable(),
	/** `meter`: dose to a strength; `label`: the label's dose, for who owns no meter. */
	method: oneOf('method', ['meter', 'label']),
	/** Part of the label's dose. */
	labelShare: quantity('part of the label dose', 'share', { min: 0.1, max: 1.5 }),
	/** What is mixed for. */
	fills: oneOf('what is filled', ['tank', 'reserve', 'loop']).default('tank'),
	source: nutrientSource
});
