import { InvalidInput, NoSolution } from '../quantity';
import { layoutRow } from './row';
import { rect } from './outline';
import type { StandBuilder } from './stand-builder';
import type { Stand } from '../design';
import type { Corner, Solid, Stance } from './types';

export const TOP_THICK_M = 0.04;
const LEG_M = 0.045;
const LEG_EVERY_M = 1.3;
/** So much between two rows and one stands there to work. */
export const AISLE_M = 0.35;

/** What stands in falling rows has these, whatever the variant. */
export interface RowStand {
	id: string;
	lengthMm: number;
	lowEndHeightMm: number;
	fallPercent: number;
	endClearMm: number;
	pitchMm: number;
	rows: number;
	rowGapMm: number;
}

/** Rows in space: where their things stand and how high what they stand on is along them. */
export interface RowFrame {
	xs: number[];
	baseM: number[];
	ys: number[];
	lengthM: number;
	depthM: number;
	legXM: number[];
	/** What they stand on from front to back, m: one for all rows, or one a row where somebody walks between. */
	decks: [frontM: number, backM: number][];
	topAt(xM: number): number;
}

/**
 * Where things stand along and across. A row that does not fit is still drawn, on something longer.
 *
 * @param across how deep and wide one thing is, m
 */
export function rowFrame(
	builder: StandBuilder<Stand>,
	stand: RowStand,
	perRow: number,
	across: { widthM: number; depthM: number }
): RowFrame {
	const { startXM, startYM } = builder.anchor;
	const { input, result: row } = rowThatFits(builder, stand, perRow);
	builder.row = { input, result: row };
	crowded(builder, stand, perRow, across);
	const lengthM = input.availableMm / 1000;
	const count = Math.max(2, Math.ceil(lengthM / LEG_EVERY_M) + 1);
	const inset = Math.min(0.06, lengthM / 4);
	const half = across.depthM / 2;
	const ys = Array.from(
		{ length: stand.rows },
		(_, r) => startYM + half + 0.02 + (r * stand.rowGapMm) / 1000
	);
	const apart = stand.rowGapMm / 1000 - across.depthM >= AISLE_M;
	return {
		xs: row.sites.map((site) => startXM + site.xMm / 1000),
		baseM: row.sites.map((site) => site.baseHeightMm / 1000),
		ys,
		decks: apart
			? ys.map((y) => [y - half - 0.02, y + half + 0.02])
			: [[ys[0]! - half - 0.02, ys.at(-1)! + half + 0.02]],
		lengthM,
		depthM: 2 * half + 0.04 + ((stand.rows - 1) * stand.rowGapMm) / 1000,
		legXM: Array.from(
			{ length: count },
			(_, i) => startXM + inset + (i * (lengthM - 2 * inset)) / (count - 1)
		),
		topAt: (xM) => stand.lowEndHeightMm / 1000 + ((xM - startXM) * stand.fallPercent) / 100
	};
}

/** The row as it is asked for, or on something as long as it needs; then that is a problem. */
function rowThatFits(builder: StandBuilder<Stand>, stand: RowStand, perRow: number) {
	const input = {
		availableMm: stand.lengthMm,
		endClearMm: stand.endClearMm,
		pitchMm: stand.pitchMm,
		count: perRow,
		fallPercent: stand.fallPercent,
		lowEndHeightMm: stand.lowEndHeightMm
	};
	try {
		return { input, result: layoutRow(input) };
	} catch (problem) {
		if (!(problem instanceof NoSolution || problem instanceof InvalidInput)) throw problem;
		const neededMm = 2 * stand.endClearMm + (perRow - 1) * stand.pitchMm;
		builder.piece.problems.push({ code: 'row-does-not-fit', standId: stand.id, neededMm });
		const longer = { ...input, availableMm: Math.max(neededMm, 1) };
		return { input: longer, result: layoutRow(longer) };
	}
}

/** Two things cannot stand in the same place. */
function crowded(
	builder: StandBuilder<Stand>,
	stand: RowStand,
	perRow: number,
	across: { widthM: number; depthM: number }
): void {
	const least = Math.ceil(across.widthM * 1000);
	const deep = Math.ceil(across.depthM * 1000);
	if (perRow > 1 && stand.pitchMm < least)
		builder.refuse(
			{ why: 'too-near', things: 'vessels', askedMm: stand.pitchMm, leastMm: least },
			'pitchMm',
			Math.ceil(least / 10) * 10
		);
	if (stand.rows > 1 && stand.rowGapMm < deep)
		builder.refuse(
			{ why: 'too-near', things: 'rows', askedMm: stand.rowGapMm, leastMm: deep },
			'rowGapMm',
			Math.ceil(deep / 10) * 10
		);
}

/** What all rows stand on from above. */
export function deckAbove(frame: RowFrame, x0: number, x1: number): Corner[] {
	const front = frame.ys[0]! - (frame.depthM - (frame.ys.at(-1)! - frame.ys[0]!)) / 2;
	return rect(x0, x1, front, front + frame.depthM);
}

/** A bench, or one a row: tops and legs, to draw. */
export function benchSolids(stand: RowStand, frame: RowFrame): Solid[] {
	const left = frame.legXM[0]! - LEG_M;
	const right = frame.legXM.at(-1)! + LEG_M;
	const tops = frame.decks.map(([frontM, backM], k): Solid => ({
		id: `${stand.id}.top${k === 0 ? '' : k + 1}`,
		standId: stand.id,
		role: 'top',
		front: [
			[left, frame.topAt(left)],
			[right, frame.topAt(right)],
			[right, frame.topAt(right) - TOP_THICK_M],
			[left, frame.topAt(left) - TOP_THICK_M]
		],
		above: rect(left, right, frontM, backM)
	}));
	return [...tops, ...legs(stand, frame)];
}

/** Its legs: a pair at each place along every top. */
export const benchStance = ({ legXM, decks }: RowFrame): Stance => ({
	kind: 'legs',
	legs: legXM.length * 2 * decks.length
});

const legs = (stand: RowStand, frame: RowFrame): Solid[] =>
	frame.decks.flatMap(([frontM, backM], k) =>
		frame.legXM.map((x, i): Solid => {
			const [x0, x1] = [x - LEG_M / 2, x + LEG_M / 2];
			return {
				id: `${stand.id}.leg${k * frame.legXM.length + i + 1}`,
				standId: stand.id,
				role: 'leg',
				front: rect(x0, x1, 0, frame.topAt(x) - TOP_THICK_M),
				above: rect(x0, x1, frontM, backM)
			};
		})
	);
