import type { Area } from '../design';
import { boxOf } from './outline';
import type { StandPiece } from './stand-piece';
import type { Layout, LayoutProblem, Point, TankLayout } from './types';

/** The box around everything that is built, m: tank, vessels, solids and lines, not plants. */
export function extentOf(tank: TankLayout, pieces: StandPiece[]): Layout['extent'] {
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

/** A problem where the box is longer, deeper or higher than its area; none where it fits. */
export function outside({ extent }: Layout, area: Area): LayoutProblem[] {
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
