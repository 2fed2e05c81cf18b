import type { Area, Design, Placement } from '../../design';
import { pick, shapeHeightMm, type ShelfLists, type TankShape } from '../../shelf';
import { ELBOW } from '../fittings';
import { rect } from '../outline';
import { freeGround } from '../put';
import { footprint } from '../tank';
import { tankGround } from './set-down';
import {
	lengthOf,
	type Corner,
	type Fitting,
	type Ground,
	type Layout,
	type Point,
	type ReserveLayout
} from '../types';
import { shortestWay } from '../ways';

type Reserve = NonNullable<Design['reserve']>;

/** Between one vessel and the next, for the hose that joins them, m. */
const BETWEEN_M = 0.06;
/** From what it stands beside, m. */
const BESIDE_M = 0.1;

/** The true shape of one of a reserve's vessels. */
export const reserveShapeOf = (reserve: Reserve, shelf: Pick<ShelfLists, 'tanks'>): TankShape =>
	reserve.shape ?? pick(shelf.tanks, reserve.partId).shape;

/** A vessel seen from the front with so much of its width at its foot. */
function outlineOf(ground: Ground, floorM: number, heightM: number, share: number, upToM: number) {
	const mid = (ground.x0 + ground.x1) / 2;
	const half = (ground.x1 - ground.x0) / 2;
	const at = (m: number) => half * (share + (1 - share) * (m / heightM));
	return [
		[mid - at(0), floorM],
		[mid - at(upToM), floorM + upToM],
		[mid + at(upToM), floorM + upToM],
		[mid + at(0), floorM]
	] satisfies Corner[];
}

/** Vessels side by side from a corner on, along or across. */
function vesselsAt(
	reserve: Reserve,
	shape: TankShape,
	corner: { xM: number; yM: number },
	sideways: boolean
): ReserveLayout['vessels'] {
	const { lengthM, widthM, bottomLengthM, round } = footprint(shape);
	const [wide, deep] = sideways ? [widthM, lengthM] : [lengthM, widthM];
	const [heightM, floorM] = [shapeHeightMm(shape) / 1000, reserve.floorMm / 1000];
	return Array.from({ length: reserve.count }, (_, i) => {
		const step = i * ((sideways ? deep : wide) + BETWEEN_M);
		const [x0, y0] = sideways ? [corner.xM, corner.yM + step] : [corner.xM + step, corner.yM];
		const ground = { x0, x1: x0 + wide, y0, y1: y0 + deep };
		const view = (upToM: number) =>
			outlineOf(ground, floorM, heightM, bottomLengthM / lengthM, upToM);
		return { ground, round, front: view(heightM), waterFront: view(heightM * 0.96) };
	});
}

const sizeOf = (reserve: Reserve, shape: TankShape) => {
	const { lengthM, widthM } = footprint(shape);
	const long = reserve.count * lengthM + (reserve.count - 1) * BETWEEN_M;
	return { long, deep: widthM };
};

/** Where it stands: where it was put, on free ground near the tank, or outside where there is none. */
function cornerOf(
	reserve: Reserve,
	shape: TankShape,
	layout: Pick<Layout, 'tank' | 'stands' | 'extent' | 'reserve'>,
	area: Area
): Placement {
	if (reserve.at) return reserve.at;
	const { long, deep } = sizeOf(reserve, shape);
	const { tank, extent } = layout;
	const beside = {
		xM: Math.min(0, extent.from.xM) - BESIDE_M - long,
		yM: tank.yM + tank.widthM / 2 - deep / 2,
		faces: 'front' as const
	};
	const near = { xM: tank.xM, yM: tank.yM };
	const free = freeGround(layout, area, { wide: long, deep }, near, [], [BESIDE_M]);
	return free ? { ...free, faces: 'front' } : beside;
}

/**
 * A reserve in space: its vessels, and the hose from the outlet of the nearest to the float over the tank.
 *
 * @param floatM height of the float, over the floor of the place
 */
export function layoutReserve(
	reserve: Reserve,
	layout: Pick<Layout, 'tank' | 'stands' | 'extent' | 'reserve'>,
	shelf: ShelfLists,
	{ area, floatM }: { area: Area; floatM: number }
): ReserveLayout {
	const shape = reserveShapeOf(reserve, shelf);
	const at = cornerOf(reserve, shape, layout, area);
	const sideways = at.faces === 'left' || at.faces === 'right';
	const vessels = vesselsAt(reserve, shape, at, sideways);
	const ground = {
		x0: Math.min(...vessels.map((v) => v.ground.x0)),
		x1: Math.max(...vessels.map((v) => v.ground.x1)),
		y0: Math.min(...vessels.map((v) => v.ground.y0)),
		y1: Math.max(...vessels.map((v) => v.ground.y1))
	};
	const tube = pick(shelf.tubes, reserve.hoseTubeId);
	const outletM = (reserve.floorMm + reserve.outletMm) / 1000;
	const points = hosePoints(vessels, tankGround(layout.tank), outletM, floatM);
	const elbows: Fitting[] = points.slice(2).map(() => ELBOW);
	return {
		vessels,
		ground,
		floorM: reserve.floorMm / 1000,
		heightM: shapeHeightMm(shape) / 1000,
		outletM,
		floatM,
		solids: stoolsUnder(vessels, reserve.floorMm / 1000),
		hose: {
			points,
			tubeId: tube.id,
			innerDiameterMm: tube.innerDiameterMm,
			lengthM: Math.max(0.05, lengthOf(points)),
			fittings: elbows
		}
	};
}

/** From the vessel nearest the tank, along square corners, and up or down to the float. */
function hosePoints(
	vessels: ReserveLayout['vessels'],
	tank: Ground,
	outletM: number,
	floatM: number
): Point[] {
	const clamp = (m: number, low: number, high: number) => Math.min(high, Math.max(low, m));
	const middle = ({ x0, x1, y0, y1 }: Ground) => [(x0 + x1) / 2, (y0 + y1) / 2] as const;
	const [tx, ty] = middle(tank);
	const away = ({ ground }: ReserveLayout['vessels'][number]) => {
		const [x, y] = middle(ground);
		return Math.abs(x - tx) + Math.abs(y - ty);
	};
	const { ground } = vessels.reduce((best, v) => (away(v) < away(best) ? v : best));
	const from = [clamp(tx, ground.x0, ground.x1), clamp(ty, ground.y0, ground.y1)] as const;
	const to = [clamp(from[0], tank.x0, tank.x1), clamp(from[1], tank.y0, tank.y1)] as const;
	const way = shortestWay([from], to, []).map(([xM, yM]): Point => ({ xM, yM, zM: outletM }));
	return [...way, { ...way.at(-1)!, zM: floatM }];
}

/** What raised vessels stand on: a board and two legs each. */
function stoolsUnder(vessels: ReserveLayout['vessels'], floorM: number): Layout['solids'] {
	const board = Math.min(0.04, floorM);
	if (floorM < 0.02) return [];
	return vessels.flatMap(({ ground: { x0, x1, y0, y1 } }, i) => {
		const part = (id: string, a: number, b: number, low: number, high: number) => ({
			id: `reserve.${id}${i + 1}`,
			standId: null,
			role: 'leg' as const,
			front: rect(a, b, low, high),
			above: rect(x0, x1, y0, y1)
		});
		return [
			part('board', x0, x1, floorM - board, floorM),
			...(floorM > board
				? [
						part('left', x0 + 0.03, x0 + 0.08, 0, floorM - board),
						part('right', x1 - 0.08, x1 - 0.03, 0, floorM - board)
					]
				: [])
		];
	});
}
