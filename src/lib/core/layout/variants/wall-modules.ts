import { rowLetter, type Slot, type Stand, type WallModules } from '../../design';
import { pick, type ShelfLists } from '../../shelf';
import { collector } from '../collector';
import { rect } from '../outline';
import { layoutRow } from '../row';
import { takes, type Anchor, type StandPiece } from '../stand-piece';
import {
	equally,
	type Container,
	type Corner,
	type FeedNode,
	type StructureInput,
	type Stance,
	type StandLayout
} from '../types';
import { ELBOW, TEE_BRANCH, TEE_STRAIGHT, StandBuilder } from '../stand-builder';

/** The drip line lies this far over a tier. */
const LINE_M = 0.015;

/** Panels of pockets, tier over tier on brackets; a drip line along each tier, a gutter under the lowest. */
export function wallModules(
	stand: WallModules,
	system: StructureInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece {
	const builder = new StandBuilder<Stand>(stand, system, shelf, anchor);
	builder.row = rowOf(stand);
	const depthM = Math.max(anchor.tank.widthM, stand.panelDepthMm / 1000 + 0.1);
	const backM = anchor.startYM + depthM;
	const panels = panelsAt(builder, stand, backM);
	dripLines(builder, stand, panels);
	const lengthM = (stand.perRow * stand.pitchMm) / 1000;
	const lowM = stand.lowEndHeightMm / 1000;
	collector(builder, stand, {
		name: 'gutter',
		farX: anchor.startXM + lengthM,
		yM: backM - stand.panelDepthMm / 2000,
		endX: Math.min(anchor.tank.xM + anchor.tank.lengthM / 2, anchor.startXM - 0.02),
		zAt: (xM) =>
			lowM - stand.returnDropMm / 1000 - ((anchor.startXM + lengthM - xM) * stand.fallPercent) / 100
	});
	builder.piece.returns[0]!.containerIds.push(...panels.map((p) => p.id));
	const wall = rect(anchor.startXM - 0.1, anchor.startXM + lengthM + 0.1, backM, backM + 0.05);
	const solid = { id: builder.id('wall'), standId: stand.id, role: 'wall' as const };
	builder.piece.solids.push({ ...solid, front: [], above: wall });
	return builder.done({
		lowEndM: { xM: anchor.startXM, yM: anchor.startYM, zM: lowM },
		lengthM,
		depthM: depthM + 0.05,
		frameKg: 0,
		stance: stanceOf(stand),
		view: 'sides',
		parts: partsOf(stand, panels.length)
	});
}

const partsOf = (stand: WallModules, panels: number): StandLayout['parts'] => [
	takes('panel', 'Pocket panel', panels),
	takes(
		'bracket',
		'Wall bracket with fixing',
		stand.tiers * (stand.fixingsPerTier + stand.otherFixings)
	)
];

/** Panels side by side as layout-row works them out. */
function rowOf(stand: WallModules): StandLayout['row'] {
	const input = {
		availableMm: stand.perRow * stand.pitchMm,
		endClearMm: stand.pitchMm / 2,
		pitchMm: stand.pitchMm,
		count: stand.perRow,
		fallPercent: 0,
		lowEndHeightMm: stand.lowEndHeightMm
	};
	return { input, result: layoutRow(input) };
}

function stanceOf(stand: WallModules): Stance {
	const tierM = stand.panelHeightMm / 1000;
	return {
		kind: 'wall',
		standoffM: stand.panelDepthMm / 2000 + 0.02,
		rows: Array.from({ length: stand.tiers }, (_, tier) => ({
			heightM: tier * tierM + 0.8 * tierM,
			fixings: stand.fixingsPerTier + stand.otherFixings
		}))
	};
}

function panelsAt(builder: StandBuilder<Stand>, stand: WallModules, backM: number): Container[] {
	const made = new Map<string, Container>();
	for (const slot of builder.slots()) {
		const label = `${rowLetter(slot.row)}${slot.column + 1}`;
		let panel = made.get(label);
		if (!panel) {
			panel = panelAt(builder, stand, label, slot, backM);
			made.set(label, panel);
		}
		pocketIn(builder, stand, panel, slot, backM);
	}
	// what a pocket lets through falls into the one below it
	const lines = new Map<string, Slot[]>();
	for (const slot of builder.slots()) {
		const key = `${slot.row}/${slot.plant}`;
		lines.set(key, [...(lines.get(key) ?? []), slot]);
	}
	builder.passOn(
		[...lines.values()].map((line) => line.sort((a, b) => b.column - a.column).map(({ id }) => id)),
		1
	);
	return [...made.values()];
}

/** A panel's width, height and depth, m. */
const sizesOf = (stand: WallModules) => ({
	wide: stand.pitchMm / 1000,
	high: stand.panelHeightMm / 1000,
	deep: stand.panelDepthMm / 1000
});

function panelAt(
	builder: StandBuilder<Stand>,
	stand: WallModules,
	label: string,
	{ row, column }: Slot,
	backM: number
): Container {
	const { wide, high, deep } = sizesOf(stand);
	const medium = pick(builder.shelf.media, stand.mediumId);
	const [x0, x1] = [row, row + 1].map((n) => builder.anchor.startXM + n * wide);
	const zM = stand.lowEndHeightMm / 1000 + column * high;
	const mediumL = (stand.pockets * stand.pocketMl) / 1000;
	return builder.container({
		xM: x0! + wide / 2,
		yM: backM - deep / 2,
		zM,
		id: builder.id(label),
		form: 'panel',
		label,
		row,
		column,
		front: rect(x0! + 0.003, x1! - 0.003, zM + 0.003, zM + high - 0.003),
		mediumFront: [],
		poolFront: [],
		above: rect(x0! + 0.003, x1! - 0.003, backM - deep, backM),
		radiusM: null,
		heightMm: stand.panelHeightMm - 6,
		fillMm: stand.panelHeightMm / 2,
		poolMm: 0,
		mediumL,
		poolL: 0,
		massKg: wide * high * builder.vessels.panelKgM2.value + mediumL * medium.wetKgL
	});
}

function pocketIn(
	builder: StandBuilder<Stand>,
	stand: WallModules,
	panel: Container,
	slot: Slot,
	backM: number
): void {
	const { wide, high, deep } = sizesOf(stand);
	const x0 = builder.anchor.startXM + slot.row * wide;
	const at = {
		xM: x0 + (wide * (slot.plant + 0.5)) / stand.pockets,
		yM: backM - deep,
		zM: panel.zM + high * 0.55
	};
	const half = (wide / stand.pockets) * 0.36;
	const opening: Corner[] = [
		[at.xM - half * 0.7, at.zM - high * 0.3],
		[at.xM - half, at.zM],
		[at.xM + half, at.zM],
		[at.xM + half * 0.7, at.zM - high * 0.3]
	];
	builder.site({
		slot,
		at,
		container: panel,
		medium: pick(builder.shelf.media, stand.mediumId),
		mediumL: stand.pocketMl / 1000,
		facingDeg: 0,
		opening
	});
}

/** A riser at the tank's side, a branch to each tier, emitters along it. */
function dripLines(
	builder: StandBuilder<Stand>,
	stand: WallModules,
	panels: readonly Container[]
): void {
	const { feedNode, startXM } = builder.anchor;
	const high = stand.panelHeightMm / 1000;
	const tierZ = (tier: number) => stand.lowEndHeightMm / 1000 + (tier + 1) * high + LINE_M;
	let below: FeedNode = feedNode;
	const yM = panels[0]!.yM;
	// fed at its top, there is one line, and the riser goes straight up to it
	const lowest = stand.fed === 'top' ? stand.tiers - 1 : 0;
	builder.raiseFeed(tierZ(lowest));
	for (let tier = lowest; tier < stand.tiers; tier++) {
		const foot = builder.node(builder.id(`tier${tier + 1}`), {
			xM: startXM - 0.03,
			yM,
			zM: tierZ(tier)
		});
		builder.run({
			id: builder.id(`riser.${tier + 1}`),
			name: `riser to tier ${tier + 1}`,
			role: 'header',
			from: below,
			to: foot,
			tubeId: stand.rowTubeId,
			fittings: [tier === lowest ? ELBOW : TEE_STRAIGHT]
		});
		below = foot;
		dripLine(
			builder,
			stand,
			foot,
			panels.filter((p) => p.column === tier)
		);
	}
	builder.mainJoint('main to drip lines', stand.rowTubeId, 'reducing joiner');
}

/** Along one tier from its branch. */
function dripLine(
	builder: StandBuilder<Stand>,
	stand: WallModules,
	foot: FeedNode,
	panels: readonly Container[]
): void {
	const each = stand.emittersPerPanel;
	let before = foot;
	for (const panel of panels)
		for (let e = 1; e <= each; e++) {
			const share = (e - 0.5) / each - 0.5;
			const xM = panel.xM + (share * stand.pitchMm) / 1000;
			const node = builder.node(`${panel.id}.e${e}`, { xM, yM: foot.yM, zM: foot.zM });
			builder.run({
				id: `${node.id}.row`,
				name: `drip line of tier ${panel.column + 1} to ${panel.label}`,
				role: 'row',
				from: before,
				to: node,
				tubeId: stand.rowTubeId,
				fittings: [before === foot ? TEE_BRANCH : TEE_STRAIGHT]
			});
			before = node;
			builder.emit(node, {
				id: builder.outlet(`${panel.row + 1}/${panel.column + 1}`, e),
				label: each > 1 ? `${panel.label}, emitter ${e}` : panel.label,
				emitterId: stand.emitterId,
				containerId: panel.id,
				shares: equally(panel.siteIds)
			});
		}
}
