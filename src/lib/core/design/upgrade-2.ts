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

/** Nobody had said what it stood on: high enough that it ran. */
const RAISED_MM = 600;

/** A reserve that was a number of litres, as an upright vessel of just that many. */
function reserveFrom(litres: number): Old {
	const heightMm = litres > 250 ? 1000 : 700;
	const across = Math.sqrt((litres * 4e6) / (Math.PI * heightMm));
	return {
		partId: litres > 250 ? 'cage-1000' : litres > 150 ? 'barrel-200' : 'butt-120',
		shape: { kind: 'round', bottomDiameterMm: across, topDiameterMm: across, heightMm },
		count: 1,
		floorMm: RAISED_MM,
		outletMm: 0,
		hoseTubeId: 'feed-13',
		valveId: 'float-valve',
		at: null
	};
}

/**
 * A header was of the rows' tube, and the main came to its end; channels on a wall had a fixing each, twice;
 * a bank stood on bases whatever was written.
 */
function standFrom(stand: unknown): unknown {
	if (!isObject(stand)) return stand;
	if ('feedAboveRimMm' in stand)
		return { headerTubeId: stand.rowTubeId, headerFed: 'end', ...stand };
	if (stand.variant === 'channels' && typeof stand.perRow === 'number')
		return { fixingsPerTier: Math.max(2, stand.perRow), ...stand };
	// one that says how wide its base is is not of version 2
	return stand.variant === 'tower-bank' && !('baseMm' in stand)
		? { ...stand, footing: 'base' }
		: stand;
}

/** A design of version 2 in version 3. */
export function upgradeDesign2(old: unknown): unknown {
	if (!isObject(old)) return old;
	const { reserve, stands } = old;
	const held = isObject(reserve) && typeof reserve.volumeL === 'number';
	return {
		...old,
		...(Array.isArray(stands) && { stands: stands.map(standFrom) }),
		...(held && { reserve: reserveFrom(reserve.volumeL as number) })
	};
}

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
