import { z } from 'zod';
import { settleSteps, type Settled } from '../edit';
import type { Steps } from '../quantity';
import {
	findingSchema,
	fixSchema,
	fixSteps,
	STATES_OF_PLANTS,
	standingSchema,
	type Fix
} from '../review';
import { assessInput, modelFrom } from './assess';

/** A whole document as assess takes it, and which of its findings. */
export const fixesInput = assessInput.extend({
	code: findingSchema.shape.code,
	subject: z.string().max(200),
	state: z.enum(STATES_OF_PLANTS)
});
export const fixesOutput = z.strictObject({ fixes: z.array(fixSchema) });

/** The fixes of one finding that were tried and hold. */
export function* fixesOfInput({
	code,
	subject,
	state,
	...input
}: z.output<typeof fixesInput>): Steps<{ fixes: Fix[] }> {
	return { fixes: yield* fixSteps(modelFrom(input), { code, subject, state }) };
}

export const settleOutput = z.strictObject({
	fixes: z.array(fixSchema),
	before: standingSchema,
	after: standingSchema
});

/** Every stop and look that can be cleared, cleared. */
export const settleOfInput = (input: z.output<typeof assessInput>): Steps<Settled> =>
	settleSteps(modelFrom(input));
