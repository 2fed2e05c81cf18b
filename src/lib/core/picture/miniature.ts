import type { Parts } from '../design';
import { crownOf, tankShapeOf, type Layout, type Site } from '../layout';
import { SystemModel } from '../model';
import { heightAt, pick, type Shelf } from '../shelf';
import { leavesOf, type Leaf } from './plant-shape';
import { polygon } from './polygon';
import { shownOf, type Shown } from './shown';

export interface MiniatureSize {
	perMetre?: number;
	/** With its plants full grown, as it will stand. */
	grown?: boolean;
	/** The largest it may be, px; its scale then follows. */
	most?: { width: number; height: number };
	/** As it is built, without flows: nothing is marked dry. */
	plain?: boolean;
}

/** A small drawing as shapes alone, in px: it can be kept, sent and drawn without the model. */
export interface Miniature {
	width: number;
	height: number;
	solids: { id: string; role: string; points: string }[];
	plants: { id: string; x: number; z: number; stem: number; turn: number; leaves: Leaf[] }[];
	returns: { id: string; points: string }[];
	water: string;
	tank: string;
	reserve: { wall: string; water: string }[];
	supply: { id: string; points: string }[];
	vessels: { id: string; inner: string[]; points: string; dry: boolean }[];
	/** Seen from all sides: plants stand out in front of what they grow in. */
	sides: boolean;
	holes: { id: string; points: string }[];
}

/** Room for leaves beyond the bench, px. */
const PAD = 22;

const tenths = (px: number): number => Math.round(px * 10) / 10;
const rounded = ({ cx, cy, rx, ry, turn }: Leaf): Leaf => ({
	cx: tenths(cx),
	cy: tenths(cy),
	rx: tenths(rx),
	ry: tenths(ry),
	turn: tenths(turn)
});

/** A system small and true: the same layout, the same water, no words. */
export function miniatureOf(parts: Parts, shelf: Shelf, size: MiniatureSize = {}): Miniature {
	const model = new SystemModel(parts, shelf);
	return miniatureOfModel(size.grown ? model.grown : model, size);
}

/** From metres to px, and outlines as points. */
interface Sheet {
	perMetre: number;
	width: number;
	height: number;
	x: (m: number) => number;
	z: (m: number) => number;
	corners: (list: readonly (readonly [number, number])[]) => string;
}

function sheetFor(
	{ sites, drawn: extent }: Layout,
	{ perMetre: wished = 70, most }: MiniatureSize
): Sheet {
	const { from, to } = extent;
	const topOf = (s: Site) => (s.cropId && s.facingDeg === null ? crownOf(s).topM : s.zM + 0.1);
	const topM = sites.reduce((top, s) => Math.max(top, topOf(s)), to.zM) + 0.08;
	const lowM = Math.min(0, from.zM);
	const perMetre = most
		? Math.min(
				(most.width - 2 * PAD) / Math.max(0.3, to.xM - from.xM),
				(most.height - 4) / Math.max(0.3, topM - lowM)
			)
		: wished;
	const height = (topM - lowM) * perMetre + 4;
	const x = (m: number) => PAD + (m - from.xM) * perMetre;
	const z = (m: number) => height - 2 - (m - lowM) * perMetre;
	const corners: Sheet['corners'] = (list) => polygon(list.map(([px, pz]) => [x(px), z(pz)]));
	return { perMetre, width: (to.xM - from.xM) * perMetre + 2 * PAD, height, x, z, corners };
}

/** A system small and true, of a model that is there. */
export function miniatureOfModel(model: SystemModel, size: MiniatureSize): Miniature {
	const { layout } = model;
	const sheet = sheetFor(layout, size);
	const { corners, width, height } = sheet;
	const shown = shownOf(model, null, layout, !size.plain);
	const holes = shown.sites.filter((s) => s.opening && !shown.behind.has(s.id));
	const lowM = layout.extent.from.zM;
	return {
		width,
		height,
		solids: layout.solids
			.filter((s) => s.role !== 'obstacle')
			.map(({ id, role, front }) => ({
				id,
				role,
				points: corners(front.map(([px, pz]) => [px, Math.max(pz, lowM)]))
			})),
		plants: plantsOn(shown, sheet, model.shelf),
		...tankOn(model, sheet),
		reserve: (layout.reserve?.vessels ?? []).map(({ front, waterFront }) => ({
			wall: corners(front),
			water: corners(waterFront)
		})),
		...linesOn(model, sheet),
		vessels: shown.containers.map((c) => ({
			id: c.id,
			inner: c.inner.map((pot) => corners(pot.front)),
			points: corners(c.front),
			dry: shown.dry.has(c.id)
		})),
		sides: shown.sides,
		holes: shown.sides ? holes.map((s) => ({ id: s.id, points: corners(s.opening ?? []) })) : []
	};
}

const plantsOn = (
	{ sites, behind }: Shown,
	{ perMetre, x, z }: Sheet,
	shelf: SystemModel['shelf']
): Miniature['plants'] =>
	sites
		.filter((s) => s.cropId && !behind.has(s.id))
		.map((s, i) => {
			const { habit } = pick(shelf.crops, s.cropId!);
			const tall = (s.tallMm / 1000) * perMetre;
			const out = s.facingDeg !== null;
			return {
				id: s.id,
				x: x(s.xM),
				z: z(s.zM),
				leaves: leavesOf(habit, (s.spreadMm / 1000) * perMetre, tall, i).map(rounded),
				stem: out ? 0 : tall,
				turn: out ? 52 * Math.sin((s.facingDeg! * Math.PI) / 180) : 0
			};
		});

/** Over the inside floor, m. */
const levelOf = ({ design, nowL, shelf }: SystemModel): number =>
	heightAt(tankShapeOf(design, shelf), nowL) / 1000;

function tankOn(model: SystemModel, { perMetre, x, z }: Sheet): Pick<Miniature, 'tank' | 'water'> {
	const { tank } = model.layout;
	const centre = x(tank.xM + tank.lengthM / 2);
	const widens = (tank.lengthM - tank.bottomLengthM) / tank.heightM;
	const half = (m: number) => ((tank.bottomLengthM + widens * m) / 2) * perMetre;
	const across = (heights: readonly [m: number, side: -1 | 1][]) =>
		polygon(heights.map(([m, side]) => [centre + side * half(m), z(tank.floorM + m)]));
	const level = levelOf(model);
	const top = tank.heightM;
	return {
		water: across([
			[0, -1],
			[level, -1],
			[level, 1],
			[0, 1]
		]),
		tank: across([
			[top, -1],
			[0, -1],
			[0, 1],
			[top, 1]
		])
	};
}

function linesOn(model: SystemModel, { corners }: Sheet): Pick<Miniature, 'returns' | 'supply'> {
	const { returns, runs, tank } = model.layout;
	const surfaceM = tank.floorM + levelOf(model);
	const line = (points: readonly { xM: number; zM: number }[]) =>
		corners(points.map((p) => [p.xM, p.zM]));
	return {
		returns: returns.map(({ id, points, way }) => ({
			id,
			points: line(way === 'waste' ? points : [...points, { ...points.at(-1)!, zM: surfaceM }])
		})),
		supply: runs
			.filter((r) => r.role !== 'stake')
			.map(({ id, points }) => ({ id, points: line(points) }))
	};
}
