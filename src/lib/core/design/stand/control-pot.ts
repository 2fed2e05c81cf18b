import { z } from 'zod';
import { count, drainedTo, head, levelRowOf, part, size, stakes, yesNo } from './fields';
import { usualReserve } from '../reserve';
import { fedByStakes, grid } from './pots';
import { gridSlots, type StandKind } from './kind';

/** Pots on one level round a control pot: its pump drips, wide lines bring the water back level. */
export const controlPotSchema = z.strictObject({
	...head('control-pot-ring', 'drip'),
	...drainedTo('tank'),
	...levelRowOf('pots’ floor', 'pot'),
	perRow: count('pots a row', 1, 40),
	bucketId: part('pot', 'buckets'),
	mediumId: part('medium', 'media'),
	rimFreeMm: size('left free under the rim', 0, 200),
	ring: yesNo('the return line is closed to a ring'),
	capped: yesNo('every line end is capped'),
	returnTubeId: part('return line between the pots', 'tubes'),
	...stakes
});
export type ControlPotRing = z.infer<typeof controlPotSchema>;

export const controlPotRing: StandKind<ControlPotRing> = {
	family: 'drip',
	variant: 'control-pot-ring',
	title: 'Pots round a control pot',
	about:
		'A float in a control pot sets the level for all; its pump drips, wide lines bring it back.',
	good: 'small pots kept full by a large reserve',
	words: { container: ['pot', 'pots'], outlet: ['dripper', 'drippers'], stand: 'ring' },
	feeding: 'pump',
	suits: { places: ['yard', 'greenhouse', 'balcony'], effort: 2, tall: true, height: 'low' },
	along: 'perRow',
	schema: controlPotSchema,
	sheet: {
		sites: [
			'rows',
			'perRow',
			'pitchMm',
			'rowGapMm',
			'bucketId',
			'mediumId',
			'rimFreeMm',
			'lowEndHeightMm',
			'lengthMm',
			'endClearMm'
		],
		lines: [
			'headerTubeId',
			'headerFed',
			'rowTubeId',
			'emitterId',
			'stakeTubeId',
			'stakeTubeMm',
			'feedAboveRimMm',
			'feedFallPercent',
			'returnTubeId',
			'ring',
			'capped'
		]
	},
	slots: (stand) => gridSlots(stand.id, stand.rows, stand.perRow),
	start: (ask) => ({
		id: 'ring',
		family: 'drip',
		variant: 'control-pot-ring',
		drainsTo: 'tank',
		name: 'Ring',
		...grid(ask, 460, 200, 2),
		lowEndHeightMm: 0,
		bucketId: ask.bucketId ?? 'bucket-20',
		mediumId: 'clay-coarse',
		rimFreeMm: 25,
		ring: true,
		capped: true,
		returnTubeId: 'return-32',
		...fedByStakes('stake-coarse')
	}),
	loop: ({ design, operation }) => ({
		design: {
			...design,
			tank: { ...design.tank, partId: 'control-pot', shape: null, spot: 'beside', floorMm: 0 },
			reserve: usualReserve(100)
		},
		operation: { ...operation, fillL: 7, topUp: { kind: 'float', with: 'solution' } }
	})
};
