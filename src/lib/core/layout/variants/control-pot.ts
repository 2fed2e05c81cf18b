import type { ControlPotRing, Stand } from '../../design';
import { pick, type ShelfLists } from '../../shelf';
import { feedRows } from '../feed-rows';
import { potGrid } from './pots-on-tank';
import type { Anchor, StandPiece } from '../stand-piece';
import { lengthOf, type Container, type Point, type StructureInput } from '../types';
import { StandBuilder } from '../stand-builder';

/** The return line lies this far over the pots' floor. */
const LINE_M = 0.03;

/** Pots on the control pot's level: drippers over them, a wide line between their feet. */
export function controlPotRing(
	stand: ControlPotRing,
	system: StructureInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece {
	const builder = new StandBuilder<Stand>(stand, system, shelf, anchor);
	const bucket = pick(shelf.buckets, stand.bucketId);
	const levelMm = Math.max(0, anchor.waterLevelM * 1000 - stand.lowEndHeightMm);
	const frame = potGrid(builder, { ...stand, fallPercent: 0 }, stand, bucket, levelMm);
	feedRows(builder, stand, frame, () => ({ asideM: [0] }));
	levelLine(builder, stand);
	builder.feedJoints(stand, builder.piece.outlets.length);
	const { rows, perRow } = stand;
	return builder.done({
		lowEndM: { xM: anchor.startXM, yM: anchor.startYM, zM: stand.lowEndHeightMm / 1000 },
		lengthM: stand.lengthMm / 1000,
		depthM: frame.depthM,
		frameKg: 0,
		stance: { kind: 'floor' },
		view: 'rows',
		parts: [
			{
				id: 'grommet',
				name: 'Rubber seal for the return line',
				count: 2 * rows * perRow,
				lengthM: null
			},
			...(stand.capped ? [{ id: 'cap', name: 'Line end cap', count: rows, lengthM: null }] : [])
		]
	});
}

/** From the control pot through every pot, there along one row and back along the next. */
function levelLine(builder: StandBuilder<Stand>, stand: ControlPotRing): void {
	const { tank } = builder.anchor;
	const order = inTurn(builder.piece.containers, stand.rows);
	const start: Point = {
		xM: tank.xM + tank.lengthM / 2,
		yM: order[0]?.yM ?? tank.yM,
		zM: stand.lowEndHeightMm / 1000 + LINE_M
	};
	const points = [start, ...order.map((c) => ({ xM: c.xM, yM: c.yM, zM: c.zM + LINE_M }))];
	const closed = stand.ring && order.length > 1;
	const all = closed ? [...points, start] : points;
	const metres = all.slice(1).map((p, i) => Math.max(0.001, lengthOf([all[i]!, p])));
	const tube = pick(builder.shelf.tubes, stand.returnTubeId);
	builder.piece.returns.push({
		id: builder.id('level'),
		standId: stand.id,
		name: closed ? 'return ring' : 'return line',
		way: 'level',
		points: all,
		tubeId: stand.returnTubeId,
		innerDiameterMm: tube.innerDiameterMm,
		lengthM: Math.max(0.001, lengthOf(all)),
		fallPercent: 0,
		endM: start.zM,
		containerIds: order.map((c) => c.id),
		lifted: false,
		level: { order: order.map((c) => c.id), metres, closed }
	});
}

/** Row by row, every other one backwards, so that the line never crosses itself. */
export const inTurn = (containers: readonly Container[], rows: number): Container[] =>
	Array.from({ length: rows }, (_, row) => {
		const mine = containers.filter((c) => c.row === row).sort((a, b) => a.xM - b.xM);
		return row % 2 === 0 ? mine : mine.reverse();
	}).flat();
