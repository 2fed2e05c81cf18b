import { z } from 'zod';
import {
	choice,
	count,
	drainedTo,
	head,
	lean,
	levelRowOf,
	part,
	size,
	usually,
	yesNo
} from './fields';
import { grid } from './pots';
import { gridSlots, type StandKind } from './kind';
import type { Loop } from '../loop';

/** What a valve keeps: a depth, filled to, drunk dry, filled again. */
const kept = {
	depthMm: size('depth the valve is set to', 5, 200),
	/** Out of level: what one end stands higher than the other. */
	leanMmPerM: lean('floor out of level', 100),
	rowTubeId: part('hose', 'tubes', 'feed'),
	emitterId: part('valve', 'emitters', 'valve'),
	established: yesNo('roots are down, the valve is open')
};

/** One valve, one level in many pots joined by a hose. */
export const valvePotsSchema = z.strictObject({
	...head('valve-pots', 'float-valved'),
	...drainedTo('stays'),
	...levelRowOf('bench', 'pot'),
	perRow: count('pots a row', 1, 40),
	bucketId: part('pot', 'buckets'),
	mediumId: part('medium', 'media'),
	rimFreeMm: size('left free under the rim', 0, 200),
	hose: choice('how the hose runs', {
		comb: 'comb: a branch to each row',
		ring: 'ring: closed at the far end'
	}),
	/** How far a pot's floor stands over the level, mm, by its row and column as in `2/3`; 0 where not measured. */
	floorsMm: z.record(z.string().max(20), size('floor of a pot over the level', -200, 200)),
	...kept
});
export type ValvePots = z.infer<typeof valvePotsSchema>;

/** A valve in every tray of one or more pots. */
export const valveTraysSchema = z.strictObject({
	...head('valve-trays', 'float-valved'),
	...drainedTo('stays'),
	...levelRowOf('bench', 'tray'),
	perRow: count('trays a row', 1, 40),
	potsPerTray: count('pots a tray', 1, 6),
	trayLengthMm: size('length of a tray', 150, 2000),
	trayWidthMm: size('width of a tray', 150, 1200),
	trayHeightMm: size('height of a tray', 30, 300),
	bucketId: part('pot', 'buckets'),
	mediumId: part('medium', 'media'),
	rimFreeMm: size('left free under the rim', 0, 200),
	/** Pots stand on a bed of another medium, which their roots grow into and water climbs through. */
	bedMm: usually(size('bed under the pots (0: none)', 0, 150), 0),
	bedMediumId: usually(part('medium of the bed', 'media'), 'perlite-coarse'),
	flushTap: yesNo('flush tap at the far end'),
	strainer: yesNo('strainer in the tank'),
	rootDisc: yesNo('disc that keeps roots out of the valve'),
	...kept
});
export type ValveTrays = z.infer<typeof valveTraysSchema>;

/** A tank that stands over the trays, and no pump. */
const byGravity = ({ design, operation }: Loop): Loop => ({
	design: {
		...design,
		tank: { ...design.tank, spot: 'beside', floorMm: 550 },
		source: { kind: 'gravity' },
		lines: { ...design.lines, mainTubeId: 'feed-13', filter: true, checkValve: false }
	},
	operation: { ...operation, topUp: { kind: 'hand', everyDays: 7, with: 'solution' } }
});

export const valvePots: StandKind<ValvePots> = {
	family: 'float-valved',
	variant: 'valve-pots',
	title: 'Pots on one valve',
	about:
		'One valve keeps one level in many pots by a common hose: filled, drunk dry, filled again.',
	good: 'no power, one valve for all',
	words: { container: ['pot', 'pots'], outlet: ['valve', 'valves'], stand: 'bench' },
	feeding: 'valve',
	suits: { places: ['yard', 'greenhouse', 'balcony'], effort: 1, tall: true, height: 'low' },
	along: 'perRow',
	schema: valvePotsSchema,
	sheet: {
		sites: [
			'rows',
			'perRow',
			'pitchMm',
			'rowGapMm',
			'bucketId',
			'mediumId',
			'rimFreeMm',
			'depthMm',
			'lowEndHeightMm',
			'lengthMm',
			'endClearMm',
			'leanMmPerM',
			'established'
		],
		lines: ['emitterId', 'rowTubeId', 'hose']
	},
	slots: (stand) => gridSlots(stand.id, stand.rows, stand.perRow),
	start: (ask) => ({
		id: 'pots',
		family: 'float-valved',
		variant: 'valve-pots',
		drainsTo: 'stays',
		name: 'Pots',
		...grid(ask, 420, 200, 2),
		lowEndHeightMm: 60,
		bucketId: ask.bucketId ?? 'bucket-15',
		mediumId: 'compost-perlite',
		rimFreeMm: 25,
		hose: 'comb',
		floorsMm: {},
		depthMm: 22,
		leanMmPerM: 0,
		rowTubeId: 'feed-13',
		emitterId: 'float-valve',
		established: true
	}),
	loop: byGravity
};

export const valveTrays: StandKind<ValveTrays> = {
	family: 'float-valved',
	variant: 'valve-trays',
	title: 'Trays with valves',
	about: 'A valve in every tray lets water in as it is drunk, by gravity, with no power at all.',
	good: 'no power, looks after itself for weeks',
	words: { container: ['tray', 'trays'], outlet: ['valve', 'valves'], stand: 'bench' },
	feeding: 'valve',
	suits: {
		places: ['greenhouse', 'yard', 'balcony', 'indoors'],
		effort: 1,
		tall: true,
		height: 'low'
	},
	along: 'perRow',
	schema: valveTraysSchema,
	sheet: {
		sites: [
			'rows',
			'perRow',
			'potsPerTray',
			'pitchMm',
			'rowGapMm',
			'trayLengthMm',
			'trayWidthMm',
			'trayHeightMm',
			'bucketId',
			'mediumId',
			'rimFreeMm',
			'bedMm',
			'bedMediumId',
			'depthMm',
			'lowEndHeightMm',
			'lengthMm',
			'endClearMm',
			'leanMmPerM',
			'established'
		],
		lines: ['emitterId', 'rowTubeId', 'flushTap', 'strainer', 'rootDisc']
	},
	slots: (stand) => gridSlots(stand.id, stand.rows, stand.perRow, stand.potsPerTray),
	start: (ask) => {
		const potsPerTray = Math.min(2, ask.plants);
		return {
			id: 'trays',
			family: 'float-valved',
			variant: 'valve-trays',
			drainsTo: 'stays',
			name: 'Trays',
			...grid({ ...ask, plants: Math.ceil(ask.plants / potsPerTray) }, 640, 310, 2),
			rowGapMm: 420,
			lowEndHeightMm: 80,
			potsPerTray,
			trayLengthMm: 600,
			trayWidthMm: 350,
			trayHeightMm: 80,
			bucketId: 'pot-9',
			mediumId: 'compost-perlite',
			rimFreeMm: 25,
			bedMm: 0,
			bedMediumId: 'perlite-coarse',
			flushTap: true,
			strainer: true,
			rootDisc: true,
			depthMm: 22,
			leanMmPerM: 0,
			rowTubeId: 'feed-9.5',
			emitterId: 'float-valve-small',
			established: true
		};
	},
	loop: byGravity
};
