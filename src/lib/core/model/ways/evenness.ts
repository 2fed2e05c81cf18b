import type { Operation } from '../../design';
import { uniformityOf, type Uniformity } from '../../hydraulics';
import type { FeedRun, Layout } from '../../layout';
import { openOutlets, type Flows } from '../water-path';

/** Outlets of one kind, and how evenly they share what they are given. */
export interface EvenKind {
	emitterId: string;
	nodeIds: string[];
	uniformity: Uniformity;
}

interface Flowing {
	layout: Layout;
	operation: Pick<Operation, 'shutValves'>;
	flows: Flows;
}

/**
 * How even the flow is within each kind of outlet, the most uneven first: a spray head beside a dripper is
 * meant to give more. Outlets on shut rows are left out.
 */
export function evenKinds(model: Flowing): EvenKind[] {
	const byKind = new Map<string, string[]>();
	for (const { emitterId, nodeId } of openOutlets(model)) {
		const mine = byKind.get(emitterId);
		if (mine) mine.push(nodeId);
		else byKind.set(emitterId, [nodeId]);
	}
	return [...byKind]
		.map(([emitterId, nodeIds]) => ({
			emitterId,
			nodeIds,
			uniformity: evenAmong(model.flows, nodeIds)
		}))
		.sort((a, b) => b.uniformity.variationPercent - a.uniformity.variationPercent);
}

/** How evenly some outlets share, by their nodes. */
export const evenAmong = ({ outletLph }: Flows, nodeIds: readonly string[]): Uniformity =>
	uniformityOf(nodeIds.map((id) => outletLph.get(id) ?? 0));

/** What each planted site is given of what its feed needs: the least and the most; null where nothing is fed. */
export function metOf({
	feed,
	flows
}: {
	feed: { needLph: ReadonlyMap<string, number> } | null;
	flows: Flows;
}): { least: number; most: number } | null {
	const met = [...(feed?.needLph ?? [])]
		.filter(([, need]) => need > 0)
		.map(([id, need]) => (flows.siteLph.get(id) ?? 0) / need);
	return met.length > 0 ? { least: Math.min(...met), most: Math.max(...met) } : null;
}

/** A part of the lines that may lose the head: the mains, or the header, rows or small tubes of a stand. */
export interface LinePart {
	role: FeedRun['role'];
	standId: string | null;
	tubeId: string;
	lossM: number;
}

/**
 * Head lost on the way to a node, by the part of the lines that loses it. Where ways meet, the one that brings
 * most is followed.
 *
 * @returns by part, none where nothing flows
 */
export function lossesTo(
	nodeId: string,
	{ runs }: Pick<Layout, 'runs'>,
	links: readonly { id: string; flowLph: number; lossM: number }[]
): Map<string, LinePart> {
	const flowing = new Map(links.map((link) => [link.id, link]));
	const into = new Map<string, { run: FeedRun; from: string; flow: number; lossM: number }>();
	for (const run of runs) {
		const link = flowing.get(run.id);
		if (!link || link.flowLph === 0) continue;
		const [from, to] = link.flowLph > 0 ? [run.from, run.to] : [run.to, run.from];
		const flow = Math.abs(link.flowLph);
		if (flow > (into.get(to)?.flow ?? 0))
			into.set(to, { run, from, flow, lossM: Math.abs(link.lossM) });
	}
	const parts = new Map<string, LinePart>();
	const seen = new Set<string>();
	for (let at = nodeId, way = into.get(at); way && !seen.has(at); way = into.get(at)) {
		seen.add(at);
		const { role, standId, tubeId } = way.run;
		const key = `${standId ?? ''}/${role}`;
		const part = parts.get(key) ?? { role, standId, tubeId, lossM: 0 };
		part.lossM += way.lossM;
		parts.set(key, part);
		at = way.from;
	}
	return parts;
}
