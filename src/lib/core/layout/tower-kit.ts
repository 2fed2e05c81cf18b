import { rowLetter, type Stand } from '../design';
import { drop } from './collector';
import type { Footing } from './footing';
import type { Corner, FeedNode, Point, Shares, Stance } from './types';
import { BARB, ELBOW, TEE_BRANCH, TEE_STRAIGHT, type StandBuilder } from './stand-builder';

/**
 * A header from the feed node to the foot of every tower, left and right of it, one after the other.
 *
 * @returns the node at each foot
 */
export function headers(
	builder: StandBuilder<Stand>,
	rowTubeId: string,
	feet: readonly Point[],
	zM: number
): FeedNode[] {
	const start = builder.anchor.feedNode;
	builder.raiseFeed(zM);
	const nodes = feet.map((foot, i) =>
		builder.node(builder.id(`${rowLetter(i)}.foot`), { xM: foot.xM, yM: foot.yM, zM })
	);
	const rows = new Set(nodes.map((node) => node.yM));
	const model = (list: FeedNode[]) => {
		let before = start;
		for (const node of list) {
			// to one of several rows: across at the riser, then along
			const turns = before === start && rows.size > 1;
			builder.run({
				id: `${node.id}.header`,
				name: `header to tower ${rowLetter(nodes.indexOf(node))}`,
				role: 'header',
				from: before,
				to: node,
				...(turns && { via: [{ xM: start.xM, yM: node.yM, zM }] }),
				tubeId: rowTubeId,
				fittings: [
					before !== start ? TEE_STRAIGHT : feet.length > 1 ? TEE_BRANCH : ELBOW,
					...(turns ? [ELBOW] : [])
				]
			});
			before = node;
		}
	};
	// row by row, so that no header is shared between rows
	for (const yM of rows) {
		const row = nodes.filter((node) => node.yM === yM);
		model(row.filter((node) => node.xM >= start.xM));
		model(row.filter((node) => node.xM < start.xM).reverse());
	}
	return nodes;
}

/** The riser inside a tower, from its foot to the outlet under its cap. */
export function riser(
	builder: StandBuilder<Stand>,
	letter: string,
	from: FeedNode,
	to: Point,
	riserTubeId: string
): FeedNode {
	const out = builder.node(builder.id(`${letter}.out`), to);
	builder.run({
		id: `${out.id}.riser`,
		name: `riser of tower ${letter}`,
		role: 'row',
		from,
		to: out,
		tubeId: riserTubeId,
		fittings: [ELBOW, BARB]
	});
	return out;
}

/** Upright, each line gets the same, at its highest site. */
export const evenly = (lines: readonly (readonly string[])[]): Shares =>
	lines.map((line) => [line[0]!, 1 / lines.length]);

/** From a tower's foot straight into the tank, or into the collector of its row. */
export function fallsBack(
	builder: StandBuilder<Stand>,
	stand: Footing,
	tower: { id: string; label: string },
	foot: Point,
	row = 0
): void {
	if (stand.intoTank)
		drop(builder, `fall.${tower.label}`, `fall from tower ${tower.label}`, foot, [tower.id]);
	else builder.piece.returns[row]!.containerIds.push(tower.id);
}

/** A round hole or the mouth of a pot in a wall that turns away from the viewer. */
export function holeFront(at: Point, facingDeg: number, holeMm: number): Corner[] {
	const a = (facingDeg * Math.PI) / 180;
	const half = holeMm / 2000;
	const wide = Math.max(0.16, Math.abs(Math.cos(a))) * half;
	return Array.from({ length: 12 }, (_, i): Corner => {
		const t = (i / 12) * 2 * Math.PI;
		return [at.xM + wide * Math.cos(t), at.zM + half * Math.sin(t)];
	});
}

/** A cup that leans out of the wall at 45°. */
export function cupFront(at: Point, facingDeg: number, holeMm: number): Corner[] {
	const side = Math.sin((facingDeg * Math.PI) / 180);
	const half = holeMm / 2000;
	const out = holeMm / 1000;
	const wide = Math.max(0.3, Math.abs(Math.cos((facingDeg * Math.PI) / 180))) * half;
	const tip: Corner = [at.xM + side * out * 0.7, at.zM + out * 0.45];
	return [
		[at.xM - wide * 0.5, at.zM - out * 0.5],
		[tip[0] - wide, tip[1]],
		[tip[0] + wide, tip[1]],
		[at.xM + wide * 0.5, at.zM - out * 0.5]
	];
}

/** On the skin of something round, turning right from the front. */
export function onSkin(axis: Point, radiusM: number, facingDeg: number, heightM: number): Point {
	const a = (facingDeg * Math.PI) / 180;
	return {
		xM: axis.xM + radiusM * Math.sin(a),
		yM: axis.yM - radiusM * Math.cos(a),
		zM: axis.zM + heightM
	};
}

/** A free-standing row of towers in the wind: what it is wide and how high it stands. */
export function freeStance(
	builder: StandBuilder<Stand>,
	edgeM: number,
	towers: { widthM: number; heightM: number; baseM: number; count: number }
): Stance {
	const alongM = towers.count * towers.heightM;
	return {
		kind: 'free',
		edgeM,
		topM: towers.baseM + towers.heightM,
		faceM2: alongM * towers.widthM,
		faceHeightM: towers.baseM + towers.heightM / 2,
		leaves: {
			alongM,
			widthM: towers.widthM,
			perSpread: builder.system.parameters.wind.leafFace.value
		}
	};
}
