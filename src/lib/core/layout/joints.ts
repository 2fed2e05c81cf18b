import type { Joint } from './types';

/** Tubes grip barbs of their own inner size; half a millimetre is within the stretch of warm tube. */
const STRETCH_MM = 0.5;

/** A tube on a barb, or two tubes on a joiner: it fits when the sizes agree. */
export const joint = (
	id: string,
	name: string,
	a: { id: string },
	aMm: number,
	b: { id: string },
	bMm: number,
	count: number,
	adapter: string
): Joint => ({
	id,
	name,
	aPartId: a.id,
	bPartId: b.id,
	aMm,
	bMm,
	fits: Math.abs(aMm - bMm) <= STRETCH_MM,
	needs: Math.abs(aMm - bMm) > STRETCH_MM,
	adapter,
	count
});
