import { kindOf, standPath } from '../design';
import type { FieldMeta } from '../quantity';
import { has, type ShelfLists } from '../shelf';
import type { z } from 'zod';
import type { LayoutProblem, LayoutInput } from './types';

interface Named {
	list: readonly { id: string; name: string }[];
	id: string;
	what: string;
	path: string;
	/** What to set at the path for a replacement, where that is more than its id. */
	value?: (replacementId: string) => unknown;
}

/** Parts a design names that are not on the shelf; the first of their kind is drawn in their place. */
export function unknownParts(
	{ design, operation }: LayoutInput,
	shelf: ShelfLists
): LayoutProblem[] {
	const named: Named[] = [
		{ list: shelf.tanks, id: design.tank.partId, what: 'tank', path: 'design.tank.partId' },
		{
			list: shelf.tubes,
			id: design.lines.mainTubeId,
			what: 'feed main',
			path: 'design.lines.mainTubeId'
		},
		...design.stands.flatMap((stand): Named[] =>
			Object.entries(kindOf(stand).schema.shape).flatMap(([field, schema]) => {
				const { shelf: list, title } = ((schema as z.ZodType).meta() ?? {}) as FieldMeta;
				if (!list) return [];
				return [
					{
						list: shelf[list as keyof ShelfLists],
						id: String((stand as Record<string, unknown>)[field]),
						what: title ?? field,
						path: standPath(stand, field)
					}
				];
			})
		)
	];
	for (const cropId of new Set(Object.values(operation.crops)))
		named.push({
			list: shelf.crops,
			id: cropId,
			what: 'crop',
			path: 'operation.crops',
			value: (replacementId) =>
				Object.fromEntries(
					Object.entries(operation.crops).map(([site, at]) => [
						site,
						at === cropId ? replacementId : at
					])
				)
		});
	return named
		.filter(({ list, id }) => !has(list, id))
		.map(({ list, id, what, path, value }) => {
			const replacement = list[0]!;
			return {
				code: 'unknown-part' as const,
				what,
				id,
				drawn: replacement.name,
				instead: { path, value: value?.(replacement.id) ?? replacement.id }
			};
		});
}
