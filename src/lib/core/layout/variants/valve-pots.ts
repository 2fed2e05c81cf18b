import type { Stand, ValvePots } from '../../design';
import { pick, type Bucket, type ShelfLists } from '../../shelf';
import { inTurn } from './control-pot';
import { potGrid } from './pots-on-tank';
import type { Anchor, StandPiece } from '../stand-piece';
import {
	distance,
	lengthOf,
	equally,
	type FeedNode,
	type StructureInput,
	type Point
} from '../types';
import { deck, hoseJoint, standing, valveOf } from '../valve-kit';
import { TAP, StandBuilder } from '../stand-builder';

/** One valve by the tank, a hose from pot to pot, one level in all of them. */
export function valvePots(
	stand: ValvePots,
	system: StructureInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece {
	const builder = new StandBuilder<Stand>(stand, system, shelf, anchor);
	const bucket = pick(shelf.buckets, stand.bucketId);
	const row = { ...stand, fallPercent: 0 };
	const slope = (index: number) =>
		(stand.leanMmPerM * (index % stand.perRow) * stand.pitchMm) / 1000 +
		(stand.floorsMm[`${Math.floor(index / stand.perRow) + 1}/${(index % stand.perRow) + 1}`] ?? 0);
	const frame = potGrid(builder, row, stand, bucket, stand.depthMm, slope);
	const baseM = stand.lowEndHeightMm / 1000;
	const surfaceM = baseM + stand.depthMm / 1000;
	builder.raiseFeed(surfaceM);
	const valve = valveAt(builder, stand, { xM: anchor.startXM, yM: frame.ys[0]!, zM: surfaceM });
	const hose = hoseOf(builder, stand, valve);
	hoseJoint(builder, stand);
	deck(builder, stand, frame);
	return builder.done({
		...standing(stand, anchor, frame),
		level: {
			depthMm: stand.depthMm,
			valves: 'shared',
			trays: builder.piece.containers.map((pot, i) => ({
				...potTray(pot.id, bucket, builder.vessels.solidInPot.value),
				floorOffsetMm: slope(i)
			})),
			surfaceM,
			...hose,
			valve: valveOf(pick(shelf.emitters, stand.emitterId).law)
		}
	});
}

/** The one valve, on a hose from the tank, that lets water in for all pots. */
function valveAt(builder: StandBuilder<Stand>, stand: ValvePots, at: Point): FeedNode {
	const valve = builder.node(builder.id('valve.out'), at);
	builder.run({
		id: builder.id('valve.feed'),
		name: 'hose to the valve',
		role: 'header',
		from: builder.anchor.feedNode,
		to: valve,
		tubeId: stand.rowTubeId,
		fittings: [TAP],
		emptiesBack: false
	});
	builder.emit(valve, {
		id: builder.outlet('1/1'),
		label: 'the valve',
		emitterId: stand.emitterId,
		containerId: builder.piece.containers[0]!.id,
		shares: equally(builder.piece.sites.map((site) => site.id))
	});
	return valve;
}

/** A round pot as a tray of the same area. */
const potTray = (id: string, bucket: Bucket, solidFraction: number) => {
	const side = (bucket.bottomDiameterMm * Math.sqrt(Math.PI)) / 2;
	return {
		id,
		lengthMm: side,
		widthMm: side,
		tiltMmPerM: 0,
		heightMm: bucket.heightMm,
		solidFraction
	};
};

/** The hose that joins the pots: a level line under water. */
function hoseOf(builder: StandBuilder<Stand>, stand: ValvePots, valve: FeedNode) {
	const tube = pick(builder.shelf.tubes, stand.rowTubeId);
	const order = inTurn(builder.piece.containers, stand.rows);
	const zM = stand.lowEndHeightMm / 1000 + 0.01;
	const start = { xM: valve.xM, yM: valve.yM, zM };
	const points = [start, ...order.map((c) => ({ xM: c.xM, yM: c.yM, zM }))];
	const closed = stand.hose === 'ring' && order.length > 1;
	const all = closed ? [...points, start] : points;
	const lengthM = Math.max(0.001, lengthOf(all));
	builder.piece.returns.push({
		id: builder.id('hose'),
		standId: stand.id,
		name: 'hose between the pots',
		way: 'level',
		points: all,
		tubeId: stand.rowTubeId,
		innerDiameterMm: tube.innerDiameterMm,
		lengthM,
		fallPercent: 0,
		endM: zM,
		containerIds: order.map((c) => c.id),
		lifted: false
	});
	const feedM = distance(builder.anchor.feedNode, valve);
	return { innerDiameterMm: tube.innerDiameterMm, lengthM: Math.max(0.001, feedM) };
}
