import { rowLetter, type Slot, type Stand } from '../design';
import { pick } from '../shelf';
import { LID_M, type Footing } from './footing';
import { rect } from './outline';
import { takes, type StandPiece } from './stand-piece';
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

/** Under the lid, or beside the bowls at their foot. */
export const headerZ = (stand: { footing: 'lid' | 'base' }, { feet }: Footing): number =>
	stand.footing === 'lid'
		? feet[0]!.zM - LID_M - 0.03
		: Math.max(...feet.map((foot) => foot.zM)) + 0.02;

/** A row of stacks as a stand: where it stands, what the wind finds of it, or what it is tied to. */
export function finish(
	builder: StandBuilder<Stand>,
	standing: Footing,
	size: { widthM: number; heightM: number },
	parts: StandPiece['stand']['parts'],
	tied = false
): StandPiece {
	const baseM = standing.feet[0]!.zM;
	return builder.done({
		lowEndM: { xM: standing.startXM, yM: builder.anchor.startYM, zM: baseM },
		lengthM: standing.lengthM,
		depthM: standing.depthM,
		frameKg: 0,
		stance: tied
			? { kind: 'floor' }
			: freeStance(builder, standing.edgeM, { ...size, baseM, count: standing.feet.length }),
		view: 'sides',
		parts: tied ? [...parts, takes('tie', 'Tie to a post or wall', standing.feet.length)] : parts
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
	const tube = pick(builder.shelf.tubes, stand.riserTubeId);
	const header = pick(builder.shelf.tubes, stand.rowTubeId);
	const emitter = pick(builder.shelf.emitters, stand.emitterId);
	builder.mainJoint('main to header', stand.rowTubeId);
	builder.joint(
		'header-riser',
		'header to riser',
		{ part: header, mm: header.innerDiameterMm },
		{ part: tube, mm: tube.innerDiameterMm },
		count,
		`${header.nominalMm}–${tube.nominalMm} mm reducing elbow`
	);
	builder.joint(
		'riser-outlet',
		'riser to the outlet at the top',
		{ part: tube, mm: tube.innerDiameterMm },
		{ part: emitter, mm: emitter.barbMm },
		count,
		`${tube.nominalMm}–${emitter.barbMm} mm reducer`
	);
}
