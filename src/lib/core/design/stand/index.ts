import { z } from 'zod';
import { bucketBench, bucketBenchSchema, bucketRows, bucketRowsSchema } from './bucket-bench';
import { channels, channelsSchema } from './channels';
import { controlPotRing, controlPotSchema } from './control-pot';
import type { StandKind } from './kind';
import { pipeTower, pipeTowerSchema } from './pipe-tower';
import { potsOnTank, potsOnTankSchema } from './pots';
import { singleBucket, singleBucketSchema } from './single-bucket';
import { slabGutter, slabGutterSchema } from './slab-gutter';
import {
	branchStack,
	branchStackSchema,
	bucketStack,
	bucketStackSchema,
	potStack,
	potStackSchema
} from './stacks';
import { towerBank, towerBankSchema } from './tower-bank';
import { valvePots, valvePotsSchema, valveTrays, valveTraysSchema } from './valves';
import { wallModules, wallModulesSchema } from './wall-modules';

export type { BucketBench, BucketRows } from './bucket-bench';
export { plantsAlong, type Channels } from './channels';
export type { ControlPotRing } from './control-pot';
export { towerAcross, type PipeTower } from './pipe-tower';
export type { PotsOnTank } from './pots';
export type { SingleBucket } from './single-bucket';
export type { SlabGutter } from './slab-gutter';
export type { BranchStack, BucketStack, PotStack } from './stacks';
export type { TowerBank } from './tower-bank';
export type { ValvePots, ValveTrays } from './valves';
export type { WallModules } from './wall-modules';
export { isAsked } from './asked';
export type { FootingKind } from './fields';
export * from './kind';

const SCHEMAS = [
	bucketBenchSchema,
	bucketRowsSchema,
	potsOnTankSchema,
	singleBucketSchema,
	slabGutterSchema,
	controlPotSchema,
	pipeTowerSchema,
	branchStackSchema,
	bucketStackSchema,
	potStackSchema,
	channelsSchema,
	wallModulesSchema,
	towerBankSchema,
	valvePotsSchema,
	valveTraysSchema
] as const;

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
	'pots-on-tank': potsOnTank,
	'single-bucket': singleBucket,
	'slab-gutter': slabGutter,
	'control-pot-ring': controlPotRing,
	'pipe-tower': pipeTower,
	'branch-stack': branchStack,
	'bucket-stack': bucketStack,
	'pot-stack': potStack,
	channels,
	'wall-modules': wallModules,
	'tower-bank': towerBank,
	'valve-pots': valvePots,
	'valve-trays': valveTrays
};
export const VARIANTS = Object.keys(KINDS) as Variant[];

/** The kind of a stand, for what does not depend on which variant it is. */
export const kindOf = (stand: Pick<Stand, 'variant'>): StandKind<Stand> =>
	KINDS[stand.variant] as unknown as StandKind<Stand>;

/** Whether what a stand does not drink comes back to the tank. */
export const comesBack = (stand: Stand): boolean => stand.drainsTo === 'tank';

/** The shared vocabulary: what findings, grips and lists may find on a stand, whatever its variant. */
export interface Vocabulary {
	drainsTo: 'tank' | 'waste' | 'stays';
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
	headerTubeId: string;
	headerFed: 'end' | 'middle';
	rowTubeId: string;
	stakeTubeId: string;
	riserTubeId: string;
	feedFallPercent: number;
	feedAboveRimMm: number;
	emitterId: string;
	returnTubeId: string;
	returnLift: boolean;
	leanMmPerM: number;
}

/** A stand by the shared vocabulary; what its variant does not have is undefined. */
export const fieldsOf = (stand: Stand): Partial<Vocabulary> => stand;

/** How many a stand has of what makes it longer along the front. */
export const countAlong = (stand: Stand): number =>
	Number((stand as unknown as Record<string, unknown>)[kindOf(stand).along]);
