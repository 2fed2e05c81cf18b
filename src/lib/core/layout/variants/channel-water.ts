import type { Channels, Stand } from '../../design';
import { collector } from '../collector';
import { ELBOW, TEE_BRANCH, TEE_STRAIGHT } from '../fittings';
import { StandBuilder } from '../stand-builder';
import { evenly } from '../tower-kit';
import type { Container, FeedNode, Point } from '../types';

/** A channel's two ends in space, the high one first. */
export interface Placed {
	high: Point;
	low: Point;
}

/** A header along the high ends, an emitter into each, all water running down past every plant. */
export function feed(
	builder: StandBuilder<Stand>,
	stand: Channels,
	placed: readonly Placed[],
	made: readonly Container[]
): void {
	const over = stand.sectionMm / 2000 + 0.04;
	const top = Math.max(...placed.map(({ high }) => high.zM)) + over;
	const tiers = stand.hung === 'horizontal';
	const start = builder.anchor.feedNode;
	// beside tiers the header climbs to each; over upright channels it runs level
	builder.raiseFeed(tiers ? placed[0]!.high.zM + over : top);
	let before: FeedNode = start;
	made.forEach((channel, i) => {
		const { high } = placed[i]!;
		const node = builder.node(`${channel.id}.out`, {
			...high,
			zM: tiers ? high.zM + over : top
		});
		builder.run({
			id: `${channel.id}.header`,
			name: `header to channel ${channel.label}`,
			role: 'header',
			from: before,
			to: node,
			...(i === 0 && tiers && { via: [{ ...start, xM: high.xM, zM: high.zM + over }] }),
			tubeId: stand.rowTubeId,
			fittings: [i === 0 ? ELBOW : TEE_STRAIGHT, ...(tiers && i > 0 ? [TEE_BRANCH] : [])]
		});
		emitInto(builder, stand, node, channel, i);
		before = node;
	});
}

/** All water enters at the high end and runs past every plant. */
export function emitInto(
	builder: StandBuilder<Stand>,
	stand: Channels,
	node: FeedNode,
	channel: Container,
	i: number
): void {
	// counted from the low end

	const line = [[...channel.siteIds].reverse()];
	builder.passOn(line, builder.vessels.channelCatch.value);
	builder.emit(node, {
		id: builder.outlet(i + 1),
		label: channel.label,
		emitterId: stand.emitterId,
		containerId: channel.id,
		shares: evenly(line),
		leastLph: builder.wetting(stand.sectionMm)
	});
}

/** What runs out of the channels, gathered under their low ends and led to the tank. */
export function gutter(
	builder: StandBuilder<Stand>,
	stand: Channels,
	placed: readonly Placed[],
	made: readonly Container[]
): void {
	const { tank, startXM } = builder.anchor;
	const tiers = stand.hung === 'horizontal';
	const lows = placed.map(({ low }) => low);
	const farX = Math.max(...lows.map((p) => p.xM)) + (tiers ? 0.02 : 0.05);
	const dropM = (stand.returnDropMm + stand.sectionMm / 2) / 1000;
	collector(builder, stand, {
		name: 'collector',
		farX,
		yM: lows[0]!.yM,
		endX: Math.min(tank.xM + tank.lengthM / 2, startXM - 0.02),
		// its high end hangs just under the channels
		zAt: (xM) => stand.lowEndHeightMm / 1000 - dropM - ((farX - xM) * stand.fallPercent) / 100
	});
	builder.piece.returns.at(-1)!.containerIds.push(...made.map((c) => c.id));
}

/** The joints of channels: the main on its header, the header on its emitters, the channels on what gathers. */
export function joints(builder: StandBuilder<Stand>, stand: Channels): void {
	builder.mainJoint('main to header', stand.rowTubeId, 'reducing joiner');
}
