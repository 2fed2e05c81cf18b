import { type Design, type Spot, type Stand, spotOf } from '../../design';
import { type ShelfLists, heightAt } from '../../shelf';
import type { StandPiece } from '../stand-piece';
import { brimMmOf, tankAtOrigin, tankShapeOf } from '../tank';
import type { FeedNode, Point, StructureInput, TankLayout } from '../types';
import { layoutStand } from '../variants';
import { overTank } from './over-tank';
import { Mover, motionOf, stays, tankGround } from './set-down';

export const MARGIN_M = 0.1;
export const GAP_M = 0.08;

/** A tank under the bench stands this far out of its end, for the riser and a hand. */
export const OUT_M = 0.16;

/** The pump's outlet over the inside floor. */
export const PUMP_M = 0.05;

/** What the loop is laid out from: the tank, where its main rises, and the stands that follow from it. */
export interface Base {
	spot: Spot;
	tank: TankLayout;
	pump: Point;

	/** The end of the main over the first header; none where no stand follows the tank. */
	risers: FeedNode[];
	pieces: StandPiece[];
}

/** Height of the water when the tank is filled, m over the floor of the place. */
export function filledTo({ design, operation }: StructureInput, shelf: ShelfLists): number {
	const mm = Math.min(
		brimMmOf(design, shelf),
		heightAt(tankShapeOf(design, shelf), operation.fillL)
	);
	return (design.tank.floorMm + mm) / 1000;
}

const carries = (spot: Spot): boolean => spot === 'lid' || spot === 'inside';

/** The tank has a place of its own, unless it carries the first stand. */
export const tankApart = (design: Pick<Design, 'tank' | 'stands'>): boolean =>
	design.tank.at !== null && !carries(spotOf(design));

/** Stands that follow one another from the tank on; none where the tank was put somewhere. */
export function chainOf(design: StructureInput['design']): Stand[] {
	if (tankApart(design)) return [];
	return design.stands.filter(({ at }, i) => i === 0 || at === null);
}

/** Every stand of the chain beside the one before, each from the same tank and riser. */
export function standsAt(
	system: StructureInput,
	shelf: ShelfLists,
	{ spot, tank, riser }: Pick<Base, 'spot' | 'tank'> & { riser: FeedNode },
	chain: readonly Stand[]
): StandPiece[] {
	const under = spot === 'under';
	const waterLevelM = filledTo(system, shelf);
	let startXM = under ? tank.xM + OUT_M : carries(spot) ? tank.xM : tank.xM + tank.lengthM + GAP_M;
	return chain.map((stand) => {
		const anchor = { startXM, startYM: MARGIN_M, tank, waterLevelM, feedNode: riser };
		const piece = layoutStand(stand, system, shelf, anchor);
		const { lowEndM, lengthM } = piece.stand;
		startXM = Math.max(startXM, Math.max(lowEndM.xM + lengthM, tank.xM + tank.lengthM) + GAP_M);
		return piece;
	});
}

/** First pass: the tank stands behind the middle of the first stand, the riser ends at the highest header. */
export function groundOf(system: StructureInput, shelf: ShelfLists, chain: readonly Stand[]): Base {
	const spot = spotOf(system.design);
	const tank: TankLayout = { ...tankAtOrigin(system.design, shelf), xM: MARGIN_M, yM: MARGIN_M };
	const pump: Point = {
		xM: tank.xM + (carries(spot) ? tank.lengthM / 2 : 0.1),
		yM: tank.yM + tank.widthM / 2,
		zM: tank.floorM + PUMP_M
	};
	if (chain.length === 0) return { spot: 'beside', tank, pump, risers: [], pieces: [] };

	const sounded: FeedNode = { id: 'riser', xM: pump.xM, yM: 0, zM: 0 };
	const pieces = standsAt(system, shelf, { spot, tank, riser: sounded }, chain);
	const middleY = MARGIN_M + pieces[0]!.stand.depthM / 2;
	const ground = {
		spot,
		tank: { ...tank, yM: middleY - tank.widthM / 2 },
		riser: { ...sounded, yM: middleY, zM: Math.max(...pieces.map(({ feedM }) => feedM)) }
	};
	return {
		...ground,
		pump: { ...pump, yM: middleY },
		risers: [ground.riser],
		pieces: standsAt(system, shelf, ground, chain).map((piece) => ({
			...piece,
			returns: piece.returns.map((run) => overTank(run, ground.tank))
		}))
	};
}

/** Tank and chain carried to where the first stand, or the tank, was put. */
export function carried(base: Base, design: StructureInput['design']): Base {
	const first = base.pieces[0];
	const at = first ? design.stands[0]!.at : design.tank.at;
	if (!at) return base;

	const motion = motionOf(first ? first.stand.ground : tankGround(base.tank), at);
	if (stays(motion)) return base;

	const mover = new Mover(motion);
	return {
		...base,
		tank: mover.tank(base.tank),
		pump: mover.point(base.pump),
		risers: base.risers.map(mover.point),
		pieces: base.pieces.map((piece) => mover.piece(piece))
	};
}
