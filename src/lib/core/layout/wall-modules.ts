import { rowLetter, type Stand, type WallModules } from '../design';
import { pick, type ShelfLists } from '../shelf';
import { collector } from './collector';
import { rect } from './outline';
import { layoutRow } from './row';
import type { Anchor, StandPiece } from './stand-piece';
import { equally, type Container, type Corner, type FeedNode, type LayoutInput } from './types';
import { ELBOW, TEE_BRANCH, TEE_STRAIGHT, Workshop } from './workshop';

/** The drip line lies this far over a tier. */
const LINE_M = 0.015;

/** Panels of pockets, tier over tier on brackets; a drip line along each tier, a gutter under the lowest. */
export function wallModules(
	stand: WallModules,
	system: LayoutInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece {
	const shop = new Workshop<Stand>(stand, system, shelf, anchor);
	const input = {
		availableMm: stand.perRow * stand.pitchMm,
		endClearMm: stand.pitchMm / 2,
		pitchMm: stand.pitchMm,
		count: stand.perRow,
		fallPercent: 0,
		lowEndHeightMm: stand.lowEndHeightMm
	};
	shop.row = { input, result: layoutRow(input) };
	const depthM = Math.max(anchor.tank.widthM, stand.panelDepthMm / 1000 + 0.1);
	const backM = anchor.startYM + depthM;
	const panels = panelsAt(shop, stand, backM);
	dripLines(shop, stand, panels);
	const lengthM = (stand.perRow * stand.pitchMm) / 1000;
	const lowM = stand.lowEndHeightMm / 1000;
	collector(shop, stand, {
		name: 'gutter',
		farX: anchor.startXM + lengthM,
		yM: backM - stand.panelDepthMm / 2000,
		endX: Math.min(anchor.tank.xM + anchor.tank.lengthM / 2, anchor.startXM - 0.02),
		zAt: (xM) =>
			lowM - stand.returnDropMm / 1000 - ((anchor.startXM + lengthM - xM) * stand.fallPercent) / 100
	});
	shop.piece.returns[0]!.containerIds.push(...panels.map((p) => p.id));
	const tierM = stand.panelHeightMm / 1000;
	shop.piece.solids.push({
		id: shop.id('wall'),
		standId: stand.id,
		role: 'wall',
		front: [],
		above: rect(anchor.startXM - 0.1, anchor.startXM + lengthM + 0.1, backM, backM + 0.05)
	});
	return shop.done({
		lowEndM: { xM: anchor.startXM, yM: anchor.startYM, zM: lowM },
		lengthM,
		depthM: depthM + 0.05,
		frameKg: 0,
		stance: {
			kind: 'wall',
			standoffM: stand.panelDepthMm / 2000 + 0.02,
			rows: Array.from({ length: stand.tiers }, (_, tier) => ({
				heightM: tier * tierM + 0.8 * tierM,
				fixings: stand.fixingsPerTier
			}))
		},
		view: 'sides',
		parts: [
			{ id: 'panel', name: 'Pocket panel', count: panels.length, lengthM: null },
			{
				id: 'bracket',
				name: 'Wall bracket with fixing',
				count: stand.tiers * stand.fixingsPerTier,
				lengthM: null
			}
		]
	});
}

function panelsAt(shop: Workshop<Stand>, stand: WallModules, backM: number): Container[] {
	const medium = pick(shop.shelf.media, stand.mediumId);
	const [wide, high, deep] = [stand.pitchMm, stand.panelHeightMm, stand.panelDepthMm].map(
		(mm) => mm / 1000
	);
	const made = new Map<string, Container>();
	for (const slot of shop.slots()) {
		const label = `${rowLetter(slot.row)}${slot.column + 1}`;
		const x0 = shop.anchor.startXM + slot.row * wide!;
		const zM = stand.lowEndHeightMm / 1000 + slot.column * high!;
		const yM = backM - deep! / 2;
		let panel = made.get(label);
		if (!panel) {
			const mediumL = (stand.pockets * stand.pocketMl) / 1000;
			panel = shop.container({
				xM: x0 + wide! / 2,
				yM,
				zM,
				id: shop.id(label),
				form: 'panel',
				label,
				row: slot.row,
				column: slot.column,
				front: rect(x0 + 0.003, x0 + wide! - 0.003, zM + 0.003, zM + high! - 0.003),
				mediumFront: [],
				poolFront: [],
				above: rect(x0 + 0.003, x0 + wide! - 0.003, backM - deep!, backM),
				radiusM: null,
				heightMm: stand.panelHeightMm - 6,
				fillMm: stand.panelHeightMm / 2,
				poolMm: 0,
				mediumL,
				poolL: 0,
				massKg: wide! * high! * shop.vessels.panelKgM2.value + mediumL * medium.wetKgL
			});
			made.set(label, panel);
		}
		const at = {
			xM: x0 + (wide! * (slot.plant + 0.5)) / stand.pockets,
			yM: backM - deep!,
			zM: zM + high! * 0.55
		};
		const half = (wide! / stand.pockets) * 0.36;
		const opening: Corner[] = [
			[at.xM - half * 0.7, at.zM - high! * 0.3],
			[at.xM - half, at.zM],
			[at.xM + half, at.zM],
			[at.xM + half * 0.7, at.zM - high! * 0.3]
		];
		shop.site({
			slot,
			at,
			container: panel,
			medium,
			mediumL: stand.pocketMl / 1000,
			facingDeg: 0,
			opening
		});
	}
	return [...made.values()];
}

/** A riser at the tank's side, a branch to each tier, emitters along it. */
function dripLines(shop: Workshop<Stand>, stand: WallModules, panels: readonly Container[]): void {
	const { feedNode, startXM } = shop.anchor;
	const high = stand.panelHeightMm / 1000;
	const tierZ = (tier: number) => stand.lowEndHeightMm / 1000 + (tier + 1) * high + LINE_M;
	shop.raiseFeed(tierZ(0));
	let below: FeedNode = feedNode;
	const yM = panels[0]!.yM;
	for (let tier = 0; tier < stand.tiers; tier++) {
		const foot = shop.node(shop.id(`tier${tier + 1}`), {
			xM: startXM - 0.03,
			yM,
			zM: tierZ(tier)
		});
		shop.run({
			id: shop.id(`riser.${tier + 1}`),
			name: `riser to tier ${tier + 1}`,
			role: 'header',
			from: below,
			to: foot,
			tubeId: stand.rowTubeId,
			fittings: [tier === 0 ? ELBOW : TEE_STRAIGHT]
		});
		below = foot;
		let before = foot;
		for (const panel of panels.filter((p) => p.column === tier))
			for (let e = 0; e < stand.emittersPerPanel; e++) {
				const share = (e + 0.5) / stand.emittersPerPanel - 0.5;
				const node = shop.node(`${panel.id}.e${e + 1}`, {
					xM: panel.xM + (share * stand.pitchMm) / 1000,
					yM,
					zM: tierZ(tier)
				});
				shop.run({
					id: `${node.id}.row`,
					name: `drip line of tier ${tier + 1} to ${panel.label}`,
					role: 'row',
					from: before,
					to: node,
					tubeId: stand.rowTubeId,
					fittings: [before === foot ? TEE_BRANCH : TEE_STRAIGHT]
				});
				before = node;
				shop.emit(node, {
					id: shop.outlet(`${panel.row + 1}/${tier + 1}`, e + 1),
					label: stand.emittersPerPanel > 1 ? `${panel.label}, emitter ${e + 1}` : panel.label,
					emitterId: stand.emitterId,
					containerId: panel.id,
					shares: equally(panel.siteIds)
				});
			}
	}
	shop.mainJoint('main to drip lines', stand.rowTubeId, 'reducing joiner');
}
