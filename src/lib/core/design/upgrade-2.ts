import { AREA_KIND, AREA_KINDS, type AreaKind } from './area-kinds';

/**
 * Version 2 of the document to version 3: a place has several waters, an area a cover, doors and points, and a
 * reserve is a vessel that stands somewhere. What is not as version 2 wrote it goes through as it is, for the
 * schemas to name.
 */

type Old = Record<string, unknown>;
const isObject = (value: unknown): value is Old =>
	typeof value === 'object' && value !== null && !Array.isArray(value);

const coverOf = (area: Old): string =>
	AREA_KINDS.includes(area.kind as AreaKind) ? AREA_KIND[area.kind as AreaKind].cover : 'sky';

const areaFrom = (area: unknown): unknown =>
	isObject(area) ? { cover: coverOf(area), doors: [], points: [], ...area } : area;

/** A place of version 2 in version 3. */
export function upgradePlace2(old: Old): Old {
	const { water, ...rest } = old;
	return {
		...rest,
		schemaVersion: 3,
		...(water !== undefined && {
			waters: [isObject(water) ? { id: 'tap', name: 'Tap', ...water } : water]
		}),
		areas: Array.isArray(old.areas) ? old.areas.map(areaFrom) : old.areas
	};
}
