import { standOf, type Change } from '../../design';
import { lowerFirst } from '../../quantity';
import {
	doorGround,
	freeGround,
	grounds,
	isPlaced,
	obstacleGround,
	placementOf,
	putReserve,
	putStand,
	putTank,
	turned,
	type Ground,
	type LayoutProblem,
	type StandLayout
} from '../../layout';
import type { SystemModel } from '../../model';
import { availableFixes, set, type Fix, type Rule, type Said, type Subject } from '../finding';
import { say } from '../sentence';
import { subjectOn } from '../words';

/** What something that takes ground is called in a sentence. */
function called({ design }: SystemModel, id: string): string {
	const stand = standOf(design, id);
	if (stand) return `“${stand.name}”`;
	return id === 'tank' ? 'The tank' : 'The reserve';
}
const groundIn = (model: SystemModel, id: string): Ground =>
	grounds(model.layout).find((one) => one.id === id)!.ground;

/** Which thing is moved to move another: a tank that follows its stand goes with it. */
function movable({ design }: SystemModel, id: string): string {
	return id === 'tank' && design.tank.at === null ? design.stands[0]!.id : id;
}

/** A thing put somewhere else, turned or not. */
function put(
	model: SystemModel,
	id: string,
	to: { xM: number; yM: number },
	quarter = false
): Change[] {
	const { design, layout } = model;
	if (id === 'reserve') return putReserve({ faces: 'front', ...design.reserve?.at, ...to });
	if (id === 'tank') return putTank(design, layout, { faces: 'front', ...design.tank.at, ...to });
	const at = placementOf(layout, id);
	const faces = quarter ? turned(groundIn(model, id), at).faces : at.faces;
	return putStand(design, layout, id, { faces, ...to });
}

/** Where it would be out of the way: just inside, on the nearest free ground, or that turned. */
function* elsewhere(model: SystemModel, id: string): Iterable<Fix> {
	const what = movable(model, id);
	// two things may be offered to be moved: each is named
	const it = lowerFirst(called(model, what));
	const { x0, x1, y0, y1 } = groundIn(model, what);
	const { lengthM, widthM } = model.area;
	const [wide, deep] = [x1 - x0, y1 - y0];
	const beside = (xM: number, yM: number): string =>
		`${say(xM, 'span')} from the left, ${say(yM, 'span')} from the front`;
	const inside = {
		xM: Math.max(0, Math.min(x0, lengthM - wide)),
		yM: Math.max(0, Math.min(y0, widthM - deep))
	};
	const fits = wide <= lengthM && deep <= widthM;
	if (fits && (inside.xM !== x0 || inside.yM !== y0))
		yield {
			label: `Move ${it} inside`,
			effect: beside(inside.xM, inside.yM),
			change: put(model, what, inside)
		};
	const free = freeGround(model.layout, model.area, { wide, deep }, { xM: x0, yM: y0 }, [what]);
	if (free)
		yield {
			label: `Move ${it} to free ground`,
			effect: beside(free.xM, free.yM),
			change: put(model, what, free)
		};
	if (what === 'tank' || what === 'reserve') return;
	const size = { wide: deep, deep: wide };
	const across = freeGround(model.layout, model.area, size, { xM: x0, yM: y0 }, [what]);
	if (across)
		yield {
			label: `Turn ${it} and move it to free ground`,
			effect: beside(across.xM, across.yM),
			change: put(model, what, across, true)
		};
}

const subjectOf = (model: SystemModel, id: string): Subject =>
	id === 'tank' || id === 'reserve' ? id : subjectOn(model, { id }, 'top');

/** Something put through the edge of its area. */
export function throughWall(
	model: SystemModel,
	{ code, what, byM }: Extract<LayoutProblem, { code: 'through-wall' }>
): Said {
	return {
		code,
		step: 'place',
		severity: 'stop',
		subject: subjectOf(model, what),
		off: byM,
		message: `${called(model, what)} stands ${say(byM, 'span')} through the edge of ${model.area.name}.`,
		fixes: () => availableFixes(...elsewhere(model, what))
	};
}

/** Two things put on the same ground. */
export function sameGround(
	model: SystemModel,
	{ code, what, other, byM }: Extract<LayoutProblem, { code: 'same-ground' }>
): Said {
	return {
		code,
		step: 'place',
		severity: 'stop',
		subject: subjectOf(model, what),
		off: byM,
		message: `${called(model, what)} and ${called(model, other)} stand on the same ground: they overlap by ${say(byM, 'span')}.`,
		fixes: () => availableFixes(...elsewhere(model, what), ...elsewhere(model, other))
	};
}

const meets = (a: Ground, b: Ground): boolean =>
	a.x0 < b.x1 - 1e-6 && a.x1 > b.x0 + 1e-6 && a.y0 < b.y1 - 1e-6 && a.y1 > b.y0 + 1e-6;

/** What was put where something else stands on the floor already. */
export const standingInIt: Rule = (model) => {
	if (!isPlaced(model.design)) return [];
	return model.area.obstacles.flatMap((o, k): Said[] => {
		const ground = obstacleGround(o);
		return grounds(model.layout)
			.filter((one) => meets(one.ground, ground))
			.map(({ id }): Said => ({
				code: 'obstacle-in-the-way',
				step: 'place',
				severity: 'stop',
				subject: `obstacle${k + 1}`,
				message: `${called(model, id)} is put where ${o.name.toLowerCase()} stands, ${say(o.xM, 'span')} from the left and ${say(o.yM, 'span')} from the front.`,
				fixes: () => availableFixes(...elsewhere(model, id))
			}));
	});
};

/** What stands where a door opens, or where one goes in by it. */
export const doors: Rule = (model) => {
	// what stands anywhere in its area stands in no door yet
	if (!isPlaced(model.design)) return [];
	return model.area.doors.flatMap((door, k): Said[] => {
		const swept = doorGround(model.area, door);
		return grounds(model.layout)
			.filter(({ ground }) => meets(ground, swept))
			.map(({ id, ground }): Said => ({
				code: 'door-blocked',
				step: 'place',
				severity: 'stop',
				subject: subjectOf(model, id),
				message: `${called(model, id)} stands where ${door.name.toLowerCase()} ${door.opens === 'in' ? 'swings' : 'lets one in'}: ${door.opens === 'in' ? 'it does not open' : 'nobody gets in'}.`,
				fixes: () =>
					availableFixes(
						...elsewhere(model, id),
						door.opens === 'in' &&
							!meets(ground, doorGround(model.area, { ...door, opens: 'out' })) && {
								label: `Hang ${door.name.toLowerCase()} to open outwards`,
								effect: 'its leaf is out of the way',
								change: [set(`place.areas[id=${model.area.id}].doors.${k}.opens`, 'out')]
							}
					)
			}));
	});
};

/** What is free on each side of some ground, up to the next thing or the edge of the area, m. */
function freeAround(model: SystemModel, id: string): Record<keyof Ground, number> {
	const { layout, area } = model;
	const mine = groundIn(model, id);
	const others = [
		...grounds(layout)
			// what stands under it is in nobody's way
			.filter((one) => one.id !== id && !meets(one.ground, mine))
			.map((one) => one.ground),
		...area.obstacles.map(obstacleGround)
	];
	const beside = (along: 'x' | 'y') =>
		others.filter((o) =>
			along === 'x'
				? o.y0 < mine.y1 - 0.05 && o.y1 > mine.y0 + 0.05
				: o.x0 < mine.x1 - 0.05 && o.x1 > mine.x0 + 0.05
		);
	const least = (edge: number, gaps: readonly number[]) =>
		Math.min(edge, ...gaps.filter((gap) => gap > -1e-6));
	return {
		x0: least(
			mine.x0,
			beside('x').map((o) => mine.x0 - o.x1)
		),
		x1: least(
			area.lengthM - mine.x1,
			beside('x').map((o) => o.x0 - mine.x1)
		),
		y0: least(
			mine.y0,
			beside('y').map((o) => mine.y0 - o.y1)
		),
		y1: least(
			area.widthM - mine.y1,
			beside('y').map((o) => o.y0 - mine.y1)
		)
	};
}

/** How wide the ways along both long sides of a stand are, its front first, m. */
export function waysAlong(model: SystemModel, stand: StandLayout): [front: number, back: number] {
	const free = freeAround(model, stand.id);
	const sides = [free.y0, free.x1, free.y1, free.x0];
	return [sides[stand.turns]!, sides[(stand.turns + 2) % 4]!];
}

/** Somebody has to get at every stand that was put somewhere, with a can. */
export function aisles(model: SystemModel): Said[] {
	const { area, layout } = model;
	if (area.walkM === 0) return [];
	return layout.stands.flatMap((stand): Said[] => {
		const around = Object.values(freeAround(model, stand.id));
		const best = Math.max(...(stand.view === 'rows' ? waysAlong(model, stand) : around));
		if (best >= area.walkM - 1e-6) return [];
		const { x0, x1, y0, y1 } = stand.ground;
		const size = { wide: x1 - x0, deep: y1 - y0 };
		const free = freeGround(layout, area, size, { xM: x0, yM: y0 }, [stand.id], [area.walkM]);
		return [
			{
				code: 'no-way-through',
				step: 'place',
				severity: 'look',
				subject: subjectOn(model, stand, 'top'),
				off: (area.walkM - best) / area.walkM,
				message: `Along ${called(model, stand.id)} ${say(Math.max(0, best), 'span')} are left at most to walk and work in; you keep ${say(area.walkM, 'span')} free.`,
				fixes: () =>
					availableFixes(
						free && {
							label: 'Move it to where one gets by',
							effect: `${say(free.xM, 'span')} from the left, ${say(free.yM, 'span')} from the front`,
							change: put(model, stand.id, free)
						}
					)
			}
		];
	});
}
