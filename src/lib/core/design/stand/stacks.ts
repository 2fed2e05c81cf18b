import { z } from 'zod';
import { pick } from '../../shelf';
import {
	angle,
	count,
	drained,
	head,
	lean,
	heldBy,
	HELD_SHEET,
	part,
	percent,
	returnPipe,
	size,
	usually,
	volumeMl
} from './fields';
import { ringSlots, standingFree, unclipped } from './pipe-tower';
import { oftenFed, withTank, type StandKind } from './kind';

/** What stacks share: they stand on a lid or bases in a line, with water falling down inside. */
const stack = {
	towers: count('stacks', 1, 12),
	pitchMm: size('stack spacing', 150, 3000),
	mediumId: part('medium', 'media'),
	...heldBy,
	lowEndHeightMm: size('height of their foot', 0, 2500),
	fallPercent: percent('fall of the collector', 20),
	leanMmPerM: lean('lean', 200),
	rowTubeId: part('header tube', 'tubes', 'feed'),
	riserTubeId: part('riser', 'tubes', 'feed'),
	emitterId: part('outlet at the top', 'emitters', 'tower'),
	catchPercent: percent('caught of what falls past', 100),
	...returnPipe('bases')
};
const siteMl = volumeMl('medium at a site', 5, 20_000);
const tail = {
	footing: 'lid' as const,
	...standingFree,
	...unclipped,
	lowEndHeightMm: 450,
	fallPercent: 1.5,
	leanMmPerM: 0,
	rowTubeId: 'feed-13',
	riserTubeId: 'feed-13',
	emitterId: 'spout-13',
	catchPercent: 35,
	returnTubeId: 'return-40',
	returnDropMm: 60,
	returnLift: false
};
const lines = [
	'drainsTo',
	'rowTubeId',
	'riserTubeId',
	'emitterId',
	'catchPercent',
	'returnTubeId',
	'fallPercent',
	'returnDropMm',
	'returnLift'
] as const;
const foot = HELD_SHEET;

/** 45° branches on short pipe pieces, one site each. */
export const branchStackSchema = z.strictObject({
	...head('branch-stack', 'tower'),
	...drained,
	...stack,
	sitesPerStack: count('branches a stack', 1, 24),
	outerDiameterMm: size('outer diameter of the pipe', 40, 160),
	branchMm: size('height of a branch fitting', 80, 400),
	pieceMm: size('pipe piece between branches', 0, 600),
	socketMm: usually(size('depth a pipe goes into a branch', 0, 120), 50),
	turnDeg: angle('turn from branch to branch', 180),
	siteMl
});
export type BranchStack = z.infer<typeof branchStackSchema>;

/** Buckets bolted lid to base, rows of holes round each, perforated lids between. */
export const bucketStackSchema = z.strictObject({
	...head('bucket-stack', 'tower'),
	...drained,
	...stack,
	tiers: count('buckets a stack', 1, 8),
	bucketId: part('bucket', 'buckets'),
	rowsPerBucket: count('rows of holes a bucket', 1, 4),
	perRing: count('holes a row', 2, 12),
	holeMm: size('hole', 20, 120),
	siteMl
});
export type BucketStack = z.infer<typeof bucketStackSchema>;

/** Lobed pots on a centre pipe, each draining into the next. */
export const potStackSchema = z.strictObject({
	...head('pot-stack', 'tower'),
	...drained,
	...stack,
	tiers: count('pots a stack', 1, 14),
	lobes: count('lobes a pot', 3, 8),
	potDiameterMm: size('pot across the lobes', 150, 600),
	potHeightMm: size('height a pot adds', 80, 300),
	potLitresMl: volumeMl('medium in a pot', 500, 15_000),
	drippers: count('drippers at the top', 1, 8)
});
export type PotStack = z.infer<typeof potStackSchema>;

const shared = {
	family: 'tower' as const,
	feeding: 'pump' as const,
	along: 'towers'
};

export const branchStack: StandKind<BranchStack> = {
	...shared,
	variant: 'branch-stack',
	title: 'Stacks of pipe branches',
	about:
		'Branch fittings stacked on short pipes, a plant in each arm; one riser serves two stacks.',
	good: 'fits a narrow strip',
	words: { container: ['stack', 'stacks'], outlet: ['spout', 'spouts'], stand: 'stacks' },
	suits: {
		places: ['balcony', 'indoors', 'wall', 'greenhouse'],
		effort: 2,
		tall: false,
		height: 'tall'
	},
	schema: branchStackSchema,
	sheet: {
		sites: [
			'towers',
			'sitesPerStack',
			'pitchMm',
			'pieceMm',
			'socketMm',
			'branchMm',
			'turnDeg',
			'outerDiameterMm',
			'mediumId',
			'siteMl',
			...foot
		],
		lines
	},
	slots: (stand) => ringSlots(stand.id, stand.towers, stand.sitesPerStack, 1),
	start: (ask, shelf) => {
		const { spreadMm } = pick(shelf.crops, ask.cropId);
		const each = Math.max(110, Math.round((spreadMm * 0.55) / 10) * 10);
		const sites = Math.max(3, Math.min(8, Math.floor((Math.min(2000, ask.heightMm) - 700) / each)));
		const towers = Math.max(1, Math.ceil(ask.plants / sites));
		return {
			id: 'stacks',
			family: 'tower',
			variant: 'branch-stack',
			drainsTo: 'tank',
			name: 'Stacks',
			...tail,
			towers,
			pitchMm: Math.max(220, Math.round(spreadMm / 10) * 10),
			footing: towers > 2 ? 'base' : 'lid',
			sitesPerStack: Math.min(sites, ask.plants),
			outerDiameterMm: 75,
			branchMm: 140,
			pieceMm: Math.max(0, each - 140),
			socketMm: 50,
			turnDeg: 180,
			mediumId: 'clay-small',
			siteMl: 250
		};
	},
	loop: (plan) => oftenFed(withTank(plan, { spot: 'lid', hatch: true }))
};

export const bucketStack: StandKind<BucketStack> = {
	...shared,
	variant: 'bucket-stack',
	title: 'A stack of buckets',
	about: 'Buckets bolted on one another with holes all round; lids lead the water out to the rim.',
	good: 'stout, from buckets you have',
	words: { container: ['stack', 'stacks'], outlet: ['spray head', 'spray heads'], stand: 'stack' },
	suits: { places: ['yard', 'greenhouse', 'balcony'], effort: 2, tall: false, height: 'tall' },
	schema: bucketStackSchema,
	sheet: {
		sites: [
			'towers',
			'tiers',
			'bucketId',
			'rowsPerBucket',
			'perRing',
			'holeMm',
			'pitchMm',
			'mediumId',
			'siteMl',
			...foot
		],
		lines
	},
	slots: (stand) =>
		ringSlots(stand.id, stand.towers, stand.tiers * stand.rowsPerBucket, stand.perRing),
	start: (ask, shelf) => {
		const { spreadMm } = pick(shelf.crops, ask.cropId);
		const perRing = spreadMm > 260 ? 5 : 6;
		const tiers = Math.max(2, Math.min(4, Math.floor((ask.heightMm - 700) / 340)));
		return {
			id: 'stack',
			family: 'tower',
			variant: 'bucket-stack',
			drainsTo: 'tank',
			name: 'Stack',
			...tail,
			emitterId: 'spray',
			riserTubeId: 'feed-6',
			rowTubeId: 'feed-13',
			towers: Math.max(1, Math.ceil(ask.plants / (perRing * tiers))),
			pitchMm: 900,
			tiers,
			bucketId: 'bucket-20',
			rowsPerBucket: 1,
			perRing,
			holeMm: 54,
			mediumId: 'clay-coarse',
			siteMl: 300
		};
	},
	loop: (plan) =>
		oftenFed(withTank(plan, { partId: 'bin-72', shape: null, spot: 'lid', hatch: true }))
};

export const potStack: StandKind<PotStack> = {
	...shared,
	variant: 'pot-stack',
	title: 'Stacked pots',
	about: 'Lobed pots on a centre pipe, drippers into the top one, each draining into the next.',
	good: 'few parts, one medium throughout',
	words: { container: ['pot', 'pots'], outlet: ['dripper', 'drippers'], stand: 'stack' },
	suits: { places: ['yard', 'balcony', 'greenhouse'], effort: 1, tall: false, height: 'tall' },
	schema: potStackSchema,
	sheet: {
		sites: [
			'towers',
			'tiers',
			'lobes',
			'potDiameterMm',
			'potHeightMm',
			'potLitresMl',
			'pitchMm',
			'mediumId',
			...foot
		],
		lines: ['drippers', ...lines]
	},
	slots: (stand) => ringSlots(stand.id, stand.towers, stand.tiers, stand.lobes),
	start: (ask) => {
		const lobes = 4;
		const tiers = Math.max(2, Math.min(6, Math.floor((ask.heightMm - 800) / 170)));
		return {
			id: 'pots',
			family: 'tower',
			variant: 'pot-stack',
			drainsTo: 'tank',
			name: 'Pots',
			...tail,
			towers: Math.max(1, Math.ceil(ask.plants / (lobes * tiers))),
			pitchMm: 700,
			tiers,
			lobes,
			potDiameterMm: 340,
			potHeightMm: 150,
			potLitresMl: 4200,
			drippers: 3,
			emitterId: 'adjustable',
			riserTubeId: 'feed-4',
			catchPercent: 100,
			mediumId: 'coir-perlite',
			tied: true
		};
	},
	loop: (plan) => oftenFed(withTank(plan, { spot: 'lid', hatch: true }))
};
