import { litresAt, type Bucket, type Medium } from '../shelf';
import { taperFront } from './outline';
import type { Container, Point } from './types';

/** Medium, pool and wet mass of one bucket as it is filled, without its plant. */
export function fillBucket(
	stand: { rimFreeMm: number; poolMm: number },
	bucket: Bucket,
	medium: Medium
): { fillMm: number; mediumL: number; poolL: number; massKg: number } {
	const fillMm = Math.max(10, bucket.heightMm - stand.rimFreeMm);
	const { bottomDiameterMm, topDiameterMm, heightMm } = bucket;
	const shape = { kind: 'round' as const, bottomDiameterMm, topDiameterMm, heightMm };
	const mediumL = litresAt(shape, fillMm);
	const poolL = litresAt(shape, Math.min(stand.poolMm, fillMm)) * medium.airFraction;
	return { fillMm, mediumL, poolL, massKg: bucket.emptyKg + mediumL * medium.wetKgL + poolL };
}

/** A round pot as it stands somewhere, with its medium and its pool. */
export function potAt(
	at: Point,
	name: Pick<Container, 'id' | 'label' | 'row' | 'column'>,
	bucket: Bucket,
	filled: ReturnType<typeof fillBucket>,
	poolMm: number
): Omit<Container, 'standId' | 'siteIds' | 'inner'> {
	const pool = Math.min(poolMm, filled.fillMm);
	return {
		xM: at.xM,
		yM: at.yM,
		zM: at.zM,
		...name,
		form: 'pot',
		front: taperFront(at, bucket),
		mediumFront: taperFront(at, bucket, pool, filled.fillMm),
		poolFront: pool > 0 ? taperFront(at, bucket, 0, pool) : [],
		above: [],
		radiusM: bucket.topDiameterMm / 2000,
		heightMm: bucket.heightMm,
		fillMm: filled.fillMm,
		poolMm: pool,
		mediumL: filled.mediumL,
		poolL: filled.poolL,
		massKg: filled.massKg
	};
}

/** Where one of several plants of a round vessel grows, from its middle: two side by side, more in a ring. */
export function besideOthers(
	plant: number,
	plants: number,
	{ topDiameterMm }: Pick<Bucket, 'topDiameterMm'>
): { xM: number; yM: number } {
	if (plants === 1) return { xM: 0, yM: 0 };
	const outM = topDiameterMm / 4400;
	// the first at the left, so that the front shows all of two
	const turn = Math.PI - (2 * Math.PI * plant) / plants;
	const y = outM * Math.sin(turn);
	return { xM: outM * Math.cos(turn), yM: Math.abs(y) < 1e-9 ? 0 : y };
}
