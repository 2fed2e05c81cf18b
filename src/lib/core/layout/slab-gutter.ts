import { rowLetter, type SlabGutter, type Stand } from '../design';
import { pick, type ShelfLists } from '../shelf';
import { feedRows } from './feed-rows';
import { rect } from './outline';
import { returnRuns } from './return-runs';
import { benchSolids, rowFrame, type RowFrame } from './row-frame';
import type { Anchor, StandPiece } from './stand-piece';
import type { Container, LayoutInput } from './types';
import { Workshop } from './workshop';

/** Slabs lying end to end in a gutter that falls, a stake to every plant. */
export function slabGutter(
	stand: SlabGutter,
	system: LayoutInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece {
	const shop = new Workshop<Stand>(stand, system, shelf, anchor);
	const across = { widthM: stand.slabLengthMm / 1000, depthM: stand.slabWidthMm / 1000 };
	const frame = rowFrame(shop, stand, stand.perRow, across);
	const made = new Map<string, Container>();
	const medium = pick(shelf.media, stand.mediumId);
	const asides = Array.from(
		{ length: stand.plantsPerSlab },
		(_, i) => ((i + 0.5) / stand.plantsPerSlab - 0.5) * across.widthM
	);
	const slots = shop.slots();
	const labels = new Map(slots.map(({ id, label }) => [id, label]));
	for (const slot of slots) {
		const label = `${rowLetter(slot.row)}${slot.column + 1}`;
		let slab = made.get(label);
		if (!slab) {
			slab = slabAt(shop, stand, frame, label, slot.row, slot.column);
			made.set(label, slab);
		}
		const xM = slab.xM + asides[slot.plant]!;
		shop.site({
			slot,
			at: { xM, yM: slab.yM, zM: frame.topAt(xM) + stand.slabHeightMm / 1000 },
			container: slab,
			medium,
			mediumL: slab.mediumL / stand.plantsPerSlab
		});
	}
	feedRows(shop, stand, frame, (slab) => ({
		asideM: asides,
		sites: slab.siteIds.map((id) => [id]),
		labels: slab.siteIds.map((id) => labels.get(id)!)
	}));
	returnRuns(shop, stand, frame, false, stand.drainsTo === 'waste' ? 'waste' : 'fall');
	shop.feedJoints(stand, shop.piece.emissions.length);
	shop.piece.solids.push(...benchSolids(stand, frame));
	return shop.done({
		lowEndM: { xM: anchor.startXM, yM: anchor.startYM, zM: stand.lowEndHeightMm / 1000 },
		lengthM: stand.lengthMm / 1000,
		depthM: frame.depthM,
		frameKg: 0,
		stance: { kind: 'legs', legs: frame.legXM.length * 2 },
		view: 'rows',
		parts: [
			{
				id: 'slab',
				name: `Slab, ${stand.slabLengthMm} × ${stand.slabWidthMm} × ${stand.slabHeightMm} mm`,
				count: made.size,
				lengthM: null
			},
			{
				id: 'gutter',
				name: 'Gutter',
				count: stand.rows,
				lengthM: (stand.rows * stand.lengthMm) / 1000
			}
		]
	});
}

function slabAt(
	shop: Workshop<Stand>,
	stand: SlabGutter,
	frame: RowFrame,
	label: string,
	row: number,
	column: number
): Container {
	const [xM, yM] = [frame.xs[column]!, frame.ys[row]!];
	const half = stand.slabLengthMm / 2000;
	const high = stand.slabHeightMm / 1000;
	const [z0, z1] = [frame.topAt(xM - half), frame.topAt(xM + half)];
	const front: Container['front'] = [
		[xM - half, z0],
		[xM - half, z0 + high],
		[xM + half, z1 + high],
		[xM + half, z1]
	];
	const mediumL = (stand.slabLengthMm * stand.slabWidthMm * stand.slabHeightMm) / 1e6;
	const deep = stand.slabWidthMm / 2000;
	return shop.container({
		xM,
		yM,
		zM: frame.topAt(xM),
		id: shop.id(label),
		form: 'slab',
		label,
		row,
		column,
		front,
		mediumFront: front,
		poolFront: [],
		above: rect(xM - half, xM + half, yM - deep, yM + deep),
		radiusM: null,
		heightMm: stand.slabHeightMm,
		fillMm: stand.slabHeightMm,
		poolMm: 0,
		mediumL,
		poolL: 0,
		massKg: mediumL * pick(shop.shelf.media, stand.mediumId).wetKgL
	});
}
