import { z } from 'zod';
import {
	choice,
	count,
	drained,
	head,
	part,
	percent,
	returnPipe,
	size,
	USUAL_FIXING,
	volumeMl,
	wallFixing
} from './fields';
import { ringSlots } from './pipe-tower';
import type { StandKind } from './kind';

const FED = {
	tiers: 'over every tier',
	top: 'over the top tier, which drains to the next'
} as const;

/** Pocket panels that stand on one another on wall brackets, a drip line to each tier or to the top one. */
export const wallModulesSchema = z.strictObject({
	...head('wall-modules', 'tower'),
	...drained,
	perRow: count('panels side by side', 1, 200),
	tiers: count('tiers', 1, 40),
	pitchMm: size('panel width', 150, 1500),
	panelHeightMm: size('panel height', 100, 800),
	panelDepthMm: size('panel depth', 60, 400),
	pockets: count('pockets a panel', 1, 24),
	pocketMl: volumeMl('medium in a pocket', 100, 8000),
	mediumId: part('medium', 'media'),
	lowEndHeightMm: size('height of the lowest tier', 0, 2500),
	fixingsPerTier: count('fixings a tier', 1, 40),
	...wallFixing,
	/** Fed at its top alone, water falls from pocket to pocket. */
	fed: choice('drip lines', FED).default('tiers').meta({ title: 'drip lines', options: FED }),
	rowTubeId: part('drip line of a tier', 'tubes', 'feed'),
	emitterId: part('emitter', 'emitters', 'drip'),
	emittersPerPanel: count('emitters a panel', 1, 8),
	fallPercent: percent('fall of the gutter', 20),
	...returnPipe('panels')
});
export type WallModules = z.infer<typeof wallModulesSchema>;

export const wallModules: StandKind<WallModules> = {
	family: 'tower',
	variant: 'wall-modules',
	title: 'Pocket panels on a wall',
	about: 'Panels of pockets on wall brackets, a drip line over each tier, the tank at their foot.',
	good: 'uses a bare wall',
	words: { container: ['panel', 'panels'], outlet: ['emitter', 'emitters'], stand: 'wall' },
	feeding: 'pump',
	suits: { places: ['wall', 'balcony', 'indoors', 'yard'], effort: 2, tall: false, height: 'tall' },
	along: 'perRow',
	schema: wallModulesSchema,
	sheet: {
		sites: [
			'perRow',
			'tiers',
			'pockets',
			'pitchMm',
			'panelHeightMm',
			'panelDepthMm',
			'pocketMl',
			'mediumId',
			'lowEndHeightMm',
			'fixingsPerTier',
			'fixing',
			'otherFixings',
			'otherFixing'
		],
		lines: [
			'drainsTo',
			'fed',
			'rowTubeId',
			'emitterId',
			'emittersPerPanel',
			'returnTubeId',
			'fallPercent',
			'returnDropMm',
			'returnLift'
		]
	},
	// a panel's letter runs along a tier, its number up the wall
	slots: (stand) => ringSlots(stand.id, stand.perRow, stand.tiers, stand.pockets),
	start: (ask) => {
		const pockets = 3;
		const wide = 480;
		const panels = Math.ceil(ask.plants / pockets);
		const tiers = Math.max(1, Math.min(4, Math.floor((ask.heightMm - 700) / 250), panels));
		return {
			id: 'wall',
			family: 'tower',
			variant: 'wall-modules',
			drainsTo: 'tank',
			fed: 'tiers',
			name: 'Wall',
			perRow: Math.max(1, Math.ceil(panels / tiers)),
			tiers,
			pitchMm: wide,
			panelHeightMm: 240,
			panelDepthMm: 170,
			pockets,
			pocketMl: 1500,
			mediumId: 'coir-perlite',
			lowEndHeightMm: 550,
			fixingsPerTier: 3,
			...USUAL_FIXING,
			rowTubeId: 'feed-13',
			emitterId: 'even-2',
			emittersPerPanel: 3,
			fallPercent: 1.5,
			returnTubeId: 'return-50',
			returnDropMm: 60,
			returnLift: false
		};
	}
};
