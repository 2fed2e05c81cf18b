import { rowLetter, type BranchStack, type Stand } from '../../design';
import { pick, type ShelfLists } from '../../shelf';
import { footing } from '../footing';
import { body, finish, headerZ, outletJoints } from '../stack-kit';
import { takes, type Anchor, type StandPiece } from '../stand-piece';
import { cupFront, evenly, fallsBack, headers, onSkin, riser } from '../tower-kit';
import type { Container, FeedNode, Point, StructureInput } from '../types';
import { BARB, ELBOW, TEE_BRANCH, StandBuilder } from '../stand-builder';

/** PVC drain pipe and its branches. */
const WALL_MM = 3;

/** Branch fittings on short pipes, turned from one to the next; a shared riser between two stacks. */
export function branchStack(
	stand: BranchStack,
	system: StructureInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece {
	const builder = new StandBuilder<Stand>(stand, system, shelf, anchor);
	const widthM = stand.outerDiameterMm / 1000;
	const heightM = Math.max(0.1, stand.sitesPerStack * eachOf(stand) + 0.06);
	const standing = footing(builder, stand, widthM);
	const feet = headers(builder, stand.rowTubeId, standing.feet, headerZ(stand, standing, heightM));
	standing.feet.forEach((foot, i) => {
		const stack = stackAt(builder, stand, foot, i, heightM);
		const top = { ...foot, zM: foot.zM + heightM - 0.02 };
		const line = [[...stack.siteIds].reverse()];
		builder.passOn(line, stand.catchPercent / 100);
		builder.emit(outside(builder, stand, feet, i, top), {
			id: builder.outlet(i + 1),
			label: stack.label,
			emitterId: stand.emitterId,
			containerId: stack.id,
			shares: evenly(line),
			leastLph: builder.wetting(Math.PI * (stand.outerDiameterMm - 2 * WALL_MM))
		});
		fallsBack(builder, standing, stack, foot);
	});
	outletJoints(builder, stand, stand.towers);
	return finish(
		builder,
		standing,
		{ widthM, heightM },
		partsOf(stand, builder.slots().length),
		stand
	);
}

/** How high one fitting stands over the next. */
const eachOf = ({ branchMm, pieceMm }: BranchStack): number => (branchMm + pieceMm) / 1000;

/** One stack with a plant in every arm. */
function stackAt(
	builder: StandBuilder<Stand>,
	stand: BranchStack,
	foot: Point,
	i: number,
	heightM: number
): Container {
	const widthM = stand.outerDiameterMm / 1000;
	const medium = pick(builder.shelf.media, stand.mediumId);
	const mine = builder.slotsIn(i);
	const mediumL = (mine.length * stand.siteMl) / 1000;
	const wallL = Math.PI * stand.outerDiameterMm * WALL_MM * heightM * 1e-3;
	const massKg = wallL * builder.vessels.pvcKgL.value + mediumL * medium.wetKgL;
	const stack = body(builder, foot, i, widthM, heightM, mediumL, massKg);
	for (const slot of mine) {
		// the arm's mouth opens at the top of its fitting
		const high = slot.column * eachOf(stand) + 0.04 + (stand.branchMm * 0.7) / 1000;
		const facingDeg = (90 + slot.column * stand.turnDeg) % 360;
		const arm = onSkin(foot, widthM / 2, facingDeg, high - widthM * 0.6);
		builder.site({
			slot,
			at: onSkin(foot, widthM * 1.15, facingDeg, high),
			container: stack,
			medium,
			mediumL: stand.siteMl / 1000,
			facingDeg,
			opening: cupFront(arm, facingDeg, stand.outerDiameterMm)
		});
	}
	return stack;
}

function partsOf(stand: BranchStack, sites: number): StandPiece['stand']['parts'] {
	const wide = `${stand.outerDiameterMm} mm`;
	// what is seen between two branches, and what goes into either
	const lengthM = (sites * (stand.pieceMm + 2 * stand.socketMm)) / 1000;
	return [
		takes('branch', `${wide} branch, 45°`, sites),
		// set straight into one another, branches need no pipe between
		...(stand.pieceMm > 0
			? [takes(`pipe-${stand.outerDiameterMm}`, `${wide} pipe`, sites, lengthM)]
			: []),
		takes('s-bend', 'S-bend at the foot', stand.towers)
	];
}

/** Up the middle between two stacks and over to each; a third has a riser of its own. */
function outside(
	builder: StandBuilder<Stand>,
	stand: BranchStack,
	feet: readonly FeedNode[],
	i: number,
	top: Point
): FeedNode {
	const partner = i % 2 === 0 ? i + 1 : i - 1;
	const shared = partner < feet.length;
	if (!shared) return riser(builder, rowLetter(i), feet[i]!, top, stand.riserTubeId);
	const first = Math.min(i, partner);
	const id = builder.id(`${rowLetter(first)}.tee`);
	let tee = builder.piece.nodes.find((node) => node.id === id);
	if (!tee) {
		const middle = (feet[first]!.xM + feet[first + 1]!.xM) / 2;
		tee = builder.node(id, { ...top, xM: middle, zM: top.zM + 0.03 });
		builder.run({
			id: `${id}.riser`,
			name: `riser of stacks ${rowLetter(first)} and ${rowLetter(first + 1)}`,
			role: 'row',
			from: feet[first]!,
			to: tee,
			via: [{ ...feet[first]!, xM: middle }],
			tubeId: stand.riserTubeId,
			fittings: [ELBOW, ELBOW]
		});
	}
	const out = builder.node(builder.id(`${rowLetter(i)}.out`), top);
	builder.run({
		id: `${out.id}.riser`,
		name: `over to stack ${rowLetter(i)}`,
		role: 'row',
		from: tee,
		to: out,
		tubeId: stand.riserTubeId,
		fittings: [TEE_BRANCH, BARB]
	});
	return out;
}
