import { z } from 'zod';
import { SCHOOLS } from '../design';
import { schoolSteps, type SchoolRun } from '../model';
import type { Steps } from '../quantity';
import { assessInput, modelFrom } from './assess';

export const schoolsInput = assessInput;
export const schoolsOutput = z.strictObject({
	schools: z.array(
		z.strictObject({
			school: z.enum(SCHOOLS),
			feeds: z
				.strictObject({ count: z.number(), onMin: z.number(), pumpMinutes: z.number() })
				.nullable(),
			overSlots: z.boolean(),
			stressMin: z.number(),
			commonStressMin: z.number(),
			drainedLPerDay: z.number(),
			kwhPerDay: z.number(),
			soakedH: z.number(),
			hoursToStress: z.number().nullable(),
			hoursToWilt: z.number().nullable(),
			course: z.array(z.number()),
			because: z.string().nullable()
		})
	)
});

/** The ways of feeding a document's plants, side by side. */
export function* schoolsOfInput(
	input: z.output<typeof schoolsInput>
): Steps<{ schools: SchoolRun[] }> {
	return { schools: yield* schoolSteps(modelFrom(input)) };
}
