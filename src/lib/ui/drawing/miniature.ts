import type { Parts } from '$lib/core/design';
import { crownOf, tankShapeOf } from '$lib/core/layout';
import { SystemModel } from '$lib/core/model';
import { BUILT_IN_SHELF, heightAt, pick } from '$lib/core/shelf';
import { polygon } from './frame';
import { leavesOf, type Leaf } from './plant-shape';
import { shownOf } from './shown';

export interface MiniatureSize {
	perMetre?: number;
	/** With its plants full grown, as it will stand. */
	grown?: boolean;
	/** The largest it may be, px; its scale then follows. */
	most?: { width: number; height: number };
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
export function miniatureOf(parts: Parts, size: MiniatureSize = {}): Miniature {
	const model = new SystemModel(parts, BUILT_IN_SHELF);
	return miniatureOfChain(size.grown ? model.grown : model, size);
}

export function miniatureOfChain(
	model: SystemModel,
	{ perMetre: wished = 70, most }: MiniatureSize
): Miniature {
	const { layout, design, record } = model;
	const { from, to } = layout.extent;
	const crop = (id: string) => pick(BUILT_IN_SHELF.crops, id);
	const topM =
		layout.sites.reduce(
			(top, s) => Math.max(top, s.cropId && s.facingDeg === null ? crownOf(s).topM : s.zM + 0.1),
			to.zM
		) + 0.08;
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
	const line = (points: readonly { xM: number; zM: number }[]) =>
		polygon(points.map((p) => [x(p.xM), z(p.zM)]));
	const corners = (list: readonly (readonly [number, number])[]) =>
		polygon(list.map(([px, pz]) => [x(px), z(pz)]));

	const { tank } = layout;
	const level = heightAt(tankShapeOf(design, BUILT_IN_SHELF), record.nowL) / 1000;
	const centre = x(tank.xM + tank.lengthM / 2);
	const half = (m: number) =>
		((tank.bottomLengthM + (tank.lengthM - tank.bottomLengthM) * (m / tank.heightM)) / 2) *
		perMetre;
	const across = (heights: readonly [m: number, side: -1 | 1][]) =>
		polygon(heights.map(([m, side]) => [centre + side * half(m), z(tank.floorM + m)]));
	const shown = shownOf(model, null);
	return {
		width: (to.xM - from.xM) * perMetre + 2 * PAD,
		height,
		solids: layout.solids
			.filter((s) => s.role !== 'obstacle')
			.map(({ id, role, front }) => ({
				id,
				role,
				points: corners(front.map(([px, pz]) => [px, Math.max(pz, from.zM)]))
			})),
		plants: shown.sites
			.filter((s) => s.cropId && !shown.behind.has(s.id))
			.map((s, i) => {
				const { habit } = crop(s.cropId!);
				const out = s.facingDeg !== null;
				const tall = (s.tallMm / 1000) * perMetre;
				return {
					id: s.id,
					x: x(s.xM),
					z: z(s.zM),
					leaves: leavesOf(habit, (s.spreadMm / 1000) * perMetre, tall, i).map(rounded),
					stem: out ? 0 : tall,
					turn: out ? 52 * Math.sin((s.facingDeg! * Math.PI) / 180) : 0
				};
			}),
		returns: layout.returns.map(({ id, points, way }) => ({
			id,
			points: line(
				way === 'waste' ? points : [...points, { ...points.at(-1)!, zM: tank.floorM + level }]
			)
		})),
		water: across([
			[0, -1],
			[level, -1],
			[level, 1],
			[0, 1]
		]),
		tank: across([
			[tank.heightM, -1],
			[0, -1],
			[0, 1],
			[tank.heightM, 1]
		]),
		supply: layout.runs
			.filter((r) => r.role !== 'stake')
			.map(({ id, points }) => ({ id, points: line(points) })),
		vessels: shown.containers.map((c) => ({
			id: c.id,
			inner: c.inner.map((pot) => corners(pot.front)),
			points: corners(c.front),
			dry: shown.dry.has(c.id)
		})),
		sides: shown.sides,
		holes: shown.sides
			? shown.sites
					.filter((s) => s.opening && !shown.behind.has(s.id))
					.map((s) => ({ id: s.id, points: corners(s.opening ?? []) }))
			: []
	};
}
