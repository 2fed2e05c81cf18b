import {
	fluid,
	levelFill,
	PipeLaw,
	pipeLoss,
	type LevelFill,
	type LevelFillInput,
	type PipeLoss
} from '../hydraulics';
import type { Layout, LevelFillBasis, ReturnRun } from '../layout';
import { rootOf } from '../quantity';
import { layout } from './layout';
import { stage } from './stage';
import { balance, flows, type Flows } from './water-path';
import { waterUse } from './water-use';

export interface LevelState {
	standId: string;
	basis: LevelFillBasis;
	/** Tank surface over the water in the trays, m; at or under zero nothing runs. */
	headM: number;
	filled: { input: LevelFillInput; result: LevelFill } | null;
	/** Hours the plants take to drink what one fill holds; null: nothing drinks. */
	hoursAFill: number | null;
}

/** What valves keep in every tray or pot, at the tank's level as it stands. */
export const levels = stage(
	'levels',
	{},
	{ layout, balance, waterUse },
	({ layout, balance, waterUse }) =>
		layout.stands.flatMap((stand): LevelState[] => {
			const basis = stand.level;
			if (!basis || basis.trays.length === 0) return [];
			const headM = balance.source.waterLevelM - basis.surfaceM;
			const filled = headM > 1e-6 ? fill(basis, headM) : null;
			const drinks = layout.sites
				.filter((site) => site.standId === stand.id)
				.reduce((sum, site) => sum + (waterUse.bySite.get(site.id) ?? 0), 0);
			const hoursAFill = filled && drinks > 0 ? (24 * filled.result.totalL) / drinks : null;
			return [{ standId: stand.id, basis, headM, filled, hoursAFill }];
		})
);

function fill(basis: LevelFillBasis, headM: number): NonNullable<LevelState['filled']> {
	const { depthMm, valves, trays, innerDiameterMm, lengthM, fittingsK, valve } = basis;
	const input = {
		depthMm,
		valves,
		trays,
		supply: { headM, innerDiameterMm, lengthM, fittingsK, valve }
	};
	return { input, result: levelFill(input) };
}

interface Segment {
	input: Parameters<typeof pipeLoss>[0];
	result: PipeLoss;
}

export interface RingState {
	run: ReturnRun;
	/** Flow in each length of it, L/h; below zero where it runs the other way round. */
	flowsLph: number[];
	/** While the pump runs: water over the tank's, mm, and what is left under the brim, by container. */
	pots: { id: string; riseMm: number; marginMm: number }[];
}

/**
 * The level in every pot on a return line under water, while the pump runs: each stands higher than the one
 * it drains through by what that length of line loses. In a ring the water goes home both ways, split so that
 * both lose the same.
 */
export const rings = stage('rings', {}, { layout, flows, balance }, ({ layout, flows, balance }) =>
	layout.returns.flatMap((run) => (run.level ? [ringOf({ layout, flows, balance }, run)] : []))
);

/** One return line under water, with the tube it has or another. */
export function ringOf(
	of: { layout: Layout; flows: Flows; balance: { source: { waterLevelM: number } } },
	run: ReturnRun
): RingState {
	const { order, metres, closed } = run.level!;
	const flows = new Map<string, number>();
	for (const { containerId, nodeId } of of.layout.emissions)
		flows.set(containerId, (flows.get(containerId) ?? 0) + (of.flows.outletLph.get(nodeId) ?? 0));
	const containers = new Map(of.layout.containers.map((c) => [c.id, c]));
	const inflow = order.map((id) => flows.get(id) ?? 0);
	const total = inflow.reduce((a, b) => a + b, 0);
	const laws = metres.map((lengthM) => lawOf(run, lengthM));
	const round = (home: number) => {
		let [flow, sum] = [home, 0];
		laws.forEach((law, k) => {
			if (k > 0) flow -= inflow[k - 1]!;
			sum += Math.sign(flow) * law.headAt(flow);
		});
		return sum;
	};
	// home by the first way goes as much as makes both lose the same; what is lost rises with it
	let flow = closed ? rootOf(round, 0, total, FLOW_SHARE * total) : total;
	const flowsLph = metres.map((_, k) => (flow -= inflow[k - 1] ?? 0));
	let riseM = 0;
	const pots = order.map((id, k) => {
		riseM += Math.sign(flowsLph[k]!) * laws[k]!.headAt(flowsLph[k]!);
		const pot = containers.get(id)!;
		const brimM = pot.zM + pot.heightMm / 1000;
		return {
			id,
			riseMm: riseM * 1000,
			marginMm: (brimM - (of.balance.source.waterLevelM + riseM)) * 1000
		};
	});
	return { run, flowsLph, pots };
}

const WATER = { roughnessMm: 0.0015, temperatureC: 20 };
/** A flow round a ring is found to this share of all that runs. */
const FLOW_SHARE = 1e-9;
/** In and out of a pot through its seals. */
const SEALS_K = 1.5;

/** Every length of it as the operation takes it. */
export const segmentsOf = ({ run, flowsLph }: RingState): Segment[] =>
	run.level!.metres.map((lengthM, k) => {
		const { innerDiameterMm } = run;
		const flowLph = Math.abs(flowsLph[k]!);
		const input = { flowLph, innerDiameterMm, lengthM, ...WATER, fittingsK: SEALS_K };
		return { input, result: pipeLoss(input) };
	});

/** The same loss for the many flows tried on the way. */
function lawOf({ innerDiameterMm }: ReturnRun, lengthM: number): PipeLaw {
	const { roughnessMm, temperatureC } = WATER;
	const nu = fluid({ temperatureC }).kinematicViscosityM2S;
	return new PipeLaw(innerDiameterMm / 1000, lengthM, roughnessMm / 1000, SEALS_K, nu);
}
