import { z } from 'zod';
import { extensionSteps, LIMITS, type Extension } from '../edit';
import { id, refuse, type Steps } from '../quantity';
import { assessInput, modelFrom } from './assess';

/** A whole document as assess takes it, and which of its stands; the first unless it is said. */
export const extensionInput = assessInput.extend({ standId: id('stand').optional() });
const limit = z.enum(LIMITS);
export const extensionOutput = z.strictObject({
	now: z.number(),
	most: z.record(limit, z.number().nullable()),
	first: z.strictObject({ limit, most: z.number() }).nullable()
});

/** How far a stand of a document can be made longer. @throws InvalidInput where it has no such stand */
export function extensionOfInput(input: z.output<typeof extensionInput>): Steps<Extension> {
	const { stands } = input.design;
	const { standId } = input;
	const index = standId === undefined ? 0 : stands.findIndex((stand) => stand.id === standId);
	if (index < 0)
		throw refuse('standId', `stand must be one of ${stands.map((stand) => stand.id).join(', ')}`);
	return extensionSteps(modelFrom(input), index);
}
