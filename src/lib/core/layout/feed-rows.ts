import { rowLetter, valveId, type Stand } from '../design';
import { BARB, ELBOW, TEE_BRANCH, TEE_STRAIGHT, VALVE, type StandBuilder } from './stand-builder';
import type { RowFrame } from './row-frame';
import { equally, type Container, type FeedNode } from './types';

/** The stake's tip stands this far over the medium, m. */
const TIP_ABOVE_M = 0.015;

/** A stand fed by small tubes from a row over its containers. */
export interface StakedStand {
	id: string;
	headerTubeId: string;
	headerFed: 'end' | 'middle';
	rowTubeId: string;
	feedFallPercent: number;
	feedAboveRimMm: number;
	emitterId: string;
	stakeTubeId: string;
	stakeTubeMm: number;
}

/** Where the stakes of a container stand along it, from its middle, m; and what each waters. */
export interface Stakes {
	asideM: number[];
	/** Site ids each stake waters; all of the container's unless given. */
	sites?: string[][];
	/** Drawn and named by itself: A1a rather than A1, stake 1. */
	labels?: string[];
}

/** A header across the rows, a valve and a feed row each, a small tube to every stake. */
export function feedRows(
	builder: StandBuilder<Stand>,
	stand: StakedStand,
	frame: RowFrame,
	stakesOf: (container: Container) => Stakes
): void {
	const lowX = builder.anchor.feedNode.xM;
	const heightAtLow = rowHeight(builder, stand);
	builder.raiseFeed(heightAtLow);
	const feed = builder.anchor.feedNode;
	const heads = frame.ys.map((yM, row): FeedNode => ({
		id: builder.id(rowLetter(row)),
		xM: lowX,
		yM,
		zM: heightAtLow
	}));
	const before = headersFrom(stand, feed, heads);
	const first = before.filter((from) => from === feed).length;
	heads.forEach((head, row) => {
		const from = before[row]!;
		builder.node(head.id, head);
		builder.run({
			id: builder.id(`header.${rowLetter(row)}`),
			name: `header to row ${rowLetter(row)}`,
			role: 'header',
			from,
			to: head,
			tubeId: stand.headerTubeId,
			fittings: [from !== feed ? TEE_STRAIGHT : first > 1 ? TEE_BRANCH : ELBOW]
		});
		feedRow(builder, stand, head, row, stakesOf);
	});
}

/** Where the header to each row comes from: its end, through all rows, or its middle, out both ways. */
function headersFrom(
	{ headerFed }: StakedStand,
	feed: FeedNode,
	heads: readonly FeedNode[]
): FeedNode[] {
	if (headerFed === 'end') return heads.map((_, row) => heads[row - 1] ?? feed);
	const behind = (head: FeedNode) => head.yM > feed.yM + 1e-6;
	return heads.map((head, row) => {
		const inward = heads[behind(head) ? row - 1 : row + 1];
		return inward && behind(inward) === behind(head) ? inward : feed;
	});
}

/** Height of the rows at the low end: they clear every rim, and rise away from the tank by their own fall. */
function rowHeight(builder: StandBuilder<Stand>, stand: StakedStand): number {
	const lowX = builder.anchor.feedNode.xM;
	const fall = stand.feedFallPercent / 100;
	return Math.max(
		...builder.piece.containers.map(
			(c) => c.zM + (c.heightMm + stand.feedAboveRimMm) / 1000 - (c.xM - lowX) * fall
		)
	);
}

/** One row from its valve on, from container to container. */
function feedRow(
	builder: StandBuilder<Stand>,
	stand: StakedStand,
	head: FeedNode,
	row: number,
	stakesOf: (container: Container) => Stakes
): void {
	const { shutValves, valves } = builder.system.operation;
	const id = valveId(stand.id, row);
	const shut = shutValves.includes(id);
	let at = head;
	for (const container of builder.piece.containers.filter((c) => c.row === row)) {
		const first = at === head;
		const node = builder.node(`${container.id}.feed`, {
			xM: container.xM,
			yM: head.yM,
			zM: head.zM + ((container.xM - head.xM) * stand.feedFallPercent) / 100
		});
		builder.run({
			id: `${container.id}.row`,
			name: `feed row ${rowLetter(row)} to ${container.label}`,
			role: 'row',
			from: at,
			to: node,
			tubeId: stand.rowTubeId,
			fittings: first ? [TEE_BRANCH, VALVE] : [TEE_STRAIGHT],
			open: !(first && shut),
			...(first && valves[id] && { valve: valves[id] }),
			emptiesBack: stand.feedFallPercent > 0
		});
		at = node;
		stake(builder, stand, container, node, stakesOf(container));
	}
}

function stake(
	builder: StandBuilder<Stand>,
	stand: StakedStand,
	container: Container,
	from: FeedNode,
	{ asideM, sites, labels }: Stakes
): void {
	const many = asideM.length > 1;
	asideM.forEach((aside, e) => {
		const id = many ? `${container.id}.e${e + 1}` : `${container.id}.out`;
		const tip = builder.node(id, {
			xM: container.xM + aside,
			yM: container.yM,
			zM: container.zM + container.fillMm / 1000 + TIP_ABOVE_M
		});
		builder.run({
			id: `${id}.tube`,
			name: `stake tube at ${container.label}`,
			role: 'stake',
			from,
			to: tip,
			tubeId: stand.stakeTubeId,
			fittings: [TEE_BRANCH, BARB],
			emptiesBack: false,
			atLeastM: stand.stakeTubeMm / 1000
		});
		const served = sites?.[e] ?? container.siteIds;
		builder.emit(tip, {
			id: builder.outlet(`${container.row + 1}/${container.column + 1}`, e + 1),
			label: labels?.[e] ?? (many ? `${container.label}, stake ${e + 1}` : container.label),
			emitterId: stand.emitterId,
			containerId: container.id,
			shares: equally(served)
		});
	});
}
