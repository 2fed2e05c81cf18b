import type { z } from 'zod';
import {
	diameterForFlow,
	drain,
	drainBack,
	type Drain,
	type DrainBack,
	type drainBackInput,
	type drainInput
} from '../hydraulics';
import { brimLitresOf, type Container, type ReturnRun } from '../layout';
import type { ParameterSet } from '../parameters';
import { NoSolution } from '../quantity';
import { heldWater } from '../water';
import { layout } from './layout';
import { levelOf } from './source';
import { stage } from './stage';
import { flows } from './water-path';

/** Why a return does not do what it should. */
export type ReturnFault =
	| { kind: 'no-fall' }
	/** At this fall its bore carries so much at most; one so wide would carry its flow. */
	| {
			kind: 'too-much';
			innerDiameterMm: number;
			fallPercent: number;
			mostLph: number;
			widerMm: number;
	  };

export interface ReturnState {
	run: ReturnRun;
	input: z.input<typeof drainInput>;
	/** null: it does not fall, or cannot carry its flow; `fault` says which, where that is wrong. */
	result: Drain | null;
	fault: ReturnFault | null;
	flowLph: number;
	/** Water on its way in the pipe while the pump runs. */
	wetL: number;
	/** Water on its way down through what it drains. */
	fallingL: number;
}

/** Minutes water takes down through a vessel. */
export const transitMinOf = (
	container: Container | undefined,
	transit: ParameterSet['transit']
): number => transit[`${container?.form ?? 'pot'}Min`].value;

/** Water on its way down through a vessel at a flow, L: medium holds so much of it and no more. */
const fallingIn = (
	container: Container | undefined,
	flowLph: number,
	transit: ParameterSet['transit']
): number =>
	heldWater({
		media: [],
		mediumL: container?.mediumL ?? null,
		poolL: 0,
		flowLph,
		transitMin: transitMinOf(container, transit),
		holdUp: transit.holdUp.value,
		filmL: transit.filmL.value
	}).fallingL;

/** What every return carries while the pump runs. */
export const returns = stage(
	'returns',
	{ parameters: ['transit'] },
	{ layout, flows },
	({ layout, flows, parameters: { transit } }) => {
		const byId = new Map(layout.containers.map((c) => [c.id, c]));
		const flowOf = new Map<string, number>();
		for (const { containerId, nodeId } of layout.outlets)
			flowOf.set(containerId, (flowOf.get(containerId) ?? 0) + (flows.outletLph.get(nodeId) ?? 0));
		return layout.returns.map((run): ReturnState => {
			let flowLph = 0;
			let fallingL = 0;
			for (const id of run.containerIds) {
				const flow = flowOf.get(id) ?? 0;
				flowLph += flow;
				fallingL += fallingIn(byId.get(id), flow, transit);
			}
			return { run, flowLph, fallingL, ...carried(run, flowLph, transit.manningN.value) };
		});
	}
);

/** A return with so much running into it, and why it cannot take that. */
function carried(
	run: ReturnRun,
	flowLph: number,
	manningN: number
): Pick<ReturnState, 'input' | 'result' | 'fault' | 'wetL'> {
	const { innerDiameterMm, fallPercent } = run;
	const input = { flowLph, innerDiameterMm, fallPercent, manningN };
	const none = { input, result: null, fault: null, wetL: 0 };
	// straight down or level and under water nothing flows part full
	if (run.way === 'drop' || run.way === 'level') return none;
	if (!(fallPercent > 0)) return { ...none, fault: { kind: 'no-fall' } };
	try {
		const result = drain(input);
		const areaM2 = result.velocityMS > 0 ? flowLph / 3.6e6 / result.velocityMS : 0;
		return { ...none, result, wetL: areaM2 * run.lengthM * 1000 };
	} catch (problem) {
		if (!(problem instanceof NoSolution)) throw problem;
		const mostLph = drain({ ...input, flowLph: 0 }).maxCapacityLph;
		const widerMm = Math.ceil(diameterForFlow(flowLph, mostLph, innerDiameterMm));
		return { ...none, fault: { kind: 'too-much', innerDiameterMm, fallPercent, mostLph, widerMm } };
	}
}

/** What falls through the medium and runs in the returns while the pump is on, L. */
export const inTransitL = ({ returns }: { returns: readonly ReturnState[] }): number =>
	returns.reduce(
		(total, { run, wetL, fallingL }) => (run.way === 'waste' ? total : total + wetL + fallingL),
		0
	);

export interface DrainBackState {
	input: z.infer<typeof drainBackInput>;
	result: DrainBack;
	/** Height of the water when all has come back, m over the floor of the place. */
	highestM: number;
}

/** What comes back into the tank when the pump stops, and whether it holds it. */
export const drainBackState = stage(
	'drain-back',
	{
		design: ['tank'],
		operation: ['fillL'],
		record: ['nowL'],
		shelf: ['tanks']
	},
	{ layout, returns },
	(given): DrainBackState => {
		const { design, shelf, layout, record, operation } = given;
		const tankFullL = brimLitresOf(design, shelf);
		const input = {
			lines: layout.runs
				.filter((run) => run.emptiesBack && run.open)
				.map(({ innerDiameterMm, lengthM }) => ({ innerDiameterMm, lengthM })),
			inTransitL: inTransitL(given),
			tankFullL,
			runningL: Math.min(tankFullL, Math.max(operation.fillL, record.nowL))
		};
		const result = drainBack(input);
		return { input, result, highestM: levelOf(given, Math.min(tankFullL, result.restingL)) };
	}
);
