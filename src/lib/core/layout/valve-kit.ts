import type { Stand, ValvePots, ValveTrays } from '../design';
import { type EmitterLaw } from '../shelf';
import { rect } from './outline';
import { deckAbove, type RowFrame } from './row-frame';
import type { Anchor } from './stand-piece';
import type { LevelFillBasis, Solid } from './types';
import { StandBuilder } from './stand-builder';

/** A valve as level-fill takes it. */
export const valveOf = (law: EmitterLaw): LevelFillBasis['valve'] =>
	law.kind === 'orifice'
		? { nominalFlowLph: law.nominalFlowLph, nominalHeadM: law.nominalHeadM }
		: { nominalFlowLph: 120, nominalHeadM: 1 };

/** The main on the hose that feeds the valves. */
export function hoseJoint(builder: StandBuilder<Stand>, stand: ValvePots | ValveTrays): void {
	builder.mainJoint('main to hose', stand.rowTubeId, 'reducing joiner');
}

/** What stands level on a board or the floor, as every valve-fed stand does. */
export const standing = (stand: ValvePots | ValveTrays, anchor: Anchor, frame: RowFrame) => ({
	lowEndM: { xM: anchor.startXM, yM: anchor.startYM, zM: stand.lowEndHeightMm / 1000 },
	lengthM: stand.lengthMm / 1000,
	depthM: frame.depthM,
	frameKg: 0,
	stance: { kind: 'floor' as const },
	view: 'rows' as const
});

/** What pots or trays stand on: a board on the floor, or a low bench. */
export function deck(
	builder: StandBuilder<Stand>,
	stand: ValvePots | ValveTrays,
	frame: RowFrame
): void {
	const top = stand.lowEndHeightMm / 1000;
	if (top <= 0) return;
	const [x0, x1] = [builder.anchor.startXM, builder.anchor.startXM + frame.lengthM];
	const thick = Math.min(0.03, top);
	const board: Solid = {
		id: builder.id('top'),
		standId: stand.id,
		role: 'top',
		front: [
			[x0, top],
			[x1, top],
			[x1, top - thick],
			[x0, top - thick]
		],
		above: deckAbove(frame, x0, x1)
	};
	const blocks = [x0 + 0.03, (x0 + x1) / 2, x1 - 0.03].map((x, i): Solid => ({
		id: builder.id(`block${i + 1}`),
		standId: stand.id,
		role: 'leg',
		front: rect(x - 0.03, x + 0.03, 0, top - thick),
		above: deckAbove(frame, x - 0.03, x + 0.03)
	}));
	builder.piece.solids.push(board, ...(top > thick ? blocks : []));
}
