import { NoSolution } from '../quantity';
import {
	levelFill,
	LINE_UNDER_WATER,
	pipeLoss,
	ringLevel,
	type LevelFill,
	type LevelFillInput,
	type RingLevel
} from '../hydraulics';
import type { Structure, LevelFillBasis, ReturnRun } from '../layout';
import type { ParameterSet } from '../parameters';
import { layout, structure } from './layout';
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
	{ parameters: ['fittings'] },
	{ layout, balance, waterUse },
	({ layout, balance, waterUse, parameters }) =>
		layout.stands.flatMap((stand): LevelState[] => {
			const basis = stand.level;
			if (!basis || basis.trays.length === 0) return [];
			const headM = balance.source.waterLevelM - basis.surfaceM;
			const fittingsK = parameters.fittings.valveHose.value;
			const filled = headM > 1e-6 ? fill(basis, headM, fittingsK) : null;
			const drinks = layout.sites
				.filter((site) => site.standId === stand.id)
				.reduce((sum, site) => sum + (waterUse.bySite.get(site.id) ?? 0), 0);
			const hoursAFill = filled && drinks > 0 ? (24 * filled.result.totalL) / drinks : null;
			return [{ standId: stand.id, basis, headM, filled, hoursAFill }];
		})
);

function fill(basis: LevelFillBasis, headM: number, fittingsK: number): LevelState['filled'] {
	const { depthMm, valves, trays, innerDiameterMm, lengthM, valve } = basis;
	const input = {
		depthMm,
		valves,
		trays,
		supply: { headM, innerDiameterMm, lengthM, fittingsK, valve }
	};
	try {
		return { input, result: levelFill(input) };
	} catch (problem) {
		// every tray stands dry, or nothing flows: what follows from a fill has no answer either
		if (problem instanceof NoSolution) return null;
		throw problem;
	}
}

export interface RingState {
	run: ReturnRun;
	input: RingLevelInput;
	result: RingLevel;
	/** While the pump runs: water over the tank's, mm, and what is left under the brim, by container. */
	pots: { id: string; riseMm: number; marginMm: number }[];
}
type RingLevelInput = Parameters<typeof ringLevel>[0];

/** The level in every pot on a return line under water, while the pump runs. */
export const rings = stage(
	'rings',
	{ parameters: ['fittings'] },
	{ layout: structure, flows, balance },
	(given) => given.layout.returns.flatMap((run) => (run.level ? [ringOf(given, run)] : []))
);

/** One return line under water, with the tube it has or another. */
export function ringOf(
	of: {
		layout: Structure;
		flows: Flows;
		balance: { source: { waterLevelM: number } };
		parameters: Pick<ParameterSet, 'fittings'>;
	},
	run: ReturnRun
): RingState {
	const { order, metres, closed } = run.level!;
	const containers = new Map(of.layout.containers.map((c) => [c.id, c]));
	const inflowsLph = order.map((id) => of.flows.containerLph.get(id) ?? 0);
	const { sealed, roughnessMm } = of.parameters.fittings;
	const input = {
		innerDiameterMm: run.innerDiameterMm,
		metres,
		closed,
		inflowsLph,
		roughnessMm: roughnessMm.value,
		fittingsK: sealed.value
	};
	const result = ringLevel(input);
	const pots = order.map((id, k) => {
		const riseMm = result.risesMm[k]!;
		const pot = containers.get(id)!;
		const brimM = pot.zM + pot.heightMm / 1000;
		return { id, riseMm, marginMm: (brimM - of.balance.source.waterLevelM) * 1000 - riseMm };
	});
	return { run, input, result, pots };
}

/** Every length of a line under water as pipe-loss takes it. */
export const segmentsOf = ({ run, input: ring, result }: RingState) =>
	run.level!.metres.map((lengthM, k) => {
		const flowLph = Math.abs(result.flowsLph[k]!);
		const { innerDiameterMm, roughnessMm, fittingsK } = ring;
		const input = {
			...LINE_UNDER_WATER,
			flowLph,
			innerDiameterMm,
			lengthM,
			roughnessMm,
			fittingsK
		};
		return { input, result: pipeLoss(input) };
	});
