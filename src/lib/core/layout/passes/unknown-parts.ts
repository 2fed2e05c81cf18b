import { kindOf, standPath, type Operation } from '../../design';
import type { FieldMeta } from '../../quantity';
import { has, type ShelfLists } from '../../shelf';
import type { z } from 'zod';
import type { LayoutProblem, StructureInput } from '../types';

interface Named {
	list: readonly { id: string; name: string }[];
	id: string;
	what: string;
	path: string;
	/** What to set at the path for a replacement, where that is more than its id. */
	value?: (replacementId: string) => unknown;
}

/** Parts a design names that are not on the shelf; the first of their kind is drawn in their place. */
export const unknownParts = (
	system: Pick<StructureInput, 'design'>,
	shelf: ShelfLists
): LayoutProblem[] => drawnInstead(partsNamed(system, shelf));

/** Crops that are not on the shelf, drawn as the first of it. */
export const unknownCrops = (
	operation: Pick<Operation, 'crops'>,
	shelf: Pick<ShelfLists, 'crops'>
): LayoutProblem[] => drawnInstead(cropsNamed(operation, shelf));

function drawnInstead(named: Named[]): LayoutProblem[] {
	return named
		.filter(({ list, id }) => !has(list, id))
		.map(({ list, id, what, path, value }): LayoutProblem => {
			const [drawn] = list;
			const instead = { path, value: value?.(drawn!.id) ?? drawn!.id };
			return { code: 'unknown-part', what, id, drawn: drawn!.name, instead };
		});
}

function partsNamed({ design }: Pick<StructureInput, 'design'>, shelf: ShelfLists): Named[] {
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
const cropsNamed = (
	{ crops }: Pick<Operation, 'crops'>,
	shelf: Pick<ShelfLists, 'crops'>
): Named[] =>
	[...new Set(Object.values(crops))].map((cropId) => ({
		list: shelf.crops,
		id: cropId,
		what: 'crop',
		path: 'operation.crops',
		value: (instead) =>
			Object.fromEntries(
				Object.entries(crops).map(([site, at]) => [site, at === cropId ? instead : at])
			)
	}));
