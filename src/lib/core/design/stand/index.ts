import { z } from 'zod';
import { bucketBench, bucketBenchSchema, bucketRows, bucketRowsSchema } from './bucket-bench';
import type { StandKind } from './kind';
import { pipeTower, pipeTowerSchema } from './pipe-tower';

export type { BucketBench, BucketRows } from './bucket-bench';
export type { PipeTower } from './pipe-tower';
export * from './kind';

const SCHEMAS = [bucketBenchSchema, bucketRowsSchema, pipeTowerSchema] as const;

/** One variant a schema; a new one is a line here and one in KINDS. */
export const standSchema = z.discriminatedUnion('variant', SCHEMAS, {
	error: () =>
		`variant must be one of ${SCHEMAS.map((schema) => schema.shape.variant.value).join(', ')}`
});
export type Stand = z.infer<typeof standSchema>;
export type Variant = Stand['variant'];
export type StandOf<V extends Variant> = Extract<Stand, { variant: V }>;

/** Every variant there is, in the order they are offered. */
export const KINDS: { [V in Variant]: StandKind<StandOf<V>> } = {
	'bucket-bench': bucketBench,
	'bucket-rows': bucketRows,
	'pipe-tower': pipeTower
};
export const VARIANTS = Object.keys(KINDS) as Variant[];

/** The kind of a stand, for what does not depend on which variant it is. */
export const kindOf = (stand: Pick<Stand, 'variant'>): StandKind<Stand> =>
	KINDS[stand.variant] as unknown as StandKind<Stand>;

/** The shared vocabulary: what findings, grips and lists may find on a stand, whatever its variant. */
export interface Vocabulary {
	lengthMm: number;
	lowEndHeightMm: number;
	fallPercent: number;
	endClearMm: number;
	pitchMm: number;
	perRow: number;
	rows: number;
	rowGapMm: number;
	mediumId: string;
	bucketId: string;
	elbowId: string;
	strainers: boolean;
	rowTubeId: string;
	feedFallPercent: number;
	feedAboveRimMm: number;
	emitterId: string;
	returnTubeId: string;
	returnLift: boolean;
	shutRows: number[];
	leanMmPerM: number;
}

/** A stand by the shared vocabulary; what its variant does not have is undefined. */
export const fieldsOf = (stand: Stand): Partial<Vocabulary> => stand;
