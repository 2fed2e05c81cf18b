import { rowLetter, type PotStack, type Slot, type Stand } from '../../design';
import { pick, type ShelfLists } from '../../shelf';
import { footing } from '../footing';
import { rect, taperFront } from '../outline';
import { finish, headerZ, linesBy } from '../stack-kit';
import { takes, type Anchor, type StandPiece } from '../stand-piece';
import { evenly, fallsBack, headers, onSkin, riser } from '../tower-kit';
import type { Container, FeedNode, Point, StructureInput } from '../types';
import { BARB, TEE_BRANCH, StandBuilder } from '../stand-builder';

/** Lobed pots threaded on a pipe; the drippers stand over the top one, each pot drains into the next. */
export function potStack(
	stand: PotStack,
	system: StructureInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece {
	const builder = new StandBuilder<Stand>(stand, system, shelf, anchor);
	const widthM = stand.potDiameterMm / 1000;
	const eachM = stand.potHeightMm / 1000;
	const heightM = stand.tiers * eachM;
	const standing = footing(builder, stand, widthM);
	const feet = headers(builder, stand.rowTubeId, standing.feet, headerZ(stand, standing, heightM));
	standing.feet.forEach((foot, i) => {
		const letter = rowLetter(i);
		const pots = Array.from({ length: stand.tiers }, (_, tier) =>
			lobedPot(builder, stand, foot, i, tier)
		);
		for (const slot of builder.slotsIn(i)) lobe(builder, stand, pots[slot.column]!, slot);
		const out = riser(
			builder,
			letter,
			feet[i]!,
			{ ...foot, zM: foot.zM + heightM + 0.05 },
			stand.rowTubeId
		);
		const lines = linesBy(builder.slotsIn(i), ({ plant }) => plant);
		builder.passOn(lines, stand.catchPercent / 100);
		drippers(builder, stand, foot, out, pots, lines);
		for (const pot of pots) fallsBack(builder, standing, pot, foot);
	});
	joints(builder, stand);
	return finish(builder, standing, { widthM, heightM }, partsOf(stand, heightM), stand);
}

/** Round the centre pipe over the top pot. */
function drippers(
	builder: StandBuilder<Stand>,
	stand: PotStack,
	foot: Point,
	out: FeedNode,
	pots: readonly Container[],
	lines: readonly (readonly string[])[]
): void {
	const { row } = pots[0]!;
	const letter = rowLetter(row);
	const high = (stand.tiers * stand.potHeightMm) / 1000 + 0.03;
	for (let e = 1; e <= stand.drippers; e++) {
		const angle = (360 * (e - 0.5)) / stand.drippers;
		const at = onSkin(foot, (stand.potDiameterMm / 1000) * 0.3, angle, high);
		const tip = builder.node(`${out.id}.e${e}`, at);
		builder.run({
			id: `${tip.id}.tube`,
			name: `dripper tube ${e} of stack ${letter}`,
			role: 'stake',
			from: out,
			to: tip,
			tubeId: stand.riserTubeId,
			fittings: [TEE_BRANCH, BARB],
			atLeastM: 0.2
		});
		builder.emit(tip, {
			id: builder.outlet(row + 1, e),
			label: stand.drippers > 1 ? `${letter}, dripper ${e}` : letter,
			emitterId: stand.emitterId,
			containerId: pots.at(-1)!.id,
			// all of it soaks into the top pot and on through every one below
			shares: evenly(lines),
			leastLph: (builder.vessels.lobeLph.value * stand.lobes) / stand.drippers
		});
	}
}

function joints(builder: StandBuilder<Stand>, stand: PotStack): void {
	const { shelf } = builder;
	builder.mainJoint('main to header', stand.rowTubeId);
	const tube = pick(shelf.tubes, stand.riserTubeId);
	const emitter = pick(shelf.emitters, stand.emitterId);
	builder.joint(
		'tube-dripper',
		'dripper tube to dripper',
		{ part: tube, mm: tube.innerDiameterMm },
		{ part: emitter, mm: emitter.barbMm },
		stand.towers * stand.drippers,
		`${tube.nominalMm}–${emitter.barbMm} mm barbed reducer`
	);
}

const partsOf = (stand: PotStack, heightM: number): StandPiece['stand']['parts'] => [
	takes('lobed-pot', `Pot with ${stand.lobes} lobes`, stand.towers * stand.tiers),
	takes('centre-pipe', 'Centre pipe', stand.towers, stand.towers * (heightM + 0.2))
];

function lobedPot(
	builder: StandBuilder<Stand>,
	stand: PotStack,
	foot: Point,
	i: number,
	tier: number
): Container {
	const label = `${rowLetter(i)}${tier + 1}`;
	const at = { ...foot, zM: foot.zM + (tier * stand.potHeightMm) / 1000 };
	const shape = {
		bottomDiameterMm: stand.potDiameterMm * 0.55,
		topDiameterMm: stand.potDiameterMm,
		heightMm: stand.potHeightMm
	};
	const mediumL = stand.potLitresMl / 1000;
	const medium = pick(builder.shelf.media, stand.mediumId);
	return builder.container({
		xM: at.xM,
		yM: at.yM,
		zM: at.zM,
		id: builder.id(label),
		form: 'pot',
		label,
		row: i,
		column: tier,
		front: taperFront(at, shape),
		mediumFront: taperFront(at, shape, 0, stand.potHeightMm - 15),
		poolFront: [],
		above: [],
		radiusM: stand.potDiameterMm / 2000,
		heightMm: stand.potHeightMm,
		fillMm: stand.potHeightMm - 15,
		poolMm: 0,
		mediumL,
		poolL: 0,
		massKg: 0.35 + mediumL * medium.wetKgL
	});
}

function lobe(builder: StandBuilder<Stand>, stand: PotStack, pot: Container, slot: Slot): void {
	const turned = slot.column % 2 === 1 ? 0.5 : 0;
	const facingDeg = (360 * (slot.plant + turned)) / stand.lobes;
	const at = onSkin(pot, stand.potDiameterMm / 2600, facingDeg, (stand.potHeightMm - 15) / 1000);
	builder.site({
		slot,
		at,
		container: pot,
		medium: pick(builder.shelf.media, stand.mediumId),
		mediumL: pot.mediumL / stand.lobes,
		facingDeg,
		opening: rect(at.xM - 0.02, at.xM + 0.02, at.zM - 0.006, at.zM + 0.012)
	});
}
