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
export function unknownParts(system: LayoutInput, shelf: ShelfLists): LayoutProblem[] {
	return [...partsNamed(system, shelf), ...cropsNamed(system, shelf)]
		.filter(({ list, id }) => !has(list, id))
		.map(({ list, id, what, path, value }): LayoutProblem => {
			const [drawn] = list;
			const instead = { path, value: value?.(drawn!.id) ?? drawn!.id };
			return { code: 'unknown-part', what, id, drawn: drawn!.name, instead };
		});
}

function partsNamed({ design }: LayoutInput, shelf: ShelfLists): Named[] {
	const { tank, lines, stands } = design;
	return [
		{ list: shelf.tanks, id: tank.partId, what: 'tank', path: 'design.tank.partId' },
		{
			list: shelf.tubes,
			id: lines.mainTubeId,
			what: 'feed main',
			path: 'design.lines.mainTubeId'
		},
		...stands.flatMap((stand): Named[] =>
			Object.entries(kindOf(stand).schema.shape).flatMap(([field, schema]) => {
				const { shelf: list, title } = ((schema as z.ZodType).meta() ?? {}) as FieldMeta;
				if (!list) return [];
				const id = String((stand as Record<string, unknown>)[field]);
				const path = standPath(stand, field);
				return [{ list: shelf[list as keyof ShelfLists], id, what: title ?? field, path }];
			})
		)
	];
}

/** Each crop once; its replacement stands at all its sites. */
const cropsNamed = ({ operation }: LayoutInput, shelf: ShelfLists): Named[] =>
	[...new Set(Object.values(operation.crops))].map((cropId) => ({
		list: shelf.crops,
		id: cropId,
		what: 'crop',
		path: 'operation.crops',
		value: (instead) =>
			Object.fromEntries(
				Object.entries(operation.crops).map(([site, at]) => [site, at === cropId ? instead : at])
			)
	}));
