import { z } from 'zod';
import { count, drained, head, part, returnPipe, rowOf, size, stakes, usually } from './fields';
import { fedByStakes } from './pots';
import { fitting, gridSlots, type StandKind } from './kind';

/** Bagged slabs in a falling gutter, several plants a slab, one tube and stake each. */
export const slabGutterSchema = z.strictObject({
	...head('slab-gutter', 'drip'),
	...drained,
	...rowOf('gutter', 'slab'),
	perRow: count('slabs a gutter', 1, 60),
	slabLengthMm: size('length of a slab', 150, 2000),
	slabWidthMm: size('width of a slab', 80, 400),
	slabHeightMm: size('height of a slab', 50, 200),
	plantsPerSlab: count('plants a slab', 1, 6),
	/** Plants come in a block that stands on the slab. */
	blockMm: usually(size('block a plant stands in on the slab (0: none)', 0, 200), 0),
	mediumId: part('medium', 'media'),
	...stakes,
	...returnPipe('gutter')
});
export type SlabGutter = z.infer<typeof slabGutterSchema>;

export const slabGutter: StandKind<SlabGutter> = {
	family: 'drip',
	variant: 'slab-gutter',
	title: 'Slabs in a gutter',
	about: 'Bagged slabs of stone wool or coir in a falling gutter, a stake to every plant.',
	good: 'several plants a slab, clean to change',
	words: { container: ['slab', 'slabs'], outlet: ['stake', 'stakes'], stand: 'gutter' },
	feeding: 'pump',
	suits: { places: ['greenhouse', 'tent', 'indoors'], effort: 2, tall: true, height: 'low' },
	along: 'perRow',
	schema: slabGutterSchema,
	sheet: {
		sites: [
			'rows',
			'perRow',
			'plantsPerSlab',
			'pitchMm',
			'lengthMm',
			'lowEndHeightMm',
			'fallPercent',
			'rowGapMm',
			'endClearMm',
			'slabLengthMm',
			'slabWidthMm',
			'slabHeightMm',
			'blockMm',
			'mediumId'
		],
		lines: [
			'drainsTo',
			'headerTubeId',
			'headerFed',
			'rowTubeId',
			'emitterId',
			'stakeTubeId',
			'stakeTubeMm',
			'feedAboveRimMm',
			'feedFallPercent',
			'returnTubeId',
			'returnDropMm',
			'returnLift'
		]
	},
	slots: (stand) => gridSlots(stand.id, stand.rows, stand.perRow, stand.plantsPerSlab),
	start: (ask) => {
		const plantsPerSlab = Math.min(3, ask.plants);
		const [pitchMm, endClearMm] = [1020, 520];
		const slabs = Math.ceil(ask.plants / plantsPerSlab);
		const perRow = Math.min(slabs, fitting(ask.lengthMm, endClearMm, pitchMm));
		return {
			id: 'gutter',
			family: 'drip',
			variant: 'slab-gutter',
			drainsTo: 'tank',
			name: 'Gutter',
			perRow,
			rows: Math.ceil(slabs / perRow),
			pitchMm,
			rowGapMm: 600,
			endClearMm,
			lengthMm: 2 * endClearMm + (perRow - 1) * pitchMm,
			lowEndHeightMm: 520,
			fallPercent: 1.5,
			slabLengthMm: 1000,
			slabWidthMm: 150,
			slabHeightMm: 75,
			plantsPerSlab,
			blockMm: 0,
			mediumId: 'stone-wool',
			...fedByStakes('stake-fine'),
			returnTubeId: 'return-50',
			returnDropMm: 60,
			returnLift: false
		};
	}
};
