import type { Area, Stand } from '../../design';
import { type ShelfLists, pick } from '../../shelf';
import { type Base, GAP_M, MARGIN_M, filledTo } from './ground';
import type { StandPiece } from '../stand-piece';
import type { FeedNode, FeedRun, StructureInput, TankLayout } from '../types';
import { layoutStand } from '../variants';
import { Mover, motionOf, obstacleGround, tankGround } from './set-down';
import { broughtHome } from './gather';
import { layMains } from './mains';

/** Mains to stands that were put somewhere branch off so far over the tank's rim, m. */
export const OVER_RIM_M = 0.05;

/** A stand by itself, from its own low end on: its water comes in there and runs out there. */
export function standAlone(
	stand: Stand,
	system: StructureInput,
	shelf: ShelfLists,
	tank: TankLayout
): { piece: StandPiece; inlet: FeedNode } {
	const waterLevelM = filledTo(system, shelf);
	const sink = { ...tank, xM: -0.12, lengthM: 0.04, bottomLengthM: 0.04, yM: 0, widthM: 0.1 };
	const inlet: FeedNode = { id: `${stand.id}.inlet`, xM: -0.06, yM: 0, zM: 0 };
	const anchor = { startXM: 0, startYM: 0, tank: sink, waterLevelM, feedNode: inlet };
	const sounded = layoutStand(stand, system, shelf, anchor);
	const middleY = sounded.stand.depthM / 2;
	const at = { ...inlet, yM: middleY, zM: sounded.feedM };
	return {
		inlet: at,
		piece: layoutStand(stand, system, shelf, {
			...anchor,
			tank: { ...sink, yM: middleY - sink.widthM / 2 },
			feedNode: at
		})
	};
}

/** Each of some stands laid out by itself and carried to its place; one without follows the one before. */
export function putDown(
	system: StructureInput,
	shelf: ShelfLists,
	stands: readonly Stand[],
	{ tank, ways }: { tank: TankLayout; ways: Parameters<typeof broughtHome>[1] }
) {
	let nextXM = MARGIN_M;
	return stands.map((stand) => {
		const alone = standAlone(stand, system, shelf, tank);
		const at = stand.at ?? { xM: nextXM, yM: MARGIN_M, faces: 'front' as const };
		const mover = new Mover(motionOf(alone.piece.stand.ground, at));
		const inlet = mover.point(alone.inlet);
		const piece = mover.piece(alone.piece);
		nextXM = Math.max(nextXM, piece.stand.ground.x1 + GAP_M);
		return { stand, inlet, piece: { ...piece, returns: broughtHome(piece.returns, ways, shelf) } };
	});
}

/** Stands that were put somewhere, and the mains to them. */
export interface Apart {
	pieces: StandPiece[];
	nodes: FeedNode[];
	runs: FeedRun[];

	/** Where their mains branch off over the tank; null: there are none. */
	tee: FeedNode | null;
}

/** Stands that were put somewhere, each laid out by itself and carried there, and the mains to them. */
export function standsApart(
	system: StructureInput,
	shelf: ShelfLists,
	area: Area,
	base: Base,
	chain: readonly Stand[]
): Apart {
	const { design } = system;
	const stands = design.stands.filter((stand) => !chain.includes(stand));
	if (stands.length === 0) return { pieces: [], nodes: [], runs: [], tee: null };

	const { tank, pump } = base;
	const ways = {
		tank: tankGround(tank),
		blocks: [...area.obstacles.map(obstacleGround), tankGround(tank)],
		room: { x0: 0, x1: area.lengthM, y0: 0, y1: area.widthM }
	};

	const placed = putDown(system, shelf, stands, { tank, ways });
	// a tap stands at the foot of a tank that needs no pump

	const zM = system.sourceKind === 'pump' ? tank.floorM + tank.heightM + OVER_RIM_M : pump.zM;
	const tee: FeedNode = { ...pump, id: 'main.tee', zM };
	const tube = pick(shelf.tubes, design.lines.mainTubeId);
	const { nodes, runs } = layMains(
		{
			...ways,
			tubeId: tube.id,
			innerDiameterMm: tube.innerDiameterMm,
			tee,
			goesUp: base.risers.length > 0
		},
		placed.map(({ stand, inlet }) => ({ standId: stand.id, name: stand.name, node: inlet }))
	);
	return {
		pieces: placed.map(({ piece }) => piece),
		nodes: [tee, ...nodes, ...placed.map(({ inlet }) => inlet)],
		runs,
		tee
	};
}
