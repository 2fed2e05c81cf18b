import { z } from 'zod';
import { id, quantity } from '../quantity';
import { BUILT_IN_SHELF, type Shelf } from './shelf';

/** What the growers of a place added to the shelf: a price, by line of the parts list. */
export const shelfItemSchema = z.strictObject({
	id: id('shelf item'),
	kind: z.literal('price', { error: () => 'kind of shelf item must be one of price' }),
	/** The line of the parts list it is the price of. */
	of: id('part'),
	/** Each, a metre of tube, a litre of medium. */
	price: quantity('price', 'ratio', { min: 0, max: 100_000 })
});
export type ShelfItem = z.infer<typeof shelfItemSchema>;

/** A place's own shelf, as it travels in a file. */
export const ownShelfSchema = z
	.array(shelfItemSchema)
	.max(2000)
	.superRefine((items, context) => {
		const seen = new Set<string>();
		items.forEach((item, index) => {
			if (seen.has(item.id))
				context.addIssue({
					code: 'custom',
					path: [index, 'id'],
					message: `the id "${item.id}" is used twice`
				});
			seen.add(item.id);
		});
	});

/** A price as an item of the shelf. */
export const priceItem = (of: string, price: number): ShelfItem => ({
	id: `price/${of}`,
	kind: 'price',
	of,
	price
});

/** The built-in shelf with what a place added to it. */
export function shelfWith(own: readonly ShelfItem[]): Shelf {
	if (own.length === 0) return BUILT_IN_SHELF;
	return {
		...BUILT_IN_SHELF,
		prices: Object.fromEntries(own.map(({ of, price }) => [of, price]))
	};
}
