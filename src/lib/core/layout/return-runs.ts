import { rowLetter, type Stand } from '../design';
import { pick } from '../shelf';
import type { RowFrame, RowStand } from './row-frame';
import { lengthOf, type Container, type Point, type ReturnRun } from './types';
import type { StandBuilder } from './stand-builder';

export interface ReturningStand extends RowStand {
	returnTubeId: string;
	returnDropMm: number;
	returnLift: boolean;
}

/** Returns under the rows (one each, or one shared), falling with what they hang under to end over the tank. */
export function returnRuns(
	builder: StandBuilder<Stand>,
	stand: ReturningStand,
	frame: RowFrame,
	shared: boolean
): void {
	const { containers } = builder.piece;
	const line = (name: string, words: string, yM: number, members: Container[]): void => {
		const run = runUnder(builder, stand, frame, yM, members);
		builder.piece.returns.push({ ...run, id: builder.id(name), name: words, way: 'fall' });
	};
	if (shared) {
		const middle = (frame.ys[0]! + frame.ys.at(-1)!) / 2;
		return line('return', 'shared return', middle, containers);
	}
	frame.ys.forEach((yM, row) =>
		line(
			`return.${rowLetter(row)}`,
			`return of row ${rowLetter(row)}`,
			yM,
			containers.filter((c) => c.row === row)
		)
	);
}

/** One return from under the furthest of its containers to over the tank, as near its middle as the stand lets it. */
function runUnder(
	{ anchor: { tank }, shelf, design }: StandBuilder<Stand>,
	stand: ReturningStand,
	frame: RowFrame,
	yM: number,
	members: readonly Container[]
): Omit<ReturnRun, 'id' | 'name' | 'way'> {
	const tube = pick(shelf.tubes, stand.returnTubeId);
	const zAt = (xM: number) => frame.topAt(xM) - stand.returnDropMm / 1000;
	const first = design.stands[0]?.id === stand.id;
	const over = first ? tank.xM + tank.lengthM / 2 : tank.xM + tank.lengthM - 0.05;
	const endX = Math.min(over, (frame.xs[0] ?? 0) - 0.02);
	const far = Math.max(...members.map((c) => c.xM)) + 0.05;
	const end: Point = { xM: endX, yM, zM: zAt(endX) };
	const points = [{ xM: far, yM, zM: zAt(far) }, end];
	return {
		standId: stand.id,
		points,
		tubeId: stand.returnTubeId,
		innerDiameterMm: tube.innerDiameterMm,
		lengthM: lengthOf(points),
		fallPercent: stand.fallPercent,
		endM: end.zM - tube.outerDiameterMm / 2000,
		containerIds: members.map((c) => c.id),
		lifted: stand.returnLift
	};
}
