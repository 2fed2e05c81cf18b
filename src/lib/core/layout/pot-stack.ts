import { rowLetter, type PotStack, type Slot, type Stand } from '../design';
import { pick, type ShelfLists } from '../shelf';
import { footing } from './footing';
import { rect, taperFront } from './outline';
import { finish, headerZ } from './stack-kit';
import type { Anchor, StandPiece } from './stand-piece';
import { evenly, fallsBack, headers, onSkin, riser } from './tower-kit';
import type { Container, Point, LayoutInput } from './types';
import { BARB, TEE_BRANCH, Workshop } from './workshop';

/** Lobed pots threaded on a pipe; the drippers stand over the top one, each pot drains into the next. */
export function potStack(
	stand: PotStack,
	system: LayoutInput,
	shelf: ShelfLists,
	anchor: Anchor
): StandPiece {
	const shop = new Workshop<Stand>(stand, system, shelf, anchor);
	const widthM = stand.potDiameterMm / 1000;
	const eachM = stand.potHeightMm / 1000;
	const heightM = stand.tiers * eachM;
	const standing = footing(shop, stand, widthM);
	const feet = headers(shop, stand.rowTubeId, standing.feet, headerZ(stand, standing));
	const slots = shop.slots();
	standing.feet.forEach((foot, i) => {
		const letter = rowLetter(i);
		const pots = Array.from({ length: stand.tiers }, (_, tier) =>
			lobedPot(shop, stand, foot, i, tier)
		);
		for (const slot of slots.filter((s) => s.row === i))
			lobe(shop, stand, pots[slot.column]!, slot);
		const out = riser(
			shop,
			letter,
			feet[i]!,
			{ ...foot, zM: foot.zM + heightM + 0.05 },
			stand.rowTubeId
		);
		const ids = pots.flatMap((pot) => pot.siteIds);
		for (let e = 0; e < stand.drippers; e++) {
			const angle = (360 * (e + 0.5)) / stand.drippers;
			const tip = shop.node(
				`${out.id}.e${e + 1}`,
				onSkin(foot, widthM * 0.3, angle, heightM + 0.03)
			);
			shop.run({
				id: `${tip.id}.tube`,
				name: `dripper tube ${e + 1} of stack ${letter}`,
				role: 'stake',
				from: out,
				to: tip,
				tubeId: stand.riserTubeId,
				fittings: [TEE_BRANCH, BARB],
				atLeastM: 0.2
			});
			shop.emit(tip, {
				id: shop.outlet(i + 1, e + 1),
				label: stand.drippers > 1 ? `${letter}, dripper ${e + 1}` : letter,
				emitterId: stand.emitterId,
				containerId: pots.at(-1)!.id,
				// all of it soaks into the top pot and on through every one below
				shares: evenly(ids, stand.lobes, stand.catchPercent / 100),
				passes: true
			});
		}
		for (const pot of pots) fallsBack(shop, stand, pot, foot);
	});
	shop.mainJoint('main to header', stand.rowTubeId);
	const tube = pick(shelf.tubes, stand.riserTubeId);
	const emitter = pick(shelf.emitters, stand.emitterId);
	shop.joint(
		'tube-dripper',
		'dripper tube to dripper',
		{ part: tube, mm: tube.innerDiameterMm },
		{ part: emitter, mm: emitter.barbMm },
		stand.towers * stand.drippers,
		`${tube.nominalMm}–${emitter.barbMm} mm barbed reducer`
	);
	return finish(
		shop,
		standing,
		{ widthM, heightM },
		[
			{
				id: 'lobed-pot',
				name: `Pot with ${stand.lobes} lobes`,
				count: stand.towers * stand.tiers,
				lengthM: null
			},
			{
				id: 'centre-pipe',
				name: 'Centre pipe',
				count: stand.towers,
				lengthM: stand.towers * (heightM + 0.2)
			},
			...(stand.tied
				? [{ id: 'tie', name: 'Tie to a post or wall', count: stand.towers, lengthM: null }]
				: [])
		],
		stand.tied
	);
}

function lobedPot(
	shop: Workshop<Stand>,
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
	const medium = pick(shop.shelf.media, stand.mediumId);
	return shop.container({
		xM: at.xM,
		yM: at.yM,
		zM: at.zM,
		id: shop.id(label),
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

function lobe(shop: Workshop<Stand>, stand: PotStack, pot: Container, slot: Slot): void {
	const turned = slot.column % 2 === 1 ? 0.5 : 0;
	const facingDeg = (360 * (slot.plant + turned)) / stand.lobes;
	const at = onSkin(pot, stand.potDiameterMm / 2600, facingDeg, (stand.potHeightMm - 15) / 1000);
	shop.site({
		slot,
		at,
		container: pot,
		medium: pick(shop.shelf.media, stand.mediumId),
		mediumL: pot.mediumL / stand.lobes,
		facingDeg,
		opening: rect(at.xM - 0.02, at.xM + 0.02, at.zM - 0.006, at.zM + 0.012)
	});
}
