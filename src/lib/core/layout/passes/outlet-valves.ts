import type { Operation } from '../../design';
import { pick, type ShelfLists } from '../../shelf';
import { OUTLET_VALVE } from '../fittings';
import type { StandPiece } from '../stand-piece';
import { distance, type FeedNode, type FeedRun } from '../types';

/** A valve at an outlet that sits on its line has so much tube of its own, m. */
const PIGTAIL_M = 0.05;

/**
 * Valves set at single outlets, by the outlet's id: in the small tube or riser that ends there, or in a short
 * tube of its own where the outlet sits on a line that goes on.
 */
export function withOutletValves(
	piece: StandPiece,
	valves: Operation['valves'],
	shelf: Pick<ShelfLists, 'tubes' | 'emitters'>
): StandPiece {
	const throttled = piece.outlets.filter(({ id }) => id in valves);
	if (throttled.length === 0) return piece;
	const nodes = [...piece.nodes];
	const runs = [...piece.runs];
	const outlets = [...piece.outlets];
	for (const outlet of throttled) {
		const valve = valves[outlet.id]!;
		const into = runs.findIndex(({ to }) => to === outlet.nodeId);
		const run = runs[into];
		if (!run) continue;
		const onLine = run.role === 'header' || runs.some(({ from }) => from === outlet.nodeId);
		if (!onLine) {
			runs[into] = { ...run, valve, fittings: [...run.fittings, OUTLET_VALVE] };
			continue;
		}
		const from = nodes.find(({ id }) => id === outlet.nodeId)!;
		const to: FeedNode = { ...from, id: `${from.id}.valve`, yM: from.yM - PIGTAIL_M };
		nodes.push(to);
		const { barbMm } = pick(shelf.emitters, outlet.emitterId);
		runs.push({ ...pigtail(run, from, to, valve), ...tubeLike(barbMm, shelf) });
		outlets[outlets.indexOf(outlet)] = { ...outlet, nodeId: to.id, yM: to.yM };
	}
	return { ...piece, nodes, runs, outlets };
}

/** The feed tube that comes nearest to what an emitter sits in. */
function tubeLike(
	barbMm: number,
	{ tubes }: Pick<ShelfLists, 'tubes'>
): Pick<FeedRun, 'tubeId' | 'innerDiameterMm'> {
	const { id, innerDiameterMm } = tubes
		.filter(({ use }) => use === 'feed')
		.reduce((a, b) =>
			Math.abs(b.innerDiameterMm - barbMm) < Math.abs(a.innerDiameterMm - barbMm) ? b : a
		);
	return { tubeId: id, innerDiameterMm };
}

function pigtail(
	line: FeedRun,
	from: FeedNode,
	to: FeedNode,
	valve: Operation['valves'][string]
): FeedRun {
	return {
		...line,
		id: `${to.id}.tube`,
		name: `${line.name}, to its valve`,
		role: 'stake',
		from: from.id,
		to: to.id,
		points: [from, to],
		lengthM: distance(from, to),
		fittings: [OUTLET_VALVE],
		open: true,
		valve,
		emptiesBack: false
	};
}
