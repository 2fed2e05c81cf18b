import { bucketSites, rowLetter, type BucketBench, type Design } from '../design';
import { NoSolution } from '../quantity';
import { CANOPY_SHARE, litresAt, pick, type Bucket, type Medium, type Shelf } from '../shelf';
import { joint } from './joints';
import { layoutRow } from './row';
import {
	distance,
	lengthOf,
	type Container,
	type Emission,
	type FeedNode,
	type FeedRun,
	type Layout,
	type LayoutProblem,
	type Point,
	type ReturnRun,
	type Site,
	type Solid,
	type TankLayout
} from './types';

/** Where a stand may begin, and the tank it hangs on. */
export interface Anchor {
	/** The low end's front corner. */
	startXM: number;
	startYM: number;
	tank: TankLayout;
	/** The node the main ends in: every stand's feed starts here. */
	feedNode: FeedNode;
}

export type StandPiece = Omit<Layout, 'tank' | 'pump' | 'extent' | 'stands'> & {
	stand: Layout['stands'][number];
};

const TOP_THICK_M = 0.04;
const LEG_M = 0.045;
const LEG_EVERY_M = 1.3;
/** Medium between the stake's tip and the surface, m: the tip stands this much above. */
const TIP_ABOVE_M = 0.015;

const K = { teeStraight: 0.4, teeBranch: 1.5, valve: 0.1, barb: 0.5, elbow: 1.5 };

/** Rows of buckets on a bench that falls to the tank, a feed row over each, a return under each. */
export function bucketBench(
	stand: BucketBench,
	design: Design,
	shelf: Shelf,
	anchor: Anchor
): StandPiece {
	const frame = frameOf(stand, shelf, anchor);
	const { containers, sites } = planted(stand, design, shelf, frame);
	const feed = feedOf(stand, shelf, frame, containers, anchor);
	return {
		...feed,
		containers,
		sites,
		returns: returnsOf(stand, shelf, frame, containers, anchor),
		joints: jointsOf(stand, design, shelf, containers.length),
		solids: solidsOf(stand, frame),
		problems: frame.problems,
		stand: {
			id: stand.id,
			lowEndM: { xM: anchor.startXM, yM: anchor.startYM, zM: stand.lowEndHeightMm / 1000 },
			lengthM: stand.lengthMm / 1000,
			depthM: frame.depthM,
			legs: frame.legXM.length * 2,
			operations: frame.operations
		}
	};
}

interface Frame {
	xs: number[];
	baseM: number[];
	ys: number[];
	depthM: number;
	legXM: number[];
	problems: LayoutProblem[];
	operations: Layout['stands'][number]['operations'];
	topAt(xM: number): number;
}

/** Where buckets stand along and across. A row that does not fit is still drawn, on a longer bench. */
function frameOf(stand: BucketBench, shelf: Shelf, anchor: Anchor): Frame {
	const bucket = pick(shelf.buckets, stand.bucketId);
	const input = {
		availableMm: stand.lengthMm,
		endClearMm: stand.endClearMm,
		pitchMm: stand.pitchMm,
		count: stand.perRow,
		fallPercent: stand.fallPercent,
		lowEndHeightMm: stand.lowEndHeightMm
	};
	const problems: LayoutProblem[] = [];
	let row;
	let asked = input;
	try {
		row = layoutRow(input);
	} catch (problem) {
		const needed = 2 * stand.endClearMm + (stand.perRow - 1) * stand.pitchMm;
		problems.push({
			code: 'row-does-not-fit',
			standId: stand.id,
			numbers: { neededMm: needed, availableMm: stand.lengthMm },
			text: problem instanceof NoSolution ? problem.message : ''
		});
		asked = { ...input, availableMm: Math.max(needed, 1) };
		row = layoutRow(asked);
	}
	const lengthM = asked.availableMm / 1000;
	const count = Math.max(2, Math.ceil(lengthM / LEG_EVERY_M) + 1);
	const inset = Math.min(0.06, lengthM / 4);
	const half = bucket.topDiameterMm / 2000;
	return {
		xs: row.sites.map((site) => anchor.startXM + site.xMm / 1000),
		baseM: row.sites.map((site) => site.baseHeightMm / 1000),
		ys: Array.from(
			{ length: stand.rows },
			(_, r) => anchor.startYM + half + 0.02 + (r * stand.rowGapMm) / 1000
		),
		depthM: 2 * half + 0.04 + ((stand.rows - 1) * stand.rowGapMm) / 1000,
		legXM: Array.from(
			{ length: count },
			(_, i) => anchor.startXM + inset + (i * (lengthM - 2 * inset)) / (count - 1)
		),
		problems,
		operations: [{ name: 'layout-row', input: asked, result: row }],
		topAt: (xM) => stand.lowEndHeightMm / 1000 + ((xM - anchor.startXM) * stand.fallPercent) / 100
	};
}

/** Medium, pool and wet mass of one bucket as it is filled, without its plant. */
export function fillBucket(
	stand: Pick<BucketBench, 'rimFreeMm' | 'poolMm'>,
	bucket: Bucket,
	medium: Medium
): { fillMm: number; mediumL: number; poolL: number; massKg: number } {
	const fillMm = Math.max(10, bucket.heightMm - stand.rimFreeMm);
	const { bottomDiameterMm, topDiameterMm, heightMm } = bucket;
	const shape = { kind: 'round' as const, bottomDiameterMm, topDiameterMm, heightMm };
	const mediumL = litresAt(shape, fillMm);
	const poolL = litresAt(shape, Math.min(stand.poolMm, fillMm)) * medium.airFraction;
	return { fillMm, mediumL, poolL, massKg: bucket.emptyKg + mediumL * medium.wetKgL + poolL };
}

function planted(stand: BucketBench, design: Design, shelf: Shelf, frame: Frame) {
	const bucket = pick(shelf.buckets, stand.bucketId);
	const medium = pick(shelf.media, stand.mediumId);
	const filled = fillBucket(stand, bucket, medium);
	const { fillMm, mediumL, poolL } = filled;
	const containers = new Map<string, Container>();
	const sites: Site[] = [];
	for (const site of bucketSites(stand, frame.xs.length)) {
		const label = `${rowLetter(site.row)}${site.column + 1}`;
		const id = `${stand.id}.${label}`;
		const at = {
			xM: frame.xs[site.column]!,
			yM: frame.ys[site.row]!,
			zM: frame.baseM[site.column]!
		};
		const plant = design.plants[site.id];
		const crop = plant && pick(shelf.crops, plant.cropId);
		let container = containers.get(id);
		if (!container) {
			const { bottomDiameterMm, topDiameterMm, heightMm } = bucket;
			const { massKg } = filled;
			container = {
				...at,
				id,
				standId: stand.id,
				label,
				row: site.row,
				column: site.column,
				bottomDiameterMm,
				topDiameterMm,
				heightMm,
				fillMm,
				poolMm: Math.min(stand.poolMm, fillMm),
				mediumL,
				poolL,
				siteIds: [],
				massKg
			};
			containers.set(id, container);
		}
		container.siteIds.push(site.id);
		const grown = plant ? CANOPY_SHARE[plant.stage] : 0;
		container.massKg += (crop?.massKg ?? 0) * grown;
		const aside =
			stand.plantsPerBucket > 1 ? ((site.plant - 0.5) * bucket.topDiameterMm) / 2200 : 0;
		sites.push({
			xM: at.xM + aside,
			yM: at.yM,
			zM: at.zM + fillMm / 1000,
			id: site.id,
			standId: stand.id,
			label: site.label,
			row: site.row,
			column: site.column,
			containerId: id,
			cropId: crop?.id ?? null,
			stage: plant?.stage ?? null,
			mediumId: medium.id,
			mediumL: mediumL / stand.plantsPerBucket,
			// canopy is an area, so spread goes with its root
			spreadMm: (crop?.spreadMm ?? 0) * Math.sqrt(grown),
			matureSpreadMm: crop?.spreadMm ?? 0
		});
	}
	return { containers: [...containers.values()], sites };
}

/** A header across the rows, a valve and a feed row each, a small tube to every stake. */
function feedOf(
	stand: BucketBench,
	shelf: Shelf,
	frame: Frame,
	containers: Container[],
	anchor: Anchor
): Pick<StandPiece, 'nodes' | 'runs' | 'emissions'> {
	const rowTube = pick(shelf.tubes, stand.rowTubeId);
	const stakeTube = pick(shelf.tubes, stand.stakeTubeId);
	const nodes: FeedNode[] = [];
	const runs: FeedRun[] = [];
	const emissions: Emission[] = [];
	const fall = stand.feedFallPercent / 100;
	const lowX = anchor.feedNode.xM;
	const bucket = pick(shelf.buckets, stand.bucketId);
	// the row clears every rim, and rises away from the tank by its own fall
	const heightAtLow = Math.max(
		...frame.xs.map(
			(x, i) =>
				frame.baseM[i]! + (bucket.heightMm + stand.feedAboveRimMm) / 1000 - (x - lowX) * fall
		)
	);
	anchor.feedNode.zM = Math.max(anchor.feedNode.zM, heightAtLow);
	let before: FeedNode = anchor.feedNode;
	frame.ys.forEach((yM, row) => {
		const letter = rowLetter(row);
		const head: FeedNode = { id: `${stand.id}.${letter}`, xM: lowX, yM, zM: heightAtLow };
		nodes.push(head);
		runs.push({
			id: `${stand.id}.header.${letter}`,
			standId: stand.id,
			name: `header to row ${letter}`,
			role: 'header',
			from: before.id,
			to: head.id,
			points: [before, head],
			tubeId: stand.rowTubeId,
			innerDiameterMm: rowTube.innerDiameterMm,
			lengthM: distance(before, head),
			fittings:
				row === 0
					? [{ name: 'elbow', k: K.elbow }]
					: [{ name: 'tee, straight on', k: K.teeStraight }],
			open: true,
			emptiesBack: true
		});
		before = head;
		let at = head;
		for (const container of containers.filter((c) => c.row === row)) {
			const node: FeedNode = {
				id: `${container.id}.feed`,
				xM: container.xM,
				yM,
				zM: heightAtLow + (container.xM - lowX) * fall
			};
			const first = at === head;
			nodes.push(node);
			runs.push({
				id: `${container.id}.row`,
				standId: stand.id,
				name: `feed row ${letter} to ${container.label}`,
				role: 'row',
				from: at.id,
				to: node.id,
				points: [at, node],
				tubeId: stand.rowTubeId,
				innerDiameterMm: rowTube.innerDiameterMm,
				lengthM: distance(at, node),
				fittings: first
					? [
							{ name: 'tee, branch', k: K.teeBranch },
							{ name: 'shut-off valve, open', k: K.valve }
						]
					: [{ name: 'tee, straight on', k: K.teeStraight }],
				open: !(first && stand.shutRows.includes(row)),
				emptiesBack: stand.feedFallPercent > 0
			});
			at = node;
			stakes(stand, container, node, stakeTube.innerDiameterMm, { nodes, runs, emissions });
		}
	});
	return { nodes, runs, emissions };
}

function stakes(
	stand: BucketBench,
	container: Container,
	from: FeedNode,
	innerDiameterMm: number,
	into: Pick<StandPiece, 'nodes' | 'runs' | 'emissions'>
): void {
	const share = 1 / container.siteIds.length;
	for (let e = 0; e < stand.emittersPerBucket; e++) {
		const many = stand.emittersPerBucket > 1;
		const id = many ? `${container.id}.e${e + 1}` : `${container.id}.out`;
		const aside = many
			? ((e / (stand.emittersPerBucket - 1) - 0.5) * container.topDiameterMm) / 2000
			: 0;
		const tip: FeedNode = {
			id,
			xM: container.xM + aside,
			yM: container.yM,
			zM: container.zM + container.fillMm / 1000 + TIP_ABOVE_M
		};
		into.nodes.push(tip);
		into.runs.push({
			id: `${id}.tube`,
			standId: stand.id,
			name: `stake tube at ${container.label}`,
			role: 'stake',
			from: from.id,
			to: id,
			points: [from, tip],
			tubeId: stand.stakeTubeId,
			innerDiameterMm,
			// cut longer than the straight way, so that it can be moved
			lengthM: Math.max(stand.stakeTubeMm / 1000, distance(from, tip)),
			fittings: [
				{ name: 'tee, branch', k: K.teeBranch },
				{ name: 'barbed joiner', k: K.barb }
			],
			open: true,
			emptiesBack: false
		});
		into.emissions.push({
			...tip,
			label: many ? `${container.label}, stake ${e + 1}` : container.label,
			standId: stand.id,
			nodeId: id,
			emitterId: stand.emitterId,
			containerId: container.id,
			shares: Object.fromEntries(container.siteIds.map((siteId) => [siteId, share]))
		});
	}
}

function returnsOf(
	stand: BucketBench,
	shelf: Shelf,
	frame: Frame,
	containers: Container[],
	anchor: Anchor
): ReturnRun[] {
	const tube = pick(shelf.tubes, stand.returnTubeId);
	const { tank } = anchor;
	const drop = stand.returnDropMm / 1000;
	// over the tank, as near its middle as the bench lets it
	const endX = Math.min(tank.xM + tank.lengthM / 2, (frame.xs[0] ?? 0) - 0.02);
	const zAt = (xM: number) => frame.topAt(xM) - drop;
	const line = (id: string, name: string, yM: number, members: Container[]): ReturnRun => {
		const far = Math.max(...members.map((c) => c.xM)) + 0.05;
		const end: Point = { xM: endX, yM, zM: zAt(endX) };
		const points = [{ xM: far, yM, zM: zAt(far) }, end];
		return {
			id,
			standId: stand.id,
			name,
			points,
			tubeId: stand.returnTubeId,
			innerDiameterMm: tube.innerDiameterMm,
			lengthM: lengthOf(points),
			fallPercent: stand.fallPercent,
			endM: end.zM - tube.outerDiameterMm / 2000,
			containerIds: members.map((c) => c.id),
			lifted: stand.returnLift
		};
	};
	if (stand.returns === 'shared') {
		const middle = (frame.ys[0]! + frame.ys.at(-1)!) / 2;
		return [line(`${stand.id}.return`, 'shared return', middle, containers)];
	}
	return frame.ys.map((yM, row) =>
		line(
			`${stand.id}.return.${rowLetter(row)}`,
			`return of row ${rowLetter(row)}`,
			yM,
			containers.filter((c) => c.row === row)
		)
	);
}

function jointsOf(stand: BucketBench, design: Design, shelf: Shelf, buckets: number) {
	const main = pick(shelf.tubes, design.lines.mainTubeId);
	const row = pick(shelf.tubes, stand.rowTubeId);
	const stake = pick(shelf.tubes, stand.stakeTubeId);
	const emitter = pick(shelf.emitters, stand.emitterId);
	const elbow = pick(shelf.elbows, stand.elbowId);
	const back = pick(shelf.tubes, stand.returnTubeId);
	const made = new Set(design.lines.adapters);
	const list = [
		joint(
			`${stand.id}.main-row`,
			'main to feed rows',
			main,
			main.innerDiameterMm,
			row,
			row.innerDiameterMm,
			1,
			`${main.nominalMm}–${row.nominalMm} mm reducing tee`
		),
		joint(
			`${stand.id}.stake-emitter`,
			'stake tube to emitter',
			stake,
			stake.innerDiameterMm,
			emitter,
			emitter.barbMm,
			buckets * stand.emittersPerBucket,
			`${stake.nominalMm}–${emitter.barbMm} mm barbed reducer`
		),
		{
			id: `${stand.id}.elbow-return`,
			name: 'drain elbow into the return',
			aPartId: elbow.id,
			bPartId: back.id,
			aMm: elbow.holeMm,
			bMm: back.innerDiameterMm,
			// a hole over two thirds of the pipe's width leaves too little wall for the seal
			fits: elbow.holeMm <= (2 / 3) * back.innerDiameterMm,
			adapter: `${back.nominalMm} mm tee with a ${elbow.outerDiameterMm} mm branch`,
			count: buckets
		}
	];
	return list.map((item) => (made.has(item.id) ? { ...item, fits: true } : item));
}

function solidsOf(stand: BucketBench, frame: Frame): Solid[] {
	const left = frame.legXM[0]! - LEG_M;
	const right = frame.legXM.at(-1)! + LEG_M;
	const front = frame.ys[0]! - (frame.depthM - (frame.ys.at(-1)! - frame.ys[0]!)) / 2;
	const back = front + frame.depthM;
	const outline = (x0: number, x1: number): [number, number][] => [
		[x0, front],
		[x1, front],
		[x1, back],
		[x0, back]
	];
	const top: Solid = {
		id: `${stand.id}.top`,
		standId: stand.id,
		role: 'top',
		front: [
			[left, frame.topAt(left)],
			[right, frame.topAt(right)],
			[right, frame.topAt(right) - TOP_THICK_M],
			[left, frame.topAt(left) - TOP_THICK_M]
		],
		above: outline(left, right)
	};
	const legs = frame.legXM.map((x, i): Solid => {
		const [x0, x1] = [x - LEG_M / 2, x + LEG_M / 2];
		const height = frame.topAt(x) - TOP_THICK_M;
		return {
			id: `${stand.id}.leg${i + 1}`,
			standId: stand.id,
			role: 'leg',
			front: [
				[x0, 0],
				[x1, 0],
				[x1, height],
				[x0, height]
			],
			above: outline(x0, x1)
		};
	});
	return [top, ...legs];
}
