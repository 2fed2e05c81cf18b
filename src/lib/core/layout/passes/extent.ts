import type { Area } from '../../design';
import { boxOf } from '../outline';
import { tankGround } from './set-down';
import type { StandPiece } from '../stand-piece';
import type { Structure, LayoutProblem, Point, TankLayout } from '../types';

/** The box around everything that is built, m: tank, vessels, solids and lines, not plants. */
export function extentOf(tank: TankLayout, pieces: StandPiece[]): Structure['extent'] {
	const from: Point = { xM: tank.xM, yM: tank.yM, zM: Math.min(0, tank.floorM) };
	const to: Point = {
		xM: tank.xM + tank.lengthM,
		yM: tank.yM + tank.widthM,
		zM: tank.floorM + tank.heightM
	};
	const x = (a: number, b: number) => {
		if (a < from.xM) from.xM = a;
		if (b > to.xM) to.xM = b;
	};
	const y = (a: number, b: number) => {
		if (a < from.yM) from.yM = a;
		if (b > to.yM) to.yM = b;
	};
	const z = (b: number) => {
		if (b > to.zM) to.zM = b;
	};
	for (const { containers, nodes, solids } of pieces) {
		for (const c of containers) {
			for (const outline of [c.front, ...c.inner.map((pot) => pot.front)]) {
				const box = boxOf(outline);
				x(box.x0, box.x1);
				z(box.z1);
			}
			if (c.radiusM === null) {
				const box = boxOf(c.above);
				y(box.z0, box.z1);
			} else y(c.yM - c.radiusM, c.yM + c.radiusM);
		}
		for (const node of nodes) z(node.zM);
		for (const solid of solids) {
			const front = boxOf(solid.front);
			const above = boxOf(solid.above);
			if (solid.front.length > 0) x(front.x0, front.x1);
			if (solid.above.length > 0) y(above.z0, above.z1);
		}
	}
	return { from, to };
}

/** Less than this through a wall is a matter of measuring, m. */
const TOUCH_M = 0.005;

/**
 * What does not fit the area: all of it where it stands anywhere, each thing that was put somewhere where it
 * stands through a wall or on the ground of another.
 */
export function outside(layout: Structure, area: Area, placed: boolean): LayoutProblem[] {
	if (placed) return [...throughWalls(layout, area), ...onSameGround(layout)];
	const { extent } = layout;
	const lengthM = extent.to.xM - extent.from.xM;
	const widthM = extent.to.yM - extent.from.yM;
	const heightM = extent.to.zM;
	if (lengthM <= area.lengthM && widthM <= area.widthM && heightM <= area.heightM) return [];
	return [
		{
			code: 'outside-area',
			lengthM,
			widthM,
			heightM
		}
	];
}

/** Everything that takes ground, by the id it is known by. */
export const grounds = ({
	tank,
	stands,
	reserve
}: Pick<Structure, 'tank' | 'stands' | 'reserve'>) => [
	{ id: 'tank', ground: tankGround(tank) },
	...(reserve ? [{ id: 'reserve', ground: reserve.ground }] : []),
	...stands.map(({ id, ground }) => ({ id, ground }))
];

function throughWalls(layout: Structure, area: Area): LayoutProblem[] {
	const high = layout.extent.to.zM;
	return [
		// a reserve may stand outside and lead its hose in
		...grounds({ ...layout, reserve: null }).flatMap(({ id, ground }): LayoutProblem[] => {
			const byM = Math.max(
				-ground.x0,
				ground.x1 - area.lengthM,
				-ground.y0,
				ground.y1 - area.widthM
			);
			return byM > TOUCH_M ? [{ code: 'through-wall', what: id, byM }] : [];
		}),
		...(high > area.heightM
			? [{ code: 'outside-area' as const, lengthM: 0, widthM: 0, heightM: high }]
			: [])
	];
}

/** Stands on one another's ground; a tank may stand under one. */
function onSameGround({ stands }: Structure): LayoutProblem[] {
	return stands.flatMap((one, i) =>
		stands.slice(i + 1).flatMap((other): LayoutProblem[] => {
			const [a, b] = [one.ground, other.ground];
			const byM = Math.min(
				Math.min(a.x1, b.x1) - Math.max(a.x0, b.x0),
				Math.min(a.y1, b.y1) - Math.max(a.y0, b.y0)
			);
			return byM > TOUCH_M ? [{ code: 'same-ground', what: other.id, other: one.id, byM }] : [];
		})
	);
}
