import { z } from 'zod';
import { pick } from '../../shelf';
import {
	choice,
	count,
	drained,
	head,
	part,
	returnPipe,
	rowOf,
	size,
	stakes,
	usually,
	yesNo
} from './fields';
import { fitting, gridSlots, withTank, type StandRequest, type StandKind } from './kind';

/** A grid of pots in a tray over or beside the tank. */
export const potsOnTankSchema = z.strictObject({
	...head('pots-on-tank', 'drip'),
	...drained,
	...rowOf('tray', 'pot'),
	perRow: count('pots a row', 1, 60),
	plantsPerPot: usually(count('plants a pot', 1, 6), 1),
	bucketId: part('pot', 'buckets'),
	mediumId: part('medium', 'media'),
	rimFreeMm: size('left free under the rim', 0, 200),
	fleece: yesNo('fleece at the bottom, to hold fine medium'),
	manifold: choice('manifold', {
		comb: 'comb: rows from a header',
		ring: 'ring: rows joined at the far end'
	}),
	emittersPerPot: count('stakes a pot', 1, 4),
	...stakes,
	...returnPipe('tray')
});
export type PotsOnTank = z.infer<typeof potsOnTankSchema>;

export const potsOnTank: StandKind<PotsOnTank> = {
	family: 'drip',
	variant: 'pots-on-tank',
	title: 'Pots on a tank',
	about: 'A grid of pots in a tray over or beside the tank, a stake or more in each.',
	good: 'compact and quick to build',
	words: { container: ['pot', 'pots'], outlet: ['stake', 'stakes'], stand: 'tray' },
	feeding: 'pump',
	suits: {
		places: ['indoors', 'tent', 'greenhouse', 'balcony'],
		effort: 1,
		tall: true,
		height: 'low'
	},
	along: 'perRow',
	schema: potsOnTankSchema,
	sheet: {
		sites: [
			'rows',
			'perRow',
			'plantsPerPot',
			'pitchMm',
			'rowGapMm',
			'bucketId',
			'mediumId',
			'rimFreeMm',
			'fleece',
			'lengthMm',
			'lowEndHeightMm',
			'fallPercent',
			'endClearMm'
		],
		lines: [
			'drainsTo',
			'manifold',
			'headerTubeId',
			'headerFed',
			'rowTubeId',
			'emitterId',
			'emittersPerPot',
			'stakeTubeId',
			'stakeTubeMm',
			'feedAboveRimMm',
			'feedFallPercent',
			'returnTubeId',
			'returnDropMm',
			'returnLift'
		]
	},
	slots: (stand) => gridSlots(stand.id, stand.rows, stand.perRow, stand.plantsPerPot),
	start: (ask, shelf) => {
		const pitchMm = Math.max(
			280,
			Math.round((pick(shelf.crops, ask.cropId).spreadMm * 0.8) / 10) * 10
		);
		return {
			id: 'table',
			family: 'drip',
			variant: 'pots-on-tank',
			drainsTo: 'tank',
			name: 'Table',
			...grid(ask, pitchMm, 170),
			plantsPerPot: 1,
			lowEndHeightMm: 480,
			fallPercent: 1.5,
			bucketId: ask.bucketId ?? 'pot-7',
			mediumId: 'coir-perlite',
			rimFreeMm: 25,
			fleece: true,
			manifold: 'comb',
			emittersPerPot: 1,
			...fedByStakes('stake-fine'),
			returnTubeId: 'return-40',
			returnDropMm: 60,
			returnLift: false
		};
	},
	loop: (plan) => withTank(plan, { spot: 'under' })
};

/** About square, but no more rows than a hand reaches over, and no longer than there is room for. */
export function grid(ask: StandRequest, pitchMm: number, endClearMm: number, deepest = 3) {
	const most = fitting(ask.lengthMm, endClearMm, pitchMm);
	const wanted = Math.max(Math.ceil(Math.sqrt(ask.plants)), Math.ceil(ask.plants / deepest));
	const perRow = Math.min(most, wanted);
	return {
		perRow,
		rows: Math.ceil(ask.plants / perRow),
		pitchMm,
		rowGapMm: pitchMm,
		endClearMm,
		lengthMm: Math.max(200, 2 * endClearMm + (perRow - 1) * pitchMm)
	};
}

/** Usual figures of rows with a stake at each plant. */
export const fedByStakes = (emitterId: string) => ({
	headerTubeId: 'feed-13',
	headerFed: 'middle' as const,
	rowTubeId: 'feed-13',
	feedFallPercent: 1,
	feedAboveRimMm: 50,
	emitterId,
	stakeTubeId: 'feed-4',
	stakeTubeMm: 400
});
