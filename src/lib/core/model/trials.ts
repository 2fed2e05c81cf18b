import type { Design, Operation } from '../design';
import {
	DRY_LPH,
	isLike,
	solveOutlets,
	type Graph,
	type OutletState,
	type Warm
} from '../hydraulics';
import { brimLitresOf, type Structure, type Shares } from '../layout';
import type { ParameterSet } from '../parameters';
import { leastAtOrOver } from '../quantity';
import type { Shelf } from '../shelf';
import { feed } from './feed';
import { structure } from './layout';
import { curve, pumpMinimumL, sourceAt, type CurveOf } from './source';
import { stage } from './stage';
import { graph, openOutlets } from './water-path';

/** L/h a site must get, by site id. */
export type Needs = ReadonlyMap<string, number>;

/** What a trial is of. */
interface Tried {
	design: Pick<Design, 'tank' | 'source' | 'lines'>;
	operation: Pick<Operation, 'dial' | 'shutValves'>;
	shelf: Pick<Shelf, 'tanks' | 'pumps'>;
	parameters: Pick<ParameterSet, 'fittings'>;
	layout: Structure;
	graph: Graph;
	curve: CurveOf | null;
}

/**
 * What the water path would do at another level or dial, solved without a report and each from the last.
 * Every figure here rises with the level and with the dial, so roots are bracketed and found by secant.
 */
export class Trials {
	private readonly warm: Warm = { heads: new Float64Array(0) };
	/** Searches for one figure and another begin at the same levels and dials. */
	private readonly tried = new Map<string, OutletState>();
	/** Outlets meant to run, by their place in the graph, with the site shares they serve. */
	private readonly open: { at: number; shares: Shares }[];

	/** @param before trials of a like network: their last heads are where these begin */
	constructor(
		private readonly of: Tried,
		before?: Trials
	) {
		const { graph } = of;
		if (before && isLike(before.of.graph, graph)) this.warm.heads = before.warm.heads.slice();
		const place = new Map(graph.outlets.map(({ node }, i) => [graph.input.nodes[node]!.id, i]));
		this.open = openOutlets(of).flatMap(({ nodeId, shares }) => {
			const at = place.get(nodeId);
			return at === undefined ? [] : [{ at, shares }];
		});
	}

	/**
	 * How far the worst-served site is from its need: 0 just met, −1 dry, below −1 by the metres of head it
	 * lacks to run at all.
	 */
	worst(needs: Needs, litres: number, dial?: number): number {
		const { flowLph, residualM } = this.solve(litres, dial);
		const got = new Map<string, number>();
		let lack = 0;
		for (const { at, shares } of this.open)
			for (const [siteId, share] of shares) {
				got.set(siteId, (got.get(siteId) ?? 0) + share * flowLph[at]!);
				if (needs.has(siteId)) lack = Math.min(lack, residualM[at]!);
			}
		let worst = Infinity;
		// flow goes about with the root of head, so its square is nearly straight in level and dial
		for (const [siteId, need] of needs)
			if (need > 0) worst = Math.min(worst, ((got.get(siteId) ?? 0) / need) ** 2 - 1);
		return worst + Math.min(0, lack);
	}

	/** Least head left over any open outlet, m; below zero where one is dry. */
	leastResidualM(litres: number, dial?: number): number {
		const { flowLph, residualM } = this.solve(litres, dial);
		let least = Infinity;
		for (const { at } of this.open)
			least = Math.min(
				least,
				flowLph[at]! < DRY_LPH ? Math.min(residualM[at]!, -1e-9) : residualM[at]!
			);
		return least;
	}

	private solve(litres: number, dial?: number): OutletState {
		const key = `${litres} L, ${dial ?? this.of.operation.dial}`;
		const known = this.tried.get(key);
		if (known) return known;
		const state = solveOutlets(this.of.graph, sourceAt(this.of, litres, dial), this.warm);
		this.tried.set(key, state);
		return state;
	}

	/** Least litres in the tank at which every outlet still gives water; null: not even at the brim. */
	lowestFlowingL(): number | null {
		return this.lowest((litres) => this.leastResidualM(litres));
	}

	/** Least litres in the tank at which every site gets what it needs. */
	lowestFedL(needs: Needs): number | null {
		return this.lowest((litres) => this.worst(needs, litres));
	}

	private lowest(margin: (litres: number) => number): number | null {
		const brim = brimLitresOf(this.of.design, this.of.shelf);
		return leastAtOrOver(margin, Math.min(brim, pumpMinimumL(this.of)), brim, brim / 160);
	}

	/** Least dial, a whole percent, at which all needs are met with so many litres in the tank; null: none. */
	leastDialPercent(needs: Needs, litres: number): number | null {
		const { design, operation } = this.of;
		if (design.source.kind !== 'pump') return null;
		const margin = (percent: number) => this.worst(needs, litres, percent / 100) + 1e-6;
		const least = leastAtOrOver(margin, operation.dial * 100, 100, 0.5);
		return least === null ? null : Math.min(100, Math.ceil(least));
	}
}

/** Trial solves at other levels and dials. */
export const trials = stage(
	'trials',
	{
		design: ['tank', 'source', 'lines'],
		operation: ['dial', 'shutValves'],
		shelf: ['tanks', 'pumps'],
		parameters: ['fittings']
	},
	{ graph, layout: structure, curve },
	({ design, operation, shelf, parameters, graph, layout, curve }, before: Trials | undefined) =>
		new Trials({ design, operation, shelf, parameters, graph, layout, curve }, before)
);

/** Least litres in the tank at which every outlet still gives water; null: not even at the brim. */
export const lowestFlowingL = stage('lowest flowing', {}, { trials }, ({ trials }) =>
	trials.lowestFlowingL()
);

/** Least litres in the tank at which every site gets what its feed needs; null: no level, or nothing is fed. */
export const lowestFedL = stage('lowest fed', {}, { trials, feed }, ({ trials, feed }) =>
	feed ? trials.lowestFedL(feed.needLph) : null
);
