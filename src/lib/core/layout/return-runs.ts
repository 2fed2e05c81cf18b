import { rowLetter, type Stand } from '../design';
import { pick } from '../shelf';
import type { RowFrame, RowStand } from './row-frame';
import { lengthOf, type Container, type Point } from './types';
import type { Workshop } from './workshop';

export interface ReturningStand extends RowStand {
	returnTubeId: string;
	returnDropMm: number;
	returnLift: boolean;
}

/** Returns under the rows (one each, or one shared), falling with what they hang under to end over the tank. */
export function returnRuns(
	shop: Workshop<Stand>,
	stand: ReturningStand,
	frame: RowFrame,
	shared: boolean,
	way: 'fall' | 'waste' = 'fall'
): void {
	const { tank } = shop.anchor;
	const { containers } = shop.piece;
	const tube = pick(shop.shelf.tubes, stand.returnTubeId);
	const drop = stand.returnDropMm / 1000;
	// over the tank, as near its middle as the stand lets it
	const first = shop.design.stands[0]?.id === stand.id;
	const over = first ? tank.xM + tank.lengthM / 2 : tank.xM + tank.lengthM - 0.05;
	const endX = Math.min(over, (frame.xs[0] ?? 0) - 0.02);
	const zAt = (xM: number) => frame.topAt(xM) - drop;
	const line = (name: string, words: string, yM: number, members: Container[]): void => {
		const far = Math.max(...members.map((c) => c.xM)) + 0.05;
		const end: Point = { xM: endX, yM, zM: zAt(endX) };
		const points = [{ xM: far, yM, zM: zAt(far) }, end];
		shop.piece.returns.push({
			id: shop.id(name),
			standId: stand.id,
			name: words,
			way,
			points,
			tubeId: stand.returnTubeId,
			innerDiameterMm: tube.innerDiameterMm,
			lengthM: lengthOf(points),
			fallPercent: stand.fallPercent,
			endM: end.zM - tube.outerDiameterMm / 2000,
			containerIds: members.map((c) => c.id),
			lifted: stand.returnLift
		});
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
