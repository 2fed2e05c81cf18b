import {
	rowLetter,
	type BranchStack,
	type BucketStack,
	type Design,
	type PotStack,
	type Slot,
	type Stand
} from '../design';
import { pick, type Shelf } from '../shelf';
import { rect, taperFront } from './outline';
import type { Anchor, StandPiece } from './stand-piece';
import {
	cupFront,
	evenly,
	fallsBack,
	footing,
	freeStance,
	headers,
	holeFront,
	LID_M,
	onSkin,
	riser,
	type Footing
} from './tower-kit';
import type { Container, FeedNode, Point } from './types';
import { BARB, ELBOW, TEE_BRANCH, Workshop } from './workshop';

const PVC_KG_L = 1.4;
type Stacks = BranchStack | BucketStack | PotStack;

/** Lines of sites one above the other, by their place in a ring, the highest first. */
function linesBy(slots: readonly Slot[], key: (slot: Slot) => number): string[][] {
	const lines = new Map<number, Slot[]>();
	for (const slot of slots) lines.set(key(slot), [...(lines.get(key(slot)) ?? []), slot]);
	return [...lines.entries()]
		.sort(([a], [b]) => a - b)
		.map(([, line]) => line.sort((a, b) => b.column - a.column).map((slot) => slot.id));
}

const headerZ = (stand: Stacks, { feet }: Footing): number =>
	stand.footing === 'lid'
		? feet[0]!.zM - LID_M - 0.03
		: Math.max(...feet.map((foot) => foot.zM)) + 0.02;

function finish(
	shop: Workshop<Stand>,
	standing: Footing,
	size: { widthM: number; heightM: number },
	parts: StandPiece['stand']['parts'],
	tied = false
): StandPiece {
	const baseM = standing.feet[0]!.zM;
	return shop.done({
		lowEndM: { xM: standing.startXM, yM: shop.anchor.startYM, zM: baseM },
		lengthM: standing.lengthM,
		depthM: standing.depthM,
		frameKg: 0,
		stance: tied
			? { kind: 'floor' }
			: freeStance(shop, standing.edgeM, { ...size, baseM, count: standing.feet.length }),
		view: 'sides',
		parts
	});
}

/** Branch fittings on short pipes, turned from one to the next; a shared riser between two stacks. */
export function branchStack(
	stand: BranchStack,
	design: Design,
	shelf: Shelf,
	anchor: Anchor
): StandPiece {
	const shop = new Workshop<Stand>(stand, design, shelf, anchor);
	const widthM = stand.outerDiameterMm / 1000;
	const eachM = (stand.branchMm + stand.pieceMm) / 1000;
	const heightM = Math.max(0.1, stand.sitesPerStack * eachM + 0.06);
	const standing = footing(shop, stand, widthM);
	const feet = headers(shop, stand.rowTubeId, standing.feet, headerZ(stand, standing));
	const slots = shop.slots();
	const medium = pick(shelf.media, stand.mediumId);
	standing.feet.forEach((foot, i) => {
		const mine = slots.filter((slot) => slot.row === i);
		const mediumL = (mine.length * stand.siteMl) / 1000;
		const wallL = Math.PI * stand.outerDiameterMm * 3 * heightM * 1e-3;
		const stack = body(
			shop,
			foot,
			i,
			widthM,
			heightM,
			mediumL,
			wallL * PVC_KG_L + mediumL * medium.wetKgL
		);
		for (const slot of mine) {
			// the arm's mouth opens at the top of its fitting
			const high = slot.column * eachM + 0.04 + (stand.branchMm * 0.7) / 1000;
			const facingDeg = (90 + slot.column * stand.turnDeg) % 360;
			const at = onSkin(foot, widthM * 1.15, facingDeg, high);
			const arm = onSkin(foot, widthM / 2, facingDeg, high - widthM * 0.6);
			shop.site({
				slot,
				at,
				container: stack,
				medium,
				mediumL: stand.siteMl / 1000,
				facingDeg,
				opening: cupFront(arm, facingDeg, stand.outerDiameterMm)
			});
		}
		const top = { ...foot, zM: foot.zM + heightM - 0.02 };
		const out = outside(shop, stand, feet, i, top);
		const catchShare = stand.catchPercent / 100;
		shop.emit(out, {
			label: stack.label,
			emitterId: stand.emitterId,
			containerId: stack.id,
			shares: evenly(stack.siteIds, 1, catchShare),
			passes: true
		});
		fallsBack(shop, stand, stack, foot);
	});
	outletJoints(shop, stand);
	return finish(shop, standing, { widthM, heightM }, [
		{
			id: 'branch',
			name: `${stand.outerDiameterMm} mm branch, 45°`,
			count: slots.length,
			lengthM: null
		},
		{
			id: `pipe-${stand.outerDiameterMm}`,
			name: `${stand.outerDiameterMm} mm pipe`,
			count: slots.length,
			lengthM: (slots.length * stand.pieceMm) / 1000
		},
		{ id: 's-bend', name: 'S-bend at the foot', count: stand.towers, lengthM: null }
	]);
}

/** Up the middle between two stacks and over to each; a third has a riser of its own. */
function outside(
	shop: Workshop<Stand>,
	stand: BranchStack,
	feet: readonly FeedNode[],
	i: number,
	top: Point
): FeedNode {
	const partner = i % 2 === 0 ? i + 1 : i - 1;
	const shared = partner < feet.length;
	if (!shared) return riser(shop, rowLetter(i), feet[i]!, top, stand.riserTubeId);
	const first = Math.min(i, partner);
	const id = shop.id(`${rowLetter(first)}.tee`);
	let tee = shop.piece.nodes.find((node) => node.id === id);
	if (!tee) {
		const middle = (feet[first]!.xM + feet[first + 1]!.xM) / 2;
		tee = shop.node(id, { ...top, xM: middle, zM: top.zM + 0.03 });
		shop.run({
			id: `${id}.riser`,
			name: `riser of stacks ${rowLetter(first)} and ${rowLetter(first + 1)}`,
			role: 'row',
			from: feet[first]!,
			to: tee,
			via: [{ ...feet[first]!, xM: middle }],
			tubeId: stand.riserTubeId,
			fittings: [ELBOW, ELBOW]
		});
	}
	const out = shop.node(shop.id(`${rowLetter(i)}.out`), top);
	shop.run({
		id: `${out.id}.riser`,
		name: `over to stack ${rowLetter(i)}`,
		role: 'row',
		from: tee,
		to: out,
		tubeId: stand.riserTubeId,
		fittings: [TEE_BRANCH, BARB]
	});
	return out;
}

/** Buckets bolted lid to base, a spray head under the top lid, lids that send the water to the rim. */
export function bucketStack(
	stand: BucketStack,
	design: Design,
	shelf: Shelf,
	anchor: Anchor
): StandPiece {
	const shop = new Workshop<Stand>(stand, design, shelf, anchor);
	const bucket = pick(shelf.buckets, stand.bucketId);
	const widthM = bucket.topDiameterMm / 1000;
	const eachM = bucket.heightMm / 1000 + 0.012;
	const heightM = stand.tiers * eachM;
	const standing = footing(shop, stand, widthM);
	const feet = headers(shop, stand.rowTubeId, standing.feet, headerZ(stand, standing));
	const slots = shop.slots();
	const medium = pick(shelf.media, stand.mediumId);
	standing.feet.forEach((foot, i) => {
		const mine = slots.filter((slot) => slot.row === i);
		const mediumL = (mine.length * stand.siteMl) / 1000;
		const massKg = stand.tiers * (bucket.emptyKg + 0.15) + mediumL * medium.wetKgL;
		const stack = body(shop, foot, i, widthM, heightM, mediumL, massKg);
		for (let tier = 0; tier < stand.tiers; tier++)
			shop.piece.solids.push({
				id: shop.id(`${stack.label}.lid${tier + 1}`),
				standId: stand.id,
				role: 'lid',
				front: rect(
					foot.xM - widthM / 2 - 0.008,
					foot.xM + widthM / 2 + 0.008,
					foot.zM + (tier + 1) * eachM - 0.012,
					foot.zM + (tier + 1) * eachM
				),
				above: []
			});
		for (const slot of mine) holeIn(shop, stand, stack, slot, widthM / 2, bucket.heightMm, eachM);
		const top = { ...foot, zM: foot.zM + heightM - 0.04 };
		const out = riser(shop, rowLetter(i), feet[i]!, top, stand.riserTubeId);
		const lines = linesBy(mine, (slot) => slot.plant * 2 + (slot.column % 2));
		const catchShare = stand.catchPercent / 100;
		shop.emit(
			out,
			{
				label: stack.label,
				emitterId: stand.emitterId,
				containerId: stack.id,
				shares: evenly(stack.siteIds, lines.length, catchShare)
			},
			{ diameterMm: bucket.bottomDiameterMm, tiltMmPerM: stand.leanMmPerM, lines, catchShare }
		);
		fallsBack(shop, stand, stack, foot);
	});
	outletJoints(shop, stand);
	return finish(shop, standing, { widthM, heightM }, [
		{ id: stand.bucketId, name: bucket.name, count: stand.towers * stand.tiers, lengthM: null },
		{
			id: 'bucket-lid',
			name: `Lid for a ${bucket.name}`,
			count: stand.towers * stand.tiers,
			lengthM: null
		},
		{
			id: 'bolt',
			name: 'Plastic bolt with seal',
			count: stand.towers * (stand.tiers - 1) * 4,
			lengthM: null
		}
	]);
}

function holeIn(
	shop: Workshop<Stand>,
	stand: BucketStack,
	stack: Container,
	slot: Slot,
	radiusM: number,
	bucketMm: number,
	eachM: number
): void {
	const tier = Math.floor(slot.column / stand.rowsPerBucket);
	const inBucket = slot.column % stand.rowsPerBucket;
	const high = tier * eachM + (bucketMm / 1000) * ((inBucket + 1) / (stand.rowsPerBucket + 1));
	const facingDeg = (360 * (slot.plant + (slot.column % 2) / 2)) / stand.perRing;
	const at = onSkin(stack, radiusM, facingDeg, high);
	shop.site({
		slot,
		at,
		container: stack,
		medium: pick(shop.shelf.media, stand.mediumId),
		mediumL: stand.siteMl / 1000,
		facingDeg,
		opening: holeFront(at, facingDeg, stand.holeMm)
	});
}

/** Lobed pots threaded on a pipe; the drippers stand over the top one, each pot drains into the next. */
export function potStack(
	stand: PotStack,
	design: Design,
	shelf: Shelf,
	anchor: Anchor
): StandPiece {
	const shop = new Workshop<Stand>(stand, design, shelf, anchor);
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
	const main = pick(shelf.tubes, design.lines.mainTubeId);
	const header = pick(shelf.tubes, stand.rowTubeId);
	shop.joint(
		'main-row',
		'main to header',
		{ part: main, mm: main.innerDiameterMm },
		{ part: header, mm: header.innerDiameterMm },
		1,
		`${main.nominalMm}–${header.nominalMm} mm reducing tee`
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
		...at,
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

/** The body of a stack: what holds its sites and drains as one. */
function body(
	shop: Workshop<Stand>,
	foot: Point,
	i: number,
	widthM: number,
	heightM: number,
	mediumL: number,
	massKg: number
): Container {
	const label = rowLetter(i);
	return shop.container({
		...foot,
		id: shop.id(label),
		form: 'tower',
		label,
		row: i,
		column: 0,
		front: rect(foot.xM - widthM / 2, foot.xM + widthM / 2, foot.zM, foot.zM + heightM),
		mediumFront: [],
		poolFront: [],
		above: [],
		radiusM: widthM / 2,
		heightMm: heightM * 1000,
		fillMm: 0,
		poolMm: 0,
		mediumL,
		poolL: 0,
		massKg
	});
}

function outletJoints(shop: Workshop<Stand>, stand: BranchStack | BucketStack): void {
	const tube = pick(shop.shelf.tubes, stand.riserTubeId);
	const header = pick(shop.shelf.tubes, stand.rowTubeId);
	const emitter = pick(shop.shelf.emitters, stand.emitterId);
	const main = pick(shop.shelf.tubes, shop.design.lines.mainTubeId);
	shop.joint(
		'main-row',
		'main to header',
		{ part: main, mm: main.innerDiameterMm },
		{ part: header, mm: header.innerDiameterMm },
		1,
		`${main.nominalMm}–${header.nominalMm} mm reducing tee`
	);
	shop.joint(
		'header-riser',
		'header to riser',
		{ part: header, mm: header.innerDiameterMm },
		{ part: tube, mm: tube.innerDiameterMm },
		stand.towers,
		`${header.nominalMm}–${tube.nominalMm} mm reducing elbow`
	);
	shop.joint(
		'riser-outlet',
		'riser to the outlet at the top',
		{ part: tube, mm: tube.innerDiameterMm },
		{ part: emitter, mm: emitter.barbMm },
		stand.towers,
		`${tube.nominalMm}–${emitter.barbMm} mm reducer`
	);
}
