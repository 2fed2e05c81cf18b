import { z } from 'zod';
import { designSchema } from './design';
import { operationSchema } from './operation';
import { builtPlaceSchema } from './place';
import { recordSchema } from './record';

/** What is built and how it is set: they share one chain of revisions and one undo, and a variant holds both. */
export const planSchema = z.strictObject({ design: designSchema, operation: operationSchema });
export type Plan = z.infer<typeof planSchema>;

/** The whole document in its parts. The first key of a path is the part's name. */
export const partsSchema = z.strictObject({
	...planSchema.shape,
	record: recordSchema,
	place: builtPlaceSchema
});
export type Parts = z.infer<typeof partsSchema>;
export type PartName = keyof Parts;
/** The parts of a document, in the order of its file. */
export const PARTS: readonly PartName[] = ['design', 'operation', 'record', 'place'];
/** A system apart from the place it stands in. */
export type System = Omit<Parts, 'place'>;

/** The parts alone, of what carries more beside them. */
export const partsIn = ({ design, operation, record, place }: Parts): Parts => ({
	design,
	operation,
	record,
	place
});
