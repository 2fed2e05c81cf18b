import { rowLetter, type SlabGutter, type Slot, type Stand } from '../../design';
import { pick, type ShelfLists } from '../../shelf';
import { feedRows } from '../feed-rows';
import { rect } from '../outline';
import { returnRuns } from '../return-runs';
import { benchSolids, benchStance, rowFrame, type RowFrame } from '../row-frame';
import { takes, type Anchor, type StandPiece } from '../stand-piece';
import type { Container, Corner, StructureInput } from '../types';
import { StandBuilder } from '../stand-builder';

/** Slabs lying end to end in a gutter that falls, a stake to every plant. */
export function slabGutter(
	stand: SlabGutter,
	system: StructureInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece {
	const builder = new StandBuilder<Stand>(stand, system, shelf, anchor);
	const across = { widthM: stand.slabLengthMm / 1000, depthM: stand.slabWidthMm / 1000 };
	const frame = rowFrame(builder, stand, stand.perRow, across);
	const asides = Array.from(
		{ length: stand.plantsPerSlab },
		(_, i) => ((i + 0.5) / stand.plantsPerSlab - 0.5) * across.widthM
	);
	const slabs = slabsOn(builder, stand, frame, asides);
	const labels = new Map(builder.slots().map(({ id, label }) => [id, label]));
	feedRows(builder, stand, frame, (slab) => ({
		asideM: asides,
		sites: slab.siteIds.map((id) => [id]),
		labels: slab.siteIds.map((id) => labels.get(id)!)
	}));
	returnRuns(builder, stand, frame, false);
	builder.feedJoints(stand, builder.piece.outlets.length);
	builder.piece.solids.push(...benchSolids(stand, frame));
	return builder.done({
		lowEndM: { xM: anchor.startXM, yM: anchor.startYM, zM: stand.lowEndHeightMm / 1000 },
		lengthM: stand.lengthMm / 1000,
		depthM: frame.depthM,
		frameKg: 0,
		stance: benchStance(frame),
		view: 'rows',
		parts: [
			takes('slab', slabName(stand), slabs.size),
			...(stand.blockMm > 0
				? [takes('block', `Block, ${stand.blockMm} mm`, slabs.size * stand.plantsPerSlab)]
				: []),
			takes('gutter', 'Gutter', stand.rows, (stand.rows * stand.lengthMm) / 1000)
		]
	});
}

const slabName = ({ slabLengthMm, slabWidthMm, slabHeightMm }: SlabGutter): string =>
	`Slab, ${slabLengthMm} × ${slabWidthMm} × ${slabHeightMm} mm`;

/** Slabs with their plants, by their labels. */
function slabsOn(
	builder: StandBuilder<Stand>,
	stand: SlabGutter,
	frame: RowFrame,
	asides: readonly number[]
): Map<string, Container> {
	const made = new Map<string, Container>();
	const medium = pick(builder.shelf.media, stand.mediumId);
	for (const slot of builder.slots()) {
		const label = `${rowLetter(slot.row)}${slot.column + 1}`;
		let slab = made.get(label);
		if (!slab) {
			slab = slabAt(builder, stand, frame, label, slot);
			if (stand.blockMm > 0) slab.inner.push(...blocksOn(stand, frame, slab, asides));
			made.set(label, slab);
		}
		const xM = slab.xM + asides[slot.plant]!;
		builder.site({
			slot,
			at: { xM, yM: slab.yM, zM: frame.topAt(xM) + (stand.slabHeightMm + stand.blockMm) / 1000 },
			container: slab,
			medium,
			mediumL: slab.mediumL / stand.plantsPerSlab
		});
	}
	return made;
}

function slabAt(
	builder: StandBuilder<Stand>,
	stand: SlabGutter,
	frame: RowFrame,
	label: string,
	{ row, column }: Slot
): Container {
	const [xM, yM] = [frame.xs[column]!, frame.ys[row]!];
	const [half, deep] = [stand.slabLengthMm / 2000, stand.slabWidthMm / 2000];
	const [x0, x1] = [xM - half, xM + half];
	const front = lying(frame, x0, x1, stand.slabHeightMm / 1000);
	const slabL = (stand.slabLengthMm * stand.slabWidthMm * stand.slabHeightMm) / 1e6;
	const mediumL = slabL + stand.plantsPerSlab * (stand.blockMm / 100) ** 3;
	return builder.container({
		xM,
		yM,
		zM: frame.topAt(xM),
		id: builder.id(label),
		form: 'slab',
		label,
		row,
		column,
		front,
		mediumFront: front,
		poolFront: [],
		above: rect(x0, x1, yM - deep, yM + deep),
		radiusM: null,
		heightMm: stand.slabHeightMm + stand.blockMm,
		fillMm: stand.slabHeightMm + stand.blockMm,
		poolMm: 0,
		mediumL,
		poolL: 0,
		massKg: mediumL * pick(builder.shelf.media, stand.mediumId).wetKgL
	});
}

/** Something so high that lies on the fall from one place to another, seen from the front. */
function lying(frame: RowFrame, x0: number, x1: number, highM: number): Corner[] {
	const [z0, z1] = [frame.topAt(x0), frame.topAt(x1)];
	return [
		[x0, z0],
		[x0, z0 + highM],
		[x1, z1 + highM],
		[x1, z1]
	];
}

/** The blocks plants stand in on a slab, one at each of their places. */
const blocksOn = (
	{ blockMm, slabHeightMm }: SlabGutter,
	frame: RowFrame,
	slab: Container,
	asides: readonly number[]
): Container['inner'] =>
	asides.map((aside) => {
		const [xM, half] = [slab.xM + aside, blockMm / 2000];
		const foot = frame.topAt(xM) + slabHeightMm / 1000;
		const front = rect(xM - half, xM + half, foot, foot + blockMm / 1000);
		return { front, mediumFront: front, xM, yM: slab.yM, radiusM: half };
	});
