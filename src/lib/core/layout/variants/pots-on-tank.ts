import { spotOf, rowLetter, type ControlPotRing, type PotsOnTank, type Stand } from '../../design';
import { pick, type Bucket, type ShelfLists } from '../../shelf';
import type { Container, StructureInput } from '../types';
import { besideOthers, fillBucket, potAt } from '../buckets';
import { drop } from '../collector';
import { feedRows } from '../feed-rows';
import { LID_M } from '../footing';
import { rect } from '../outline';
import { returnRuns } from '../return-runs';
import { benchSolids, benchStance, rowFrame, type RowFrame, type RowStand } from '../row-frame';
import { takes, type Anchor, type StandPiece } from '../stand-piece';
import { BARB, StandBuilder } from '../stand-builder';

/** A grid of pots in a tray that falls to the tank; rows from a header, or joined to a ring. */
export function potsOnTank(
	stand: PotsOnTank,
	system: StructureInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece {
	const builder = new StandBuilder<Stand>(stand, system, shelf, anchor);
	const bucket = pick(shelf.buckets, stand.bucketId);
	// on the tank's own lid the pots drain straight down into it
	const { design } = system;
	const onLid = spotOf(design) === 'lid' && design.stands[0]?.id === stand.id;
	const { tank } = anchor;
	const lidMm = (tank.floorM + tank.heightM + LID_M) * 1000;
	const standing = onLid ? { ...stand, fallPercent: 0, lowEndHeightMm: lidMm } : stand;
	const frame = potGrid(builder, standing, stand, bucket, 0);
	feedRows(builder, stand, frame, () => ({ asideM: spread(stand.emittersPerPot, bucket) }));
	if (stand.manifold === 'ring') closeRing(builder, stand);
	if (onLid) {
		lid(builder, frame.ys[0]!);
		for (const pot of builder.piece.containers)
			drop(builder, `fall.${pot.label}`, `drain of pot ${pot.label}`, pot, [pot.id]);
	} else {
		returnRuns(builder, stand, frame, true);
		builder.piece.solids.push(...benchSolids(stand, frame));
	}
	builder.feedJoints(stand, builder.piece.outlets.length);
	return builder.done({
		lowEndM: { xM: anchor.startXM, yM: anchor.startYM, zM: standing.lowEndHeightMm / 1000 },
		lengthM: stand.lengthMm / 1000,
		depthM: frame.depthM,
		frameKg: 0,
		stance: onLid ? { kind: 'floor' } : benchStance(frame),
		view: 'rows',
		parts: stand.fleece
			? [takes('fleece', 'Fleece for the bottom of a pot', builder.piece.containers.length)]
			: []
	});
}

/** The tank's lid, as wide as the tank. */
function lid(builder: StandBuilder<Stand>, yM: number): void {
	const { tank } = builder.anchor;
	const z = tank.floorM + tank.heightM;
	const [x0, x1] = [tank.xM - 0.02, tank.xM + tank.lengthM + 0.02];
	builder.piece.solids.push({
		id: builder.id('lid'),
		standId: builder.stand.id,
		role: 'lid',
		front: rect(x0, x1, z, z + LID_M),
		above: rect(x0, x1, yM - tank.widthM / 2, yM + tank.widthM / 2)
	});
}

/** Stakes side by side over a pot. */
const spread = (count: number, bucket: Bucket): number[] =>
	Array.from({ length: count }, (_, e) =>
		count > 1 ? ((e / (count - 1) - 0.5) * bucket.topDiameterMm) / 2000 : 0
	);

/** Pots in rows and columns, each with its plant or plants. */
export function potGrid(
	builder: StandBuilder<Stand>,
	stand: RowStand & { perRow: number },
	pots: Pick<PotsOnTank | ControlPotRing, 'mediumId' | 'rimFreeMm'> & { plantsPerPot?: number },
	bucket: Bucket,
	poolMm: number,
	floorMm: (index: number) => number = () => 0
): RowFrame {
	const wide = bucket.topDiameterMm / 1000;
	const plants = pots.plantsPerPot ?? 1;
	const frame = rowFrame(builder, stand, stand.perRow, { widthM: wide, depthM: wide });
	const medium = pick(builder.shelf.media, pots.mediumId);
	const filled = fillBucket({ rimFreeMm: pots.rimFreeMm, poolMm }, bucket, medium);
	const made = new Map<string, Container>();
	builder.slots().forEach((slot, i) => {
		const index = Math.floor(i / plants);
		const at = {
			xM: frame.xs[slot.column]!,
			yM: frame.ys[slot.row]!,
			zM: frame.baseM[slot.column]! + floorMm(index) / 1000
		};
		const label = `${rowLetter(slot.row)}${slot.column + 1}`;
		let container = made.get(label);
		if (!container) {
			const name = { id: builder.id(label), label, row: slot.row, column: slot.column };
			const pool = Math.max(0, poolMm - floorMm(index));
			container = builder.container(potAt(at, name, bucket, filled, pool));
			made.set(label, container);
		}
		const aside = besideOthers(slot.plant, plants, bucket);
		builder.site({
			slot,
			at: { xM: at.xM + aside.xM, yM: at.yM + aside.yM, zM: at.zM + filled.fillMm / 1000 },
			container,
			medium,
			mediumL: filled.mediumL / plants
		});
	});
	return frame;
}

/** The far ends of the rows joined to one another: water reaches every pot from two sides. */
function closeRing(builder: StandBuilder<Stand>, stand: PotsOnTank): void {
	const ends = Array.from({ length: stand.rows }, (_, row) => {
		const last = builder.piece.containers.filter((c) => c.row === row).at(-1);
		return last && builder.piece.nodes.find((n) => n.id === `${last.id}.feed`);
	});
	ends.slice(1).forEach((end, i) => {
		const before = ends[i];
		if (!end || !before) return;
		builder.run({
			id: builder.id(`ring.${rowLetter(i)}`),
			name: `ring from row ${rowLetter(i)} to row ${rowLetter(i + 1)}`,
			role: 'header',
			from: before,
			to: end,
			tubeId: stand.rowTubeId,
			fittings: [BARB, BARB],
			emptiesBack: stand.feedFallPercent > 0
		});
	});
}
