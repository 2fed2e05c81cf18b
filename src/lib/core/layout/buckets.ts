import { bucketSites, rowLetter, type BucketBench, type Design } from '../design';
import { CANOPY_SHARE, litresAt, pick, type Bucket, type Medium, type Shelf } from '../shelf';
import type { BenchFrame } from './bench-frame';
import type { Container, Site } from './types';

/** Medium, pool and wet mass of one bucket as it is filled, without its plant. */
export function fillBucket(
	stand: Pick<BucketBench, 'rimFreeMm' | 'poolMm'>,
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

/** Buckets where the frame puts them, each with its medium, its pool and its plants. */
export function plantedBuckets(
	stand: BucketBench,
	design: Design,
	shelf: Shelf,
	frame: BenchFrame
) {
	const bucket = pick(shelf.buckets, stand.bucketId);
	const medium = pick(shelf.media, stand.mediumId);
	const filled = fillBucket(stand, bucket, medium);
	const { fillMm, mediumL, poolL } = filled;
	const containers = new Map<string, Container>();
	const sites: Site[] = [];
	for (const site of bucketSites(stand, frame.xs.length)) {
		const label = `${rowLetter(site.row)}${site.column + 1}`;
		const id = `${stand.id}.${label}`;
		const at = {
			xM: frame.xs[site.column]!,
			yM: frame.ys[site.row]!,
			zM: frame.baseM[site.column]!
		};
		const plant = design.plants[site.id];
		const crop = plant && pick(shelf.crops, plant.cropId);
		let container = containers.get(id);
		if (!container) {
			const { bottomDiameterMm, topDiameterMm, heightMm } = bucket;
			const { massKg } = filled;
			container = {
				...at,
				id,
				standId: stand.id,
				label,
				row: site.row,
				column: site.column,
				bottomDiameterMm,
				topDiameterMm,
				heightMm,
				fillMm,
				poolMm: Math.min(stand.poolMm, fillMm),
				mediumL,
				poolL,
				siteIds: [],
				massKg
			};
			containers.set(id, container);
		}
		container.siteIds.push(site.id);
		const grown = plant ? CANOPY_SHARE[plant.stage] : 0;
		container.massKg += (crop?.massKg ?? 0) * grown;
		const aside =
			stand.plantsPerBucket > 1 ? ((site.plant - 0.5) * bucket.topDiameterMm) / 2200 : 0;
		sites.push({
			xM: at.xM + aside,
			yM: at.yM,
			zM: at.zM + fillMm / 1000,
			id: site.id,
			standId: stand.id,
			label: site.label,
			row: site.row,
			column: site.column,
			containerId: id,
			cropId: crop?.id ?? null,
			stage: plant?.stage ?? null,
			mediumId: medium.id,
			mediumL: mediumL / stand.plantsPerBucket,
			// canopy is an area, so spread goes with its root
			spreadMm: (crop?.spreadMm ?? 0) * Math.sqrt(grown),
			matureSpreadMm: crop?.spreadMm ?? 0
		});
	}
	return { containers: [...containers.values()], sites };
}
