import { rowLetter, type BucketBench } from '../design';
import { pick, type Shelf } from '../shelf';
import type { BenchFrame } from './bench-frame';
import type { Anchor } from './stand-piece';
import { lengthOf, type Container, type Point, type ReturnRun } from './types';

/** Returns under the rows (one each, or one shared), falling with the bench to end over the tank. */
export function returnRuns(
	stand: BucketBench,
	shelf: Shelf,
	frame: BenchFrame,
	containers: Container[],
	anchor: Anchor
): ReturnRun[] {
	const tube = pick(shelf.tubes, stand.returnTubeId);
	const { tank } = anchor;
	const drop = stand.returnDropMm / 1000;
	// over the tank, as near its middle as the bench lets it
	const endX = Math.min(tank.xM + tank.lengthM / 2, (frame.xs[0] ?? 0) - 0.02);
	const zAt = (xM: number) => frame.topAt(xM) - drop;
	const line = (id: string, name: string, yM: number, members: Container[]): ReturnRun => {
		const far = Math.max(...members.map((c) => c.xM)) + 0.05;
		const end: Point = { xM: endX, yM, zM: zAt(endX) };
		const points = [{ xM: far, yM, zM: zAt(far) }, end];
		return {
			id,
			standId: stand.id,
			name,
			points,
			tubeId: stand.returnTubeId,
			innerDiameterMm: tube.innerDiameterMm,
			lengthM: lengthOf(points),
			fallPercent: stand.fallPercent,
			endM: end.zM - tube.outerDiameterMm / 2000,
			containerIds: members.map((c) => c.id),
			lifted: stand.returnLift
		};
	};
	if (stand.returns === 'shared') {
		const middle = (frame.ys[0]! + frame.ys.at(-1)!) / 2;
		return [line(`${stand.id}.return`, 'shared return', middle, containers)];
	}
	return frame.ys.map((yM, row) =>
		line(
			`${stand.id}.return.${rowLetter(row)}`,
			`return of row ${rowLetter(row)}`,
			yM,
			containers.filter((c) => c.row === row)
		)
	);
}
