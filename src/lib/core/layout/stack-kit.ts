import { rowLetter, type Slot, type Stand } from '../design';
import { LID_M, type Footing, type StandingTowers } from './footing';
import { holding } from './holding';
import { rect } from './outline';
import type { StandPiece } from './stand-piece';
import { freeStance } from './tower-kit';
import type { Container, Point } from './types';
import { StandBuilder } from './stand-builder';

/** Lines of sites one above the other, by their place in a ring, the highest first. */
export function linesBy(slots: readonly Slot[], key: (slot: Slot) => number): string[][] {
	const lines = new Map<number, Slot[]>();
	for (const slot of slots) lines.set(key(slot), [...(lines.get(key(slot)) ?? []), slot]);
	return [...lines.entries()]
		.sort(([a], [b]) => a - b)
		.map(([, line]) => line.sort((a, b) => b.column - a.column).map((slot) => slot.id));
}

/** Header over the towers that hang from it, m. */
const OVER_M = 0.06;

/** Under the lid, beside the bowls at their foot, or over the towers that hang. */
export function headerZ(
	{ footing }: Pick<StandingTowers, 'footing'>,
	{ feet }: Footing,
	heightM: number
): number {
	const [first] = feet;
	if (footing === 'lid') return first!.zM - LID_M - 0.03;
	if (footing === 'hung' || footing === 'wall') return first!.zM + heightM + OVER_M;
	return Math.max(...feet.map((foot) => foot.zM)) + 0.02;
}

/** A row of stacks as a stand: what holds it, and what the wind or the wall has of that. */
export function finish(
	builder: StandBuilder<Stand>,
	standing: Footing,
	size: { widthM: number; heightM: number },
	parts: StandPiece['stand']['parts'],
	stand: StandingTowers
): StandPiece {
	const baseM = standing.feet[0]!.zM;
	const held = holding(builder, stand, standing, size);
	builder.piece.solids.push(...held.solids);
	return builder.done({
		lowEndM: { xM: standing.startXM, yM: builder.anchor.startYM, zM: baseM },
		lengthM: standing.lengthM,
		depthM: standing.depthM,
		frameKg: held.frameKg,
		stance:
			held.stance ??
			freeStance(builder, standing.edgeM, { ...size, baseM, count: standing.feet.length }),
		view: 'sides',
		parts: [...parts, ...held.parts]
	});
}

/** The body of a stack: what holds its sites and drains as one. */
export function body(
	builder: StandBuilder<Stand>,
	foot: Point,
	i: number,
	widthM: number,
	heightM: number,
	mediumL: number,
	massKg: number
): Container {
	const label = rowLetter(i);
	return builder.container({
		xM: foot.xM,
		yM: foot.yM,
		zM: foot.zM,
		id: builder.id(label),
		form: 'tower',
		label,
		row: i,
		column: 0,
		front: rect(foot.xM - widthM / 2, foot.xM + widthM / 2, foot.zM, foot.zM + heightM),
		mediumFront: [],
		poolFront: [],
		above: [],
		radiusM: widthM / 2,
		heightMm: heightM * 1000,
		fillMm: 0,
		poolMm: 0,
		mediumL,
		poolL: 0,
		massKg
	});
}

/** Main, header, riser and outlet of towers of any make. */
export function outletJoints(
	builder: StandBuilder<Stand>,
	stand: { rowTubeId: string; riserTubeId: string; emitterId: string },
	count: number
): void {
	const { rowTubeId, riserTubeId, emitterId } = stand;
	builder.mainJoint('main to header', rowTubeId);
	builder.tubeJoint(
		'header-riser',
		'header to riser',
		rowTubeId,
		riserTubeId,
		count,
		'reducing elbow'
	);
	builder.emitterJoint(
		'riser-outlet',
		'riser to the outlet at the top',
		riserTubeId,
		emitterId,
		count,
		'reducer'
	);
}
