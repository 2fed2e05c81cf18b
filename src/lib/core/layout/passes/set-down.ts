import { turnsOf, type Area, type Door, type Face } from '../../design';
import { boxOf, portal, rect } from '../outline';
import type { StandPiece } from '../stand-piece';
import type {
	Container,
	Corner,
	FeedRun,
	Ground,
	Point,
	ReturnRun,
	EmptySite,
	Solid,
	TankLayout
} from '../types';

/**
 * How what was laid out from the front comes to stand in the area: the ground it takes as laid out, where its
 * low corner comes to lie, and quarter turns to the left about it.
 */
export interface Motion {
	ground: Ground;
	xM: number;
	yM: number;
	turns: number;
}

/** What stays as it was laid out. */
export const stays = ({ turns, ground, xM, yM }: Motion): boolean =>
	turns === 0 && ground.x0 === xM && ground.y0 === yM;

/** The motion that brings some ground to where it was put. */
export const motionOf = (ground: Ground, at: { xM: number; yM: number; faces: Face }): Motion => ({
	ground,
	xM: at.xM,
	yM: at.yM,
	turns: turnsOf(at.faces)
});

/** A place on the ground after a motion. */
export function moved({ ground, xM, yM, turns }: Motion, x: number, y: number): [number, number] {
	const [u, v] = [x - ground.x0, y - ground.y0];
	const [long, deep] = [ground.x1 - ground.x0, ground.y1 - ground.y0];
	switch (turns) {
		case 1:
			return [xM + deep - v, yM + u];
		case 2:
			return [xM + long - u, yM + deep - v];
		case 3:
			return [xM + v, yM + long - u];
		default:
			return [xM + u, yM + v];
	}
}

/** A channel that takes more ground to the back than it is thick stands leaning. */
function isRaked({ form, front, above }: Container): boolean {
	if (form !== 'channel') return false;
	const [seen, ground] = [boxOf(front), boxOf(above)];
	const thick = seen.x1 - seen.x0;
	return ground.z1 - ground.z0 > 1.2 * thick && seen.z1 - seen.z0 > thick;
}

/** Everything of a stand carried along by one motion: lengths and heights stay, what is seen from the front does not. */
export class Mover {
	private readonly points = new Map<Point, Point>();

	constructor(private readonly motion: Motion) {}

	private get sideways(): boolean {
		return this.motion.turns % 2 === 1;
	}

	/** The same object comes back for the same object, so that runs still end at their nodes. */
	point = <P extends Point>(point: P): P => {
		const known = this.points.get(point);
		if (known) return known as P;
		const [xM, yM] = moved(this.motion, point.xM, point.yM);
		const made = { ...point, xM, yM };
		this.points.set(point, made);
		return made;
	};

	above = (corners: readonly Corner[]): Corner[] =>
		corners.map(([x, y]) => moved(this.motion, x, y));

	facing = (deg: number): number => (deg + 90 * this.motion.turns) % 360;

	/** An outline of something round, alike from all sides, about its new middle. */
	private round(front: readonly Corner[], from: number, to: number): Corner[] {
		return front.map(([x, z]) => [x - from + to, z]);
	}

	/** What is seen of something from the front once it is turned: as wide as its ground is now. */
	seen(front: readonly Corner[], was: readonly Corner[], is: readonly Corner[]): Corner[] {
		if (front.length === 0 || was.length === 0) return [];
		const [old, now] = [boxOf(was), boxOf(is)];
		const share = (now.x1 - now.x0) / Math.max(1e-9, old.x1 - old.x0);
		const mirrored = this.motion.turns === 2;
		return front.map(([x, z]) => [
			mirrored ? now.x1 - (x - old.x0) * share : now.x0 + (x - old.x0) * share,
			z
		]);
	}

	/** What leans back, from the side: as thick as it is wide from the front, its top where the wall is. */
	private leaning(front: readonly Corner[], is: readonly Corner[]): Corner[] {
		if (front.length === 0) return [];
		const [old, now] = [boxOf(front), boxOf(is)];
		const thick = old.x1 - old.x0;
		const outline: Corner[] = [
			[now.x0, old.z0],
			[now.x1 - thick, old.z1],
			[now.x1, old.z1],
			[now.x0 + thick, old.z0]
		];
		if (this.motion.turns !== 1) return outline;
		return outline.map(([x, z]) => [now.x0 + now.x1 - x, z]);
	}

	container(container: Container): Container {
		const { xM, yM } = this.point(container);
		if (container.radiusM !== null) {
			const view = (front: readonly Corner[]) => this.round(front, container.xM, xM);
			return {
				...container,
				...{ xM, yM },
				front: view(container.front),
				mediumFront: view(container.mediumFront),
				poolFront: view(container.poolFront),
				inner: container.inner.map(this.pot)
			};
		}
		const above = this.above(container.above);
		const raked = this.sideways && isRaked(container);
		const view = (front: readonly Corner[]) =>
			raked ? this.leaning(front, above) : this.seen(front, container.above, above);
		return {
			...container,
			...{ xM, yM, above },
			front: view(container.front),
			mediumFront: view(container.mediumFront),
			poolFront: view(container.poolFront),
			inner: container.inner.map(this.pot)
		};
	}

	private pot = (pot: Container['inner'][number]): Container['inner'][number] => {
		const [xM, yM] = moved(this.motion, pot.xM, pot.yM);
		return {
			...pot,
			...{ xM, yM },
			front: this.round(pot.front, pot.xM, xM),
			mediumFront: this.round(pot.mediumFront, pot.xM, xM)
		};
	};

	site<S extends EmptySite>(site: S): S {
		const { xM, yM } = this.point(site);
		if (site.facingDeg === null)
			return {
				...site,
				...{ xM, yM },
				opening: site.opening && this.round(site.opening, site.xM, xM)
			};
		const facingDeg = this.facing(site.facingDeg);
		// a hole in a wall that turns away looks narrow
		const wide = (deg: number) => Math.max(0.16, Math.abs(Math.cos((deg * Math.PI) / 180)));
		const share = wide(facingDeg) / wide(site.facingDeg);
		return {
			...site,
			...{ xM, yM, facingDeg },
			opening: site.opening && site.opening.map(([x, z]) => [xM + (x - site.xM) * share, z])
		};
	}

	run = <R extends FeedRun | ReturnRun>(run: R): R => ({
		...run,
		points: run.points.map(this.point)
	});

	/** Boards, legs and posts are boxes: from the side they are as wide as they are deep. */
	solid = (solid: Solid): Solid => {
		const above = this.above(solid.above);
		if (solid.front.length === 0) return { ...solid, above };
		if (!this.sideways)
			return { ...solid, above, front: this.seen(solid.front, solid.above, above) };
		const [box, was] = [boxOf(above), boxOf(solid.front)];
		const front = rect(box.x0, box.x1, was.z0, was.z1);
		// the legs of a bench stand in pairs, one at the front and one at the back, with a rail between
		const legM = was.x1 - was.x0;
		const pair = solid.role === 'leg' && was.z1 - was.z0 > 2 * legM && box.x1 - box.x0 > 3 * legM;
		return { ...solid, above, front: pair ? portal(front, legM) : front };
	};

	piece(piece: StandPiece): StandPiece {
		const { stand } = piece;
		return {
			...piece,
			nodes: piece.nodes.map(this.point),
			runs: piece.runs.map(this.run),
			returns: piece.returns.map(this.run),
			outlets: piece.outlets.map(this.point),
			containers: piece.containers.map((container) => this.container(container)),
			sites: piece.sites.map((site) => this.site(site)),
			solids: piece.solids.map(this.solid),
			stand: {
				...stand,
				lowEndM: this.point(stand.lowEndM),
				turns: (stand.turns + this.motion.turns) % 4,
				ground: this.ground(stand.ground)
			}
		};
	}

	ground({ x0, x1, y0, y1 }: Ground): Ground {
		const { x0: a, x1: b, z0: c, z1: d } = boxOf(this.above(rect(x0, x1, y0, y1)));
		return { x0: a, x1: b, y0: c, y1: d };
	}

	tank(tank: TankLayout): TankLayout {
		const { x0, x1, y0, y1 } = this.ground(tankGround(tank));
		const [hatchX, hatchY] = tank.hatch ? moved(this.motion, tank.hatch.xM, tank.hatch.yM) : [0, 0];
		return {
			...tank,
			xM: x0,
			yM: y0,
			lengthM: x1 - x0,
			widthM: y1 - y0,
			bottomLengthM: (tank.bottomLengthM / tank.lengthM) * (x1 - x0),
			hatch: tank.hatch && { ...tank.hatch, xM: hatchX, yM: hatchY }
		};
	}
}

/** The ground a tank takes. */
export const tankGround = ({ xM, yM, lengthM, widthM }: TankLayout): Ground => ({
	x0: xM,
	x1: xM + lengthM,
	y0: yM,
	y1: yM + widthM
});

/** Whoever comes in by a door needs so much behind it, m, though it opens outwards. */
const STEP_IN_M = 0.4;

/** The ground a door sweeps when it opens, or that stays free to go in by it. */
export function doorGround(
	{ lengthM, widthM }: Pick<Area, 'lengthM' | 'widthM'>,
	{ side, atM, widthM: wide, opens }: Door
): Ground {
	const deep = opens === 'in' ? wide : Math.min(wide, STEP_IN_M);
	switch (side) {
		case 'front':
			return { x0: atM, x1: atM + wide, y0: 0, y1: deep };
		case 'back':
			return { x0: atM, x1: atM + wide, y0: widthM - deep, y1: widthM };
		case 'left':
			return { x0: 0, x1: deep, y0: atM, y1: atM + wide };
		case 'right':
			return { x0: lengthM - deep, x1: lengthM, y0: atM, y1: atM + wide };
	}
}

/** The ground a post or the like takes. */
export const obstacleGround = (o: {
	xM: number;
	yM: number;
	lengthM: number;
	widthM: number;
}): Ground => ({ x0: o.xM, x1: o.xM + o.lengthM, y0: o.yM, y1: o.yM + o.widthM });
