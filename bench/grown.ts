import { readFileSync } from 'node:fs';
import {
	applyChanges,
	fieldsOf,
	kindOf,
	partsIn,
	readDesignFile,
	startSystem,
	type Parts,
	type Variant
} from '../src/lib/core/design';
import { autofix } from '../src/lib/core/edit';
import { SystemModel } from '../src/lib/core/model';
import { BUILT_IN_SHELF } from '../src/lib/core/shelf';

export const RAIL = readFileSync(new URL('../examples/lean-to-rail.json', import.meta.url), 'utf8');
export const rail = (): Parts => partsIn(readDesignFile(RAIL));

/** A design of a variant with about so many sites, in a yard large enough for it. */
export function grown(variant: Variant, plants: number): Parts {
	const { place } = readDesignFile(RAIL);
	const area = { ...place.areas[0]!, id: 'field', lengthM: 100, widthM: 100, heightM: 3 };
	const system = startSystem(
		{
			...{ name: 'Bench', areaId: 'field', variant, plants, cropId: 'leaf-lettuce' },
			...{ lengthMm: 90_000, depthMm: 90_000, heightMm: 2900 },
			...{ tankId: 'tote-120', pumpId: 'pump-11000' }
		},
		BUILT_IN_SHELF
	);
	return autofix({ ...system, place: { ...place, areas: [area] } }, BUILT_IN_SHELF);
}

/** More along the front until there are about so many sites, on something just as long as they need. */
export function stretch(parts: Parts, plants: number): Parts {
	const stand = parts.design.stands[0]!;
	const { along } = kindOf(stand);
	const { pitchMm = 0, endClearMm = 0, lengthMm } = fieldsOf(stand);
	const now = Number((stand as unknown as Record<string, unknown>)[along]);
	const times = plants / kindOf(stand).slots(stand).length;
	const count = Math.max(1, Math.round(now * times));
	return applyChanges(parts, [
		{ path: `design.stands.0.${along}`, value: count },
		...(lengthMm !== undefined
			? [{ path: 'design.stands.0.lengthMm', value: 2 * endClearMm + (count - 1) * pitchMm }]
			: [])
	]);
}

/** As a kind is built with so many sites; a form stops short of so many in some kinds. */
export const built = (variant: Variant, plants: number): Parts =>
	autofix(stretch(grown(variant, plants), plants), BUILT_IN_SHELF);

/** The rail, towers and slabs that all figures of size are told for. */
export const SIZES: readonly (readonly [name: string, sites: number, parts: () => Parts])[] = [
	['rail', 14, rail],
	['towers', 112, () => built('pipe-tower', 112)],
	['slabs', 300, () => built('slab-gutter', 300)]
];

let turn = 0;
/** A water level never seen before, so that nothing is remembered from the round before. */
export const anotherLevel = ({ record, operation }: Parts): number =>
	Math.min(operation.fillL, record.nowL ?? operation.fillL) * (0.8 + (turn++ % 400) / 4000);

/** A model of which nothing is known. */
export const fresh = (parts: Parts): SystemModel =>
	new SystemModel(
		{ ...parts, record: { ...parts.record, nowL: anotherLevel(parts) } },
		BUILT_IN_SHELF
	);
