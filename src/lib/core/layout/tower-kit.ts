import { rowLetter, type Stand } from '../design';
import { pick } from '../shelf';
import { rect } from './outline';
import { lengthOf, type Corner, type FeedNode, type Point, type Stance } from './types';
import { BARB, ELBOW, TEE_BRANCH, TEE_STRAIGHT, type Workshop } from './workshop';

export const LID_M = 0.018;
/** A tower on a base of its own stands in a bowl this much wider than itself. */
const BOWL = 1.7;

/** Towers of any make stand in a line, on the tank's lid or on bases that drain to it. */
export interface StandingTowers {
	id: string;
	towers: number;
	pitchMm: number;
	footing: 'lid' | 'base';
	lowEndHeightMm: number;
	fallPercent: number;
	rowTubeId: string;
	returnTubeId: string;
	returnDropMm: number;
	returnLift: boolean;
}

/** Where each tower stands: the middle of its foot. */
export interface Footing {
	feet: Point[];
	depthM: number;
	lengthM: number;
	startXM: number;
	edgeM: number;
}

/** Feet of the towers, with the lid or bowls they stand on and the way back from bowls. */
export function footing(
	shop: Workshop<Stand>,
	stand: StandingTowers,
	widthM: number,
	rows = 1,
	rowGapM = 0
): Footing {
	const { tank, startXM, startYM } = shop.anchor;
	const onLid = stand.footing === 'lid' && rows === 1;
	const bowlM = widthM * BOWL;
	const pitchM = stand.pitchMm / 1000;
	const rowM = (stand.towers - 1) * pitchM;
	const depthM = Math.max(tank.widthM, bowlM + 0.06 + (rows - 1) * rowGapM);
	const firstY = startYM + depthM / 2 - ((rows - 1) * rowGapM) / 2;
	const firstX = onLid ? tank.xM + tank.lengthM / 2 - rowM / 2 : startXM + bowlM / 2 + 0.04;
	const lidM = tank.floorM + tank.heightM + LID_M;
	const feet = Array.from({ length: rows * stand.towers }, (_, i): Point => {
		const xM = firstX + (i % stand.towers) * pitchM;
		const yM = firstY + Math.floor(i / stand.towers) * rowGapM;
		const rise = ((xM - startXM) * stand.fallPercent) / 100;
		return { xM, yM, zM: onLid ? lidM : stand.lowEndHeightMm / 1000 + rise };
	});
	crowded(shop, stand, widthM, onLid ? 0 : bowlM, rows, rowGapM);
	if (onLid) lid(shop, feet, widthM);
	else
		for (let row = 0; row < rows; row++)
			bowls(shop, stand, feet.slice(row * stand.towers, (row + 1) * stand.towers), bowlM, row);
	return {
		feet,
		depthM,
		lengthM: onLid ? Math.max(tank.lengthM, rowM + widthM) : rowM + bowlM + 0.08,
		startXM: onLid ? Math.min(tank.xM, firstX - widthM / 2) : startXM,
		edgeM: onLid ? tank.widthM / 2 : bowlM / 2
	};
}

/** Towers, and the bowls they stand in, need room beside one another. */
function crowded(
	shop: Workshop<Stand>,
	stand: StandingTowers,
	widthM: number,
	bowlM: number,
	rows: number,
	rowGapM: number
): void {
	const leastMm = Math.ceil(Math.max(widthM, bowlM) * 100) * 10;
	const refuse = (field: string, asked: number) =>
		shop.refuse({
			code: 'cannot-be-built',
			numbers: { leastMm },
			text: `Spaced ${Math.round(asked)} mm apart the towers would stand in one another: each needs ${leastMm} mm with its foot`,
			field,
			value: leastMm
		});
	if (stand.towers > 1 && stand.pitchMm < leastMm) refuse('pitchMm', stand.pitchMm);
	if (rows > 1 && rowGapM * 1000 < leastMm) refuse('rowGapMm', rowGapM * 1000);
}

function lid(shop: Workshop<Stand>, feet: Point[], widthM: number): void {
	const { tank } = shop.anchor;
	const z = tank.floorM + tank.heightM;
	const [x0, x1] = [tank.xM - 0.02, tank.xM + tank.lengthM + 0.02];
	const y = feet[0]!.yM;
	shop.piece.solids.push({
		id: shop.id('lid'),
		standId: shop.stand.id,
		role: 'lid',
		front: rect(x0, x1, z, z + LID_M),
		above: rect(x0, x1, y - tank.widthM / 2, y + tank.widthM / 2)
	});
	const over = feet.filter((f) => f.xM - widthM / 2 < x0 || f.xM + widthM / 2 > x1).length;
	if (over > 0)
		shop.refuse({
			code: 'cannot-be-built',
			numbers: { over },
			text: `${over} of ${feet.length} towers would stand beyond the tank's lid, which is ${Math.round(tank.lengthM * 1000)} mm long`,
			field: 'footing',
			value: 'base'
		});
}

function bowls(
	shop: Workshop<Stand>,
	stand: StandingTowers,
	feet: Point[],
	bowlM: number,
	row: number
): void {
	const { tank } = shop.anchor;
	const { yM } = feet[0]!;
	const letter = row === 0 ? '' : `.${rowLetter(row)}`;
	feet.forEach((foot, i) => {
		const [x0, x1] = [foot.xM - bowlM / 2, foot.xM + bowlM / 2];
		const above = rect(x0, x1, yM - bowlM / 2, yM + bowlM / 2);
		shop.piece.solids.push(
			{
				id: shop.id(`bowl${i + 1}${letter}`),
				standId: stand.id,
				role: 'lid',
				front: rect(x0, x1, foot.zM - 0.04, foot.zM),
				above
			},
			{
				id: shop.id(`leg${i + 1}${letter}`),
				standId: stand.id,
				role: 'leg',
				front: rect(foot.xM - bowlM / 3, foot.xM + bowlM / 3, 0, foot.zM - 0.04),
				above
			}
		);
	});
	collector(shop, stand, {
		name: `collector${letter}`,
		farX: feet.at(-1)!.xM,
		yM,
		zAt: (xM) =>
			stand.lowEndHeightMm / 1000 +
			((xM - shop.anchor.startXM) * stand.fallPercent) / 100 -
			stand.returnDropMm / 1000,
		endX: Math.min(tank.xM + tank.lengthM / 2, shop.anchor.startXM)
	});
}

/** One pipe under everything, falling to end over the tank. Containers join it when they are made. */
export function collector(
	shop: Workshop<Stand>,
	stand: { id: string; returnTubeId: string; fallPercent: number; returnLift: boolean },
	at: { name: string; farX: number; yM: number; endX: number; zAt: (xM: number) => number }
): void {
	const tube = pick(shop.shelf.tubes, stand.returnTubeId);
	const points = [at.farX, at.endX].map((xM) => ({ xM, yM: at.yM, zM: at.zAt(xM) }));
	shop.piece.returns.push({
		id: shop.id(at.name),
		standId: stand.id,
		name: at.name,
		way: 'fall',
		points,
		tubeId: stand.returnTubeId,
		innerDiameterMm: tube.innerDiameterMm,
		lengthM: lengthOf(points),
		fallPercent: stand.fallPercent,
		endM: points[1]!.zM - tube.outerDiameterMm / 2000,
		containerIds: [],
		lifted: stand.returnLift
	});
}

/** Water that falls straight from a container into the tank below it. */
export function drop(
	shop: Workshop<Stand>,
	name: string,
	words: string,
	from: Point,
	ids: string[]
) {
	const { tank } = shop.anchor;
	const end = { ...from, zM: tank.brimM };
	shop.piece.returns.push({
		id: shop.id(name),
		standId: shop.stand.id,
		name: words,
		way: 'drop',
		points: [from, end],
		tubeId: 'return-40',
		innerDiameterMm: 37,
		lengthM: Math.max(0.001, lengthOf([from, end])),
		fallPercent: 100,
		endM: tank.brimM,
		containerIds: ids,
		lifted: false
	});
}

/**
 * A header from the feed node to the foot of every tower, left and right of it, one after the other.
 *
 * @returns the node at each foot
 */
export function headers(
	shop: Workshop<Stand>,
	rowTubeId: string,
	feet: readonly Point[],
	zM: number
): FeedNode[] {
	const start = shop.anchor.feedNode;
	shop.raiseFeed(zM);
	const nodes = feet.map((foot, i) =>
		shop.node(shop.id(`${rowLetter(i)}.foot`), { xM: foot.xM, yM: foot.yM, zM })
	);
	const chain = (list: FeedNode[]) => {
		let before = start;
		for (const node of list) {
			shop.run({
				id: `${node.id}.header`,
				name: `header to tower ${node.id.split('.').at(-2)}`,
				role: 'header',
				from: before,
				to: node,
				tubeId: rowTubeId,
				fittings: before === start ? [feet.length > 1 ? TEE_BRANCH : ELBOW] : [TEE_STRAIGHT]
			});
			before = node;
		}
	};
	// row by row, so that no header is shared between rows
	for (const yM of new Set(nodes.map((node) => node.yM))) {
		const row = nodes.filter((node) => node.yM === yM);
		chain(row.filter((node) => node.xM >= start.xM));
		chain(row.filter((node) => node.xM < start.xM).reverse());
	}
	return nodes;
}

/** The riser inside a tower, from its foot to the outlet under its cap. */
export function riser(
	shop: Workshop<Stand>,
	letter: string,
	from: FeedNode,
	to: Point,
	riserTubeId: string
): FeedNode {
	const out = shop.node(shop.id(`${letter}.out`), to);
	shop.run({
		id: `${out.id}.riser`,
		name: `riser of tower ${letter}`,
		role: 'row',
		from,
		to: out,
		tubeId: riserTubeId,
		fittings: [ELBOW, BARB]
	});
	return out;
}

/** Upright, each line gets the same, and each of its sites catches its share of what falls past. */
export const evenly = (
	siteIds: readonly string[],
	lines: number,
	catchShare: number
): Record<string, number> =>
	Object.fromEntries(siteIds.map((id) => [id, catchShare / Math.max(1, lines)]));

/** From a tower's foot straight into the tank, or into the collector of its row. */
export function fallsBack(
	shop: Workshop<Stand>,
	stand: StandingTowers,
	tower: { id: string; label: string },
	foot: Point,
	row = 0
): void {
	if (stand.footing === 'lid')
		drop(shop, `fall.${tower.label}`, `fall from tower ${tower.label}`, foot, [tower.id]);
	else shop.piece.returns[row]!.containerIds.push(tower.id);
}

/** A round hole or the mouth of a pot in a wall that turns away from the viewer. */
export function holeFront(at: Point, facingDeg: number, holeMm: number): Corner[] {
	const a = (facingDeg * Math.PI) / 180;
	const half = holeMm / 2000;
	const wide = Math.max(0.16, Math.abs(Math.cos(a))) * half;
	return Array.from({ length: 12 }, (_, i): Corner => {
		const t = (i / 12) * 2 * Math.PI;
		return [at.xM + wide * Math.cos(t), at.zM + half * Math.sin(t)];
	});
}

/** A cup that leans out of the wall at 45°. */
export function cupFront(at: Point, facingDeg: number, holeMm: number): Corner[] {
	const side = Math.sin((facingDeg * Math.PI) / 180);
	const half = holeMm / 2000;
	const out = holeMm / 1000;
	const wide = Math.max(0.3, Math.abs(Math.cos((facingDeg * Math.PI) / 180))) * half;
	const tip: Corner = [at.xM + side * out * 0.7, at.zM + out * 0.45];
	return [
		[at.xM - wide * 0.5, at.zM - out * 0.5],
		[tip[0] - wide, tip[1]],
		[tip[0] + wide, tip[1]],
		[at.xM + wide * 0.5, at.zM - out * 0.5]
	];
}

/** On the skin of something round, turning right from the front. */
export function onSkin(axis: Point, radiusM: number, facingDeg: number, heightM: number): Point {
	const a = (facingDeg * Math.PI) / 180;
	return {
		xM: axis.xM + radiusM * Math.sin(a),
		yM: axis.yM - radiusM * Math.cos(a),
		zM: axis.zM + heightM
	};
}

/** A free-standing row of towers in the wind: what it is wide and how high it stands. */
export function freeStance(
	shop: Workshop<Stand>,
	edgeM: number,
	towers: { widthM: number; heightM: number; baseM: number; count: number }
): Stance {
	const spreads = shop.piece.sites.map((site) => site.spreadMm / 1000);
	const leaf = spreads.length ? spreads.reduce((a, b) => a + b, 0) / spreads.length : 0;
	return {
		kind: 'free',
		edgeM,
		topM: towers.baseM + towers.heightM,
		// leaves stand out on both sides and let about half the wind through
		faceM2: towers.count * towers.heightM * (towers.widthM + leaf),
		faceHeightM: towers.baseM + towers.heightM / 2
	};
}
