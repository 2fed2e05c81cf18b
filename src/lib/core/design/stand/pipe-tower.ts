import { z } from 'zod';
import { pick } from '../../shelf';
import {
	choice,
	count,
	drained,
	head,
	lean,
	heldBy,
	CLIP_SHEET,
	FREE_SHEET,
	part,
	percent,
	returnPipe,
	size,
	USUAL_FIXING,
	volumeMl,
	yesNo
} from './fields';
import {
	oftenFed,
	rowLetter,
	siteId,
	withTank,
	type StandRequest,
	type Slot,
	type StandKind
} from './kind';

/** What round towers have in common, whatever they are made of. */
export const towerFields = {
	towers: count('towers', 1, 24),
	pitchMm: size('tower spacing', 120, 3000),
	outerDiameterMm: size('outer diameter of the pipe', 40, 400),
	wallMm: size('wall of the pipe', 1, 12),
	pipeLengthMm: size('length of the pipe', 200, 4000),
	topClearMm: size('kept clear at the top', 0, 2000),
	bottomClearMm: size('kept clear at the bottom', 0, 2000),
	perRing: count('sites a ring', 1, 12),
	ringPitchMm: size('distance between rings', 40, 1000),
	stagger: yesNo('every other ring turned by half'),
	/** Pieces joined on top of one another; 0: one length. */
	segmentMm: size('length of a segment', 0, 2000),
	opening: choice('opening', { hole: 'drilled hole', cup: 'slit formed into a cup' }),
	holeMm: size('hole for the pot', 20, 150),
	/** The largest thing that must pass it: a net pot's rim, a plug, a cube's corners. */
	passMm: size('largest thing that must pass', 10, 150),
	mediumId: part('medium', 'media'),
	siteMl: volumeMl('medium at a site', 5, 20_000),
	/** What a site's roots and medium catch of the water that falls past. */
	catchPercent: percent('caught of what falls past', 100),
	lowEndHeightMm: size('height of their foot', 0, 2500),
	fallPercent: percent('fall of the collector', 20),
	rimMm: size('rim of the spreader', 5, 400),
	leanMmPerM: lean('lean', 200),
	markFrom: choice('holes marked from', { bottom: 'the lower end', top: 'the upper end' })
};

export const towerLines = {
	rowTubeId: part('header tube', 'tubes', 'feed'),
	riserTubeId: part('riser inside the tower', 'tubes', 'feed'),
	emitterId: part('outlet at the top', 'emitters', 'tower'),
	...returnPipe('bases')
};

/** Round pipes on end, planted around: one length, or segments with joints. */
export const pipeTowerSchema = z.strictObject({
	...head('pipe-tower', 'tower'),
	...drained,
	...towerFields,
	...heldBy,
	...towerLines
});
export type PipeTower = z.infer<typeof pipeTowerSchema>;

/** A tower of a bank by its row and its place along it, each from one. */
export const towerAcross = (tower: number, across: number): string =>
	`${Math.floor(tower / across) + 1}-${(tower % across) + 1}`;

/** Rings that fit a pipe, as the operation counts them. */
export const ringsOf = (
	s: Pick<PipeTower, 'pipeLengthMm' | 'topClearMm' | 'bottomClearMm' | 'ringPitchMm'>
): number =>
	Math.max(
		0,
		Math.floor((s.pipeLengthMm - s.topClearMm - s.bottomClearMm) / s.ringPitchMm + 1e-9) + 1
	);

/**
 * Tower letter, ring number from below, place in the ring: A3b.
 *
 * @param across how many towers stand in each row, where they stand in rows: a tower is then counted along its own
 */
export function ringSlots(
	standId: string,
	towers: number,
	rings: number,
	perRing: number,
	across?: number
): Slot[] {
	const slots: Slot[] = [];
	for (let row = 0; row < towers; row++) {
		const tower = across === undefined ? row + 1 : towerAcross(row, across);
		for (let column = 0; column < rings; column++)
			for (let plant = 0; plant < perRing; plant++) {
				const small = perRing > 1 ? String.fromCharCode(97 + plant) : '';
				const label = `${rowLetter(row)}${column + 1}${small}`;
				slots.push({ id: siteId(standId, tower, column, plant), label, row, column, plant });
			}
	}
	return slots;
}

/** Held by nothing but its foot. */
export const standingFree = { tied: false, baseMm: 0 };
/** And were it clipped to a wall. */
export const unclipped = { clips: 2, ...USUAL_FIXING };

/** Sizes of a tower that holds so many plants of a spread, within a height. */
export function towerFor(ask: StandRequest, spreadMm: number) {
	const pipeLengthMm = Math.max(600, Math.min(1600, ask.heightMm - 500));
	const ringPitchMm = Math.max(110, Math.round((spreadMm * 0.8) / 10) * 10);
	const [topClearMm, bottomClearMm, perRing] = [90, 140, 4];
	const rings = ringsOf({ pipeLengthMm, topClearMm, bottomClearMm, ringPitchMm });
	return {
		towers: Math.max(1, Math.ceil(ask.plants / (rings * perRing))),
		pitchMm: Math.round((110 + 1.6 * spreadMm) / 10) * 10,
		outerDiameterMm: 110,
		wallMm: 3,
		pipeLengthMm,
		topClearMm,
		bottomClearMm,
		perRing,
		ringPitchMm,
		stagger: true,
		segmentMm: 0,
		opening: 'hole' as const,
		holeMm: 54,
		passMm: 50,
		mediumId: 'stone-wool',
		siteMl: 90,
		catchPercent: 35,
		...standingFree,
		lowEndHeightMm: 500,
		fallPercent: 1.5,
		rimMm: 104,
		leanMmPerM: 0,
		markFrom: 'bottom' as const,
		rowTubeId: 'feed-16',
		riserTubeId: 'feed-13',
		emitterId: 'spout-13',
		returnTubeId: 'return-40',
		returnDropMm: 60,
		returnLift: false
	};
}

export const towerSheet = {
	sites: [
		'towers',
		'pitchMm',
		'outerDiameterMm',
		'pipeLengthMm',
		'perRing',
		'ringPitchMm',
		'stagger',
		'topClearMm',
		'bottomClearMm',
		'opening',
		'holeMm',
		'passMm',
		'mediumId',
		'siteMl',
		'segmentMm',
		...FREE_SHEET,
		'markFrom'
	],
	lines: [
		'drainsTo',
		'rowTubeId',
		'riserTubeId',
		'emitterId',
		'rimMm',
		'catchPercent',
		'wallMm',
		'returnTubeId',
		'fallPercent',
		'returnDropMm',
		'returnLift'
	]
} as const;

export const pipeTower: StandKind<PipeTower> = {
	family: 'tower',
	variant: 'pipe-tower',
	title: 'Pipe towers',
	about:
		'Pipes on end over the tank, planted around; water is thrown out at the top and falls down.',
	good: 'many small plants on little floor',
	words: { container: ['tower', 'towers'], outlet: ['spout', 'spouts'], stand: 'towers' },
	feeding: 'pump',
	suits: {
		places: ['indoors', 'balcony', 'greenhouse', 'tent'],
		effort: 2,
		tall: false,
		height: 'tall'
	},
	along: 'towers',
	schema: pipeTowerSchema,
	sheet: {
		sites: [...towerSheet.sites, ...CLIP_SHEET],
		lines: towerSheet.lines
	},
	slots: (stand) => ringSlots(stand.id, stand.towers, ringsOf(stand), stand.perRing),
	start: (ask, shelf) => ({
		id: 'columns',
		family: 'tower',
		variant: 'pipe-tower',
		drainsTo: 'tank',
		name: 'Columns',
		...towerFor(ask, pick(shelf.crops, ask.cropId).spreadMm),
		footing: 'lid',
		...unclipped
	}),
	loop: (plan) => oftenFed(withTank(plan, { spot: 'lid', hatch: true }))
};
