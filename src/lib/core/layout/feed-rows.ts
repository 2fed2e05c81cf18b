import { rowLetter, type BucketBench } from '../design';
import { pick, type Shelf } from '../shelf';
import type { BenchFrame } from './bench-frame';
import type { Anchor, StandPiece } from './stand-piece';
import { distance, type Container, type Emission, type FeedNode, type FeedRun } from './types';

/** The stake's tip stands this far over the medium, m. */
const TIP_ABOVE_M = 0.015;

const K = { teeStraight: 0.4, teeBranch: 1.5, valve: 0.1, barb: 0.5, elbow: 1.5 };

/** A header across the rows, a valve and a feed row each, a small tube to every stake. */
export function feedRows(
	stand: BucketBench,
	shelf: Shelf,
	frame: BenchFrame,
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
