import type { Area, Design } from '../../design';
import { rect } from '../outline';
import type { Structure, TankLayout } from '../types';

const LAMP_M = 0.05;

/** Lamps over what is built, from its left and its front; the drawing grows to hold them. */
export function hang(layout: Structure, design: Pick<Design, 'lamps'>): void {
	const { to } = layout.extent;
	const { xM: left, yM: front } = layout.origin;
	for (const lamp of design.lamps) {
		const x = left + lamp.xM;
		const y = front + lamp.yM;
		layout.solids.push({
			id: `lamp.${lamp.id}`,
			standId: null,
			role: 'lamp',
			front: rect(x - lamp.lengthM / 2, x + lamp.lengthM / 2, lamp.heightM, lamp.heightM + LAMP_M),
			above: rect(x - lamp.lengthM / 2, x + lamp.lengthM / 2, y - 0.1, y + 0.1)
		});
		to.zM = Math.max(to.zM, lamp.heightM + LAMP_M);
	}
}

/** What a raised tank stands on. */
export function tankStand(tank: TankLayout): Structure['solids'] {
	const top = tank.floorM;
	if (top < 0.02) return [];
	const above = rect(tank.xM, tank.xM + tank.lengthM, tank.yM, tank.yM + tank.widthM);
	const inset = (tank.lengthM - tank.bottomLengthM) / 2;
	const [x0, x1] = [tank.xM + inset, tank.xM + tank.lengthM - inset];
	const part = (id: string, a: number, b: number, z0: number, z1: number) => ({
		id: `tank.${id}`,
		standId: null,
		role: 'leg' as const,
		front: rect(a, b, z0, z1),
		above
	});
	const board = Math.min(0.03, top);
	return [
		part('board', x0 - 0.02, x1 + 0.02, top - board, top),
		...(top > board
			? [part('leg1', x0, x0 + 0.045, 0, top - board), part('leg2', x1 - 0.045, x1, 0, top - board)]
			: [])
	];
}

/** What else stands in the area, as solids. */
export const obstacles = (area: Area): Structure['solids'] =>
	area.obstacles.map((o, i) => ({
		id: `obstacle${i + 1}`,
		standId: null,
		role: 'obstacle',
		front: [
			[o.xM, 0],
			[o.xM + o.lengthM, 0],
			[o.xM + o.lengthM, o.heightM],
			[o.xM, o.heightM]
		],
		above: [
			[o.xM, o.yM],
			[o.xM + o.lengthM, o.yM],
			[o.xM + o.lengthM, o.yM + o.widthM],
			[o.xM, o.yM + o.widthM]
		]
	}));
