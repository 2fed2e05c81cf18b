import type { Stand } from '../design';
import { pick } from '../shelf';
import { lengthOf, type Point } from './types';
import type { StandBuilder } from './stand-builder';

/** One pipe under everything, falling to end over the tank. Containers join it when they are made. */
export function collector(
	builder: StandBuilder<Stand>,
	stand: { id: string; returnTubeId: string; fallPercent: number; returnLift: boolean },
	at: { name: string; farX: number; yM: number; endX: number; zAt: (xM: number) => number }
): void {
	const tube = pick(builder.shelf.tubes, stand.returnTubeId);
	const points = [at.farX, at.endX].map((xM) => ({ xM, yM: at.yM, zM: at.zAt(xM) }));
	builder.piece.returns.push({
		id: builder.id(at.name),
		standId: stand.id,
		name: at.name,
		way: 'fall',
		points,
		tubeId: stand.returnTubeId,
		innerDiameterMm: tube.innerDiameterMm,
		lengthM: lengthOf(points),
		fallPercent: stand.fallPercent,
		endM: points[1]!.zM - tube.outerDiameterMm / 2000,
		containerIds: [],
		lifted: stand.returnLift
	});
}

/** Water that falls straight from a container into the tank below it. */
export function drop(
	builder: StandBuilder<Stand>,
	name: string,
	words: string,
	from: Point,
	ids: string[]
) {
	const { tank } = builder.anchor;
	const end = { ...from, zM: tank.brimM };
	builder.piece.returns.push({
		id: builder.id(name),
		standId: builder.stand.id,
		name: words,
		way: 'drop',
		points: [from, end],
		tubeId: 'return-40',
		innerDiameterMm: 37,
		lengthM: Math.max(0.001, lengthOf([from, end])),
		fallPercent: 100,
		endM: tank.brimM,
		containerIds: ids,
		lifted: false
	});
}
