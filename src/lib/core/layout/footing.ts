import { rowLetter, type FootingKind, type Stand } from '../design';
import { collector } from './collector';
import { rect } from './outline';
import type { Point } from './types';
import type { StandBuilder } from './stand-builder';

export const LID_M = 0.018;

/** A tower on a base of its own stands in a bowl this much wider than itself. */
const BOWL = 1.7;

/** Towers of any make stand in a line, on the tank's lid or on bases that drain to it. */
export interface StandingTowers {
	id: string;
	towers: number;
	pitchMm: number;
	footing: FootingKind;
	tied: boolean;
	/** Of a base or a frame; 0: as wide as its bowl, or as deep as what hangs in it. */
	baseMm: number;
	/** Up a wall; a bank has none. */
	clips?: number;
	otherFixings?: number;
	lowEndHeightMm: number;
	fallPercent: number;
	rowTubeId: string;
	returnTubeId: string;
	returnDropMm: number;
	returnLift: boolean;
}

/** Where each tower stands: the middle of its foot. */
export interface Footing {
	feet: Point[];
	depthM: number;
	lengthM: number;
	startXM: number;
	edgeM: number;
	/** What runs out at their feet falls straight into the tank. */
	intoTank: boolean;
}

/** Feet of the towers, with the lid or bowls they stand on and the way back from bowls. */
export function footing(
	builder: StandBuilder<Stand>,
	stand: StandingTowers,
	widthM: number,
	rows = 1,
	rowGapM = 0
): Footing {
	const { tank, startXM, startYM } = builder.anchor;
	if (stand.footing === 'hung' || stand.footing === 'wall')
		return offTheFloor(builder, stand, widthM, rows, rowGapM);
	const onLid = stand.footing === 'lid' && rows === 1;
	const bowlM = Math.max(widthM * BOWL, stand.baseMm / 1000);
	const pitchM = stand.pitchMm / 1000;
	const rowM = (stand.towers - 1) * pitchM;
	const depthM = Math.max(tank.widthM, bowlM + 0.06 + (rows - 1) * rowGapM);
	const firstY = startYM + depthM / 2 - ((rows - 1) * rowGapM) / 2;
	const firstX = onLid ? tank.xM + tank.lengthM / 2 - rowM / 2 : startXM + bowlM / 2 + 0.04;
	const lidM = tank.floorM + tank.heightM + LID_M;
	const feet = Array.from({ length: rows * stand.towers }, (_, i): Point => {
		const xM = firstX + (i % stand.towers) * pitchM;
		const yM = firstY + Math.floor(i / stand.towers) * rowGapM;
		const rise = ((xM - startXM) * stand.fallPercent) / 100;
		return { xM, yM, zM: onLid ? lidM : stand.lowEndHeightMm / 1000 + rise };
	});
	crowded(builder, stand, widthM, onLid ? 0 : bowlM, rows, rowGapM);
	if (onLid) lid(builder, feet, widthM);
	else
		for (let row = 0; row < rows; row++)
			bowls(builder, stand, feet.slice(row * stand.towers, (row + 1) * stand.towers), bowlM, row);
	return {
		feet,
		depthM,
		lengthM: onLid ? Math.max(tank.lengthM, rowM + widthM) : rowM + bowlM + 0.08,
		startXM: onLid ? Math.min(tank.xM, firstX - widthM / 2) : startXM,
		// it tips over where it stands, which is narrower than the rim
		edgeM: onLid ? (tank.widthM * (tank.bottomLengthM / tank.lengthM)) / 2 : bowlM / 2,
		intoTank: onLid
	};
}

/** Towers that hang from a frame or are clipped to a wall: over the tank, or with a gutter under each row. */
function offTheFloor(
	builder: StandBuilder<Stand>,
	stand: StandingTowers,
	widthM: number,
	rows: number,
	rowGapM: number
): Footing {
	const { tank, startXM, startYM } = builder.anchor;
	const rowM = (stand.towers - 1) * (stand.pitchMm / 1000);
	const depthM = Math.max(tank.widthM, widthM + 0.2 + (rows - 1) * rowGapM);
	// over a tank that stands under them they hang in its middle
	const over = startXM < tank.xM + tank.lengthM && startXM >= tank.xM;
	// posts stand clear of what grows out of the last tower
	const sideM = Math.max(0.1, (stand.pitchMm / 1000 - widthM) / 2);
	const firstX = over ? tank.xM + tank.lengthM / 2 - rowM / 2 : startXM + widthM / 2 + sideM;
	const onWall = stand.footing === 'wall';
	const middleY = startYM + depthM / 2;
	const firstY = onWall
		? startYM + depthM - widthM / 2 - 0.03
		: middleY - ((rows - 1) * rowGapM) / 2;
	const zM = stand.lowEndHeightMm / 1000;
	const feet = Array.from({ length: rows * stand.towers }, (_, i): Point => ({
		xM: firstX + ((i % stand.towers) * stand.pitchMm) / 1000,
		yM: firstY + Math.floor(i / stand.towers) * rowGapM,
		zM
	}));
	crowded(builder, stand, widthM, 0, rows, rowGapM);
	const intoTank = feet.every((foot) => over && isOver(foot, tank)) && zM >= tank.brimM;
	if (!intoTank)
		for (let row = 0; row < rows; row++)
			gutterUnder(builder, stand, feet.slice(row * stand.towers, (row + 1) * stand.towers), row);
	return {
		feet,
		depthM: onWall ? depthM + 0.05 : depthM,
		lengthM: rowM + widthM + 2 * sideM,
		startXM: firstX - widthM / 2 - sideM,
		edgeM: (stand.baseMm > 0 ? stand.baseMm / 1000 : depthM) / 2,
		intoTank
	};
}

const isOver = ({ xM, yM }: Point, tank: StandBuilder<Stand>['anchor']['tank']): boolean =>
	xM >= tank.xM && xM <= tank.xM + tank.lengthM && yM >= tank.yM && yM <= tank.yM + tank.widthM;

/** A collector under a row that hangs: its high end just under the last foot. */
function gutterUnder(
	builder: StandBuilder<Stand>,
	stand: StandingTowers,
	feet: readonly Point[],
	row: number
): void {
	const { tank, startXM } = builder.anchor;
	const last = feet.at(-1)!;
	collector(builder, stand, {
		name: `collector${row === 0 ? '' : `.${rowLetter(row)}`}`,
		farX: last.xM,
		yM: last.yM,
		zAt: (xM) => last.zM - stand.returnDropMm / 1000 - ((last.xM - xM) * stand.fallPercent) / 100,
		endX: Math.min(tank.xM + tank.lengthM / 2, startXM, feet[0]!.xM)
	});
}

/** Towers, and the bowls they stand in, need room beside one another. */
function crowded(
	builder: StandBuilder<Stand>,
	stand: StandingTowers,
	widthM: number,
	bowlM: number,
	rows: number,
	rowGapM: number
): void {
	const leastMm = Math.ceil(Math.max(widthM, bowlM) * 100) * 10;
	const refuse = (field: string, asked: number) =>
		builder.refuse({ why: 'too-near', things: 'towers', askedMm: asked, leastMm }, field, leastMm);
	if (stand.towers > 1 && stand.pitchMm < leastMm) refuse('pitchMm', stand.pitchMm);
	if (rows > 1 && rowGapM * 1000 < leastMm) refuse('rowGapMm', rowGapM * 1000);
}

function lid(builder: StandBuilder<Stand>, feet: Point[], widthM: number): void {
	const { tank } = builder.anchor;
	const z = tank.floorM + tank.heightM;
	const [x0, x1] = [tank.xM - 0.02, tank.xM + tank.lengthM + 0.02];
	const y = feet[0]!.yM;
	builder.piece.solids.push({
		id: builder.id('lid'),
		standId: builder.stand.id,
		role: 'lid',
		front: rect(x0, x1, z, z + LID_M),
		above: rect(x0, x1, y - tank.widthM / 2, y + tank.widthM / 2)
	});
	const over = feet.filter((f) => f.xM - widthM / 2 < x0 || f.xM + widthM / 2 > x1).length;
	if (over > 0)
		builder.refuse(
			{ why: 'beyond-the-lid', over, of: feet.length, lidMm: tank.lengthM * 1000 },
			'footing',
			'base'
		);
}

function bowls(
	builder: StandBuilder<Stand>,
	stand: StandingTowers,
	feet: Point[],
	bowlM: number,
	row: number
): void {
	const { tank } = builder.anchor;
	const { yM } = feet[0]!;
	const letter = row === 0 ? '' : `.${rowLetter(row)}`;
	feet.forEach((foot, i) => bowl(builder, foot, bowlM, `${i + 1}${letter}`));
	collector(builder, stand, {
		name: `collector${letter}`,
		farX: feet.at(-1)!.xM,
		yM,
		zAt: (xM) =>
			stand.lowEndHeightMm / 1000 +
			((xM - builder.anchor.startXM) * stand.fallPercent) / 100 -
			stand.returnDropMm / 1000,
		endX: Math.min(tank.xM + tank.lengthM / 2, builder.anchor.startXM)
	});
}

/** A bowl on its leg. */
function bowl(builder: StandBuilder<Stand>, foot: Point, bowlM: number, name: string): void {
	const half = bowlM / 2;
	const [x0, x1] = [foot.xM - half, foot.xM + half];
	const above = rect(x0, x1, foot.yM - half, foot.yM + half);
	const standId = builder.stand.id;
	const [bowlFront, legFront] = [
		rect(x0, x1, foot.zM - 0.04, foot.zM),
		rect(foot.xM - bowlM / 3, foot.xM + bowlM / 3, 0, foot.zM - 0.04)
	];
	builder.piece.solids.push(
		{ id: builder.id(`bowl${name}`), standId, role: 'lid', front: bowlFront, above },
		{ id: builder.id(`leg${name}`), standId, role: 'leg', front: legFront, above }
	);
}
