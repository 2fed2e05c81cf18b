import { type Channels, type Slot, type Stand, plantsAlong, rowLetter } from '../../design';
import { type ShelfLists, pick } from '../../shelf';
import { frame } from '../channel-frame';
import { bar, boxOf, rect } from '../outline';
import { layoutRow } from '../row';
import { type Anchor, type StandPiece, takes } from '../stand-piece';
import type { Container, Corner, Point, Stance, StructureInput } from '../types';
import { StandBuilder } from '../stand-builder';
import { feed, gutter, joints, type Placed } from './channel-water';

/** PVC down-pipe, 2 mm wall. */
const WALL_MM = 2;

/** Slit channels side by side or in tiers, a drip into the high end of each, a collector under the low ends. */
export function channels(
	stand: Channels,
	system: StructureInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece {
	const builder = new StandBuilder<Stand>(stand, system, shelf, anchor);
	const depthM = Math.max(anchor.tank.widthM, depthOf(stand) + 0.1);
	const placed = Array.from({ length: stand.perRow }, (_, i) => place(stand, anchor, depthM, i));
	const along = alongOf(builder, stand);
	const made = placed.map((ends, i) => channelAt(builder, stand, ends, i));
	made.forEach((channel, i) => {
		for (const slot of builder.slotsIn(i))
			plantAt(builder, stand, channel, placed[i]!, slot, along[slot.column]!);
	});
	feed(builder, stand, placed, made);
	gutter(builder, stand, placed, made);
	joints(builder, stand);
	const box = placed.flatMap(({ high, low }) => [high, low]);
	const [x0, x1] = [Math.min(...box.map((p) => p.xM)), Math.max(...box.map((p) => p.xM))];
	const topM = Math.max(...box.map((p) => p.zM));
	builder.piece.solids.push(...frame(builder, stand, x0, x1, topM, anchor.startYM + depthM / 2));
	return builder.done({
		lowEndM: { xM: anchor.startXM, yM: anchor.startYM, zM: stand.lowEndHeightMm / 1000 },
		lengthM: x1 - x0 + stand.sectionMm / 1000 + 0.1,
		depthM,
		frameKg: stand.on === 'frame' ? 3 * topM + 1.2 * (x1 - x0) : 1,
		stance: stanceOf(stand, topM, depthM),
		view: 'sides',
		parts: partsOf(stand, shelf)
	});
}

/** Hung on a wall, or on a frame of its own in the wind. */
function stanceOf(stand: Channels, topM: number, depthM: number): Stance {
	const heightM = topM - stand.lowEndHeightMm / 1000;
	const fixings = stand.fixingsPerTier + stand.otherFixings;
	if (stand.on === 'wall')
		return {
			kind: 'wall',
			standoffM: stand.sectionMm / 1000 + 0.05,
			rows: [
				{ heightM: Math.max(0.1, heightM), fixings },
				{ heightM: 0.1, fixings }
			]
		};
	if (stand.tied) return { kind: 'floor' };
	return {
		kind: 'free',
		edgeM: stand.baseMm > 0 ? stand.baseMm / 2000 : Math.max(0.25, depthM / 2),
		topM,
		faceM2: stand.perRow * (stand.channelLengthMm / 1000) * (stand.sectionMm / 1000 + 0.15),
		faceHeightM: stand.lowEndHeightMm / 1000 + heightM / 2
	};
}

function partsOf(stand: Channels, shelf: ShelfLists): StandPiece['stand']['parts'] {
	const { sectionMm, perRow } = stand;
	const spoutMm = pick(shelf.tubes, stand.returnTubeId).nominalMm;
	const spout = `End cap with a spout, ${sectionMm} to ${spoutMm} mm`;
	const lengthM = (perRow * stand.channelLengthMm) / 1000;
	return [
		takes(`channel-${sectionMm}`, `${sectionMm} mm square pipe`, perRow, lengthM),
		takes(`channel-foot-${sectionMm}`, spout, perRow),
		...(stand.tied && stand.on === 'frame' ? [takes('tie', 'Tie to a post or wall', 1)] : []),
		...(stand.airBleed ? [takes('air-bleed', 'Air bleed for the header', 1)] : [])
	];
}

const radians = (deg: number): number => (deg * Math.PI) / 180;

const rakeOf = (stand: Channels): number => (stand.hung === 'raked' ? radians(stand.rakeDeg) : 0);

const depthOf = (stand: Channels): number =>
	stand.hung === 'raked'
		? (stand.channelLengthMm / 1000) * Math.sin(rakeOf(stand)) + stand.sectionMm / 1000
		: stand.sectionMm / 1000 + 0.2;

function place(stand: Channels, { startXM, startYM }: Anchor, depthM: number, i: number): Placed {
	const lengthM = stand.channelLengthMm / 1000;
	const baseM = stand.lowEndHeightMm / 1000;
	const pitchM = stand.pitchMm / 1000;
	const yM = startYM + depthM / 2;
	const edge = startXM + stand.sectionMm / 2000 + 0.05;
	if (stand.hung === 'horizontal') {
		const fall = Math.max(0.5, stand.fallPercent) / 100;
		const low = { xM: edge, yM, zM: baseM + i * pitchM };
		return { low, high: { xM: edge + lengthM, yM, zM: low.zM + lengthM * fall } };
	}
	const rake = rakeOf(stand);
	const xM = edge + i * pitchM;
	const front = yM - (lengthM * Math.sin(rake)) / 2;
	return {
		low: { xM, yM: front, zM: baseM },
		high: { xM, yM: front + lengthM * Math.sin(rake), zM: baseM + lengthM * Math.cos(rake) }
	};
}

/** Where plants stand along a channel, m from its low end. */
function alongOf(builder: StandBuilder<Stand>, stand: Channels): number[] {
	const count = plantsAlong(stand);
	const needed = 2 * stand.endClearMm + (count - 1) * stand.plantPitchMm;
	if (needed > stand.channelLengthMm)
		builder.refuse(
			{
				why: 'no-room-between-ends',
				of: 'channel',
				lengthMm: stand.channelLengthMm,
				clearMm: 2 * stand.endClearMm
			},
			'endClearMm',
			Math.max(0, Math.floor(stand.channelLengthMm / 4 / 10) * 10)
		);
	if (stand.perRow > 1 && stand.pitchMm < stand.sectionMm)
		builder.refuse(
			{
				why: 'too-near',
				things: 'channels',
				askedMm: stand.pitchMm,
				leastMm: stand.sectionMm
			},
			'pitchMm',
			Math.ceil(stand.sectionMm / 10) * 10
		);
	const input = {
		availableMm: Math.max(needed, stand.channelLengthMm),
		endClearMm: stand.endClearMm,
		pitchMm: stand.plantPitchMm,
		count,
		fallPercent: stand.hung === 'horizontal' ? stand.fallPercent : 0,
		lowEndHeightMm: stand.lowEndHeightMm
	};
	const result = layoutRow(input);
	builder.row = { input, result };
	return result.sites.map((site) => Math.min(site.xMm, stand.channelLengthMm) / 1000);
}

const between = ({ high, low }: Placed, share: number): Point => ({
	xM: low.xM + (high.xM - low.xM) * share,
	yM: low.yM + (high.yM - low.yM) * share,
	zM: low.zM + (high.zM - low.zM) * share
});

function channelAt(
	builder: StandBuilder<Stand>,
	stand: Channels,
	ends: Placed,
	i: number
): Container {
	const section = stand.sectionMm / 1000;
	const { low, high } = ends;
	const lengthM = stand.channelLengthMm / 1000;
	const litres = section * section * lengthM * 1000;
	const medium = pick(builder.shelf.media, stand.mediumId);
	const front = bar([low.xM, low.zM], [high.xM, high.zM], section);
	const half = section / 2;
	const deep = boxOf([
		[low.yM - half, 0],
		[high.yM + half, 0]
	]);
	const wide = boxOf(front);
	const wallL = (4 * stand.sectionMm * WALL_MM * stand.channelLengthMm) / 1e6;
	return builder.container({
		...low,
		id: builder.id(rowLetter(i)),
		form: 'channel',
		label: rowLetter(i),
		row: i,
		column: 0,
		front,
		mediumFront: [],
		poolFront: [],
		above: rect(wide.x0, wide.x1, deep.x0, deep.x1),
		radiusM: null,
		heightMm: stand.hung === 'horizontal' ? stand.sectionMm : (high.zM - low.zM) * 1000,
		fillMm: stand.sectionMm,
		poolMm: 0,
		mediumL: litres,
		poolL: 0,
		massKg: wallL * builder.vessels.pvcKgL.value + litres * medium.wetKgL
	});
}

function plantAt(
	builder: StandBuilder<Stand>,
	stand: Channels,
	channel: Container,
	ends: Placed,
	slot: Slot,
	alongM: number
): void {
	const half = stand.sectionMm / 2000;
	const middle = between(ends, alongM / (stand.channelLengthMm / 1000));
	const level = stand.hung === 'horizontal';
	const at = level ? { ...middle, zM: middle.zM + half } : { ...middle, yM: middle.yM - half };
	const [w, h] = level ? [0.03, 0.008] : [0.012, 0.03];
	const opening: Corner[] = rect(at.xM - w, at.xM + w, at.zM - h, at.zM + h);
	const count = plantsAlong(stand);
	builder.site({
		slot,
		at,
		container: channel,
		medium: pick(builder.shelf.media, stand.mediumId),
		mediumL: channel.mediumL / count,
		...(!level && { facingDeg: 0 }),
		opening
	});
}
