import { z } from 'zod';
import { TOP_UPS } from '../design';
import { SUPPLIES, topUpSteps, type TopUpRun } from '../model';
import { quantity, type Steps } from '../quantity';
import { assessInput, modelFrom } from './assess';

export const topUpsInput = assessInput.extend({
	/** The first day of the run. */
	from: z.iso.date('from must be a date, YYYY-MM-DD'),
	days: quantity('days of the run', 'days', { min: 1, max: 90, whole: true }).default(21)
});
export const topUpsOutput = z.strictObject({
	ways: z.array(
		z.strictObject({
			supply: z.enum(SUPPLIES),
			with: z.enum(TOP_UPS),
			everyDays: z.number().nullable(),
			changes: z.array(z.strictObject({ path: z.string(), value: z.unknown() })),
			daysOff: z.number(),
			furthestMsCm: z.number(),
			dryDay: z.number().nullable(),
			reserveEmptyDay: z.number().nullable(),
			handLPerWeek: z.number(),
			course: z.array(z.number()),
			levels: z.array(z.number()),
			because: z.string().nullable()
		})
	)
});

/** The ways of topping a document's tank up, side by side. */
export function* topUpsOfInput({
	from,
	days,
	...document
}: z.output<typeof topUpsInput>): Steps<{ ways: TopUpRun[] }> {
	return { ways: yield* topUpSteps(modelFrom(document), from, days) };
}
