import type { z } from 'zod';
import {
	diameterForFlow,
	drain,
	drainBack,
	type Drain,
	type DrainBack,
	type drainBackInput,
	type drainInput
} from '../../hydraulics';
import {
	brimLitresOf,
	brimMmOf,
	tankShapeOf,
	type Container,
	type ContainerForm,
	type ReturnRun
} from '../../layout';
import { NoSolution } from '../../quantity';
import {
	CANOPY_SHARE,
	heightAt,
	litresAt,
	pick,
	tankLevel,
	type Crop,
	type Stage
} from '../../shelf';
import {
	evapotranspiration,
	plantDemand,
	reservoirRun,
	reservoirSize,
	type ReservoirRunInput
} from '../../water';
import type { Chain } from '../chain';
import { levelOf, pumpMinimumL } from './path';

export const weatherOf = ({ area }: Chain) => ({
	input: area.climate,
	result: evapotranspiration(area.climate)
});

interface CropUse {
	crop: Crop;
	stage: Stage;
	siteIds: string[];
	input: Required<Parameters<typeof plantDemand>[0]>;
	litresPerDay: number;
}

/** Demand by crop and stage, and from it by site. */
export function thirstOf(chain: Chain) {
	const groups = new Map<string, CropUse>();
	for (const site of chain.layout.sites) {
		if (!site.cropId || !site.stage) continue;
		const key = `${site.cropId}/${site.stage}`;
		const group = groups.get(key);
		if (group) {
			group.siteIds.push(site.id);
			continue;
		}
		const crop = pick(chain.shelf.crops, site.cropId);
		const input = {
			et0MmDay: chain.weather.result.et0MmDay,
			kc: crop.kc,
			canopyM2: crop.canopyM2 * CANOPY_SHARE[site.stage],
			plants: 1,
			factor: chain.record.useFactor
		};
		groups.set(key, { crop, stage: site.stage, siteIds: [site.id], input, litresPerDay: 0 });
	}
	const bySite = new Map<string, number>();
	let useLPerDay = 0;
	for (const group of groups.values()) {
		group.input.plants = group.siteIds.length;
		group.litresPerDay = plantDemand(group.input).litresPerDay;
		useLPerDay += group.litresPerDay;
		for (const id of group.siteIds) bySite.set(id, group.litresPerDay / group.siteIds.length);
	}
	return { crops: [...groups.values()], bySite, useLPerDay };
}

export interface ReturnState {
	run: ReturnRun;
	input: z.input<typeof drainInput>;
	/** null: it does not fall, or cannot carry its flow; `why` says which. */
	result: Drain | null;
	why: string | null;
	flowLph: number;
	/** Water on its way in the pipe while the pump runs. */
	wetL: number;
	/** Water on its way down through what it drains. */
	fallingL: number;
}

const MANNING_N = 0.01;

/** Minutes water takes down through a container: fast round a tower, slowly through a slab. */
const TRANSIT_MIN: Record<ContainerForm, number> = {
	pot: 3,
	slab: 4,
	tray: 2,
	tower: 0.3,
	channel: 0.6,
	panel: 1
};

/** Share of a medium that runs through as free water, and what clings to walls and roots, L. */
const HOLD_UP = 0.15;
const FILM_L = 0.3;

/** Water on its way down through a container at a flow, L: medium holds so much of it and no more. */
export const fallingIn = (container: Container | undefined, flowLph: number): number =>
	Math.min(
		(flowLph * TRANSIT_MIN[container?.form ?? 'pot']) / 60,
		HOLD_UP * (container?.mediumL ?? Infinity) + FILM_L
	);

export function returnsOf(chain: Chain): ReturnState[] {
	const { layout, flows } = chain;
	const byId = new Map(layout.containers.map((c) => [c.id, c]));
	const flowOf = new Map<string, number>();
	for (const { containerId, nodeId } of layout.emissions)
		flowOf.set(containerId, (flowOf.get(containerId) ?? 0) + (flows.outletLph.get(nodeId) ?? 0));
	return layout.returns.map((run) => {
		let flowLph = 0;
		let fallingL = 0;
		for (const id of run.containerIds) {
			const flow = flowOf.get(id) ?? 0;
			flowLph += flow;
			const container = byId.get(id);
			fallingL += fallingIn(container, flow);
		}
		const { innerDiameterMm, fallPercent } = run;
		const input = { flowLph, innerDiameterMm, fallPercent, manningN: MANNING_N };
		const state = { run, input, result: null, why: null, flowLph, wetL: 0, fallingL };
		// straight down or level and under water nothing flows part full
		if (run.way === 'drop' || run.way === 'level') return state;
		if (!(fallPercent > 0)) return { ...state, why: 'it has no fall' };
		try {
			const result = drain(input);
			const areaM2 = result.velocityMS > 0 ? flowLph / 3.6e6 / result.velocityMS : 0;
			return { ...state, result, wetL: areaM2 * run.lengthM * 1000 };
		} catch (problem) {
			if (!(problem instanceof NoSolution)) throw problem;
			return { ...state, why: tooMuch(chain, input) };
		}
	});
}

/** What falls through the medium and runs in the returns while the pump is on, L. */
export const inTransitL = (chain: Chain): number =>
	chain.returns.reduce(
		(total, { run, wetL, fallingL }) => (run.way === 'waste' ? total : total + wetL + fallingL),
		0
	);

interface DrainBackState {
	input: z.infer<typeof drainBackInput>;
	result: DrainBack;
	/** Height of the water when all has come back, m over the floor of the place. */
	highestM: number;
}

export function drainBackOf(chain: Chain): DrainBackState {
	const { design, shelf, layout, record, operation } = chain;
	const tankFullL = brimLitresOf(design, shelf);
	const input = {
		lines: layout.runs
			.filter((run) => run.emptiesBack && run.open)
			.map(({ innerDiameterMm, lengthM }) => ({ innerDiameterMm, lengthM })),
		inTransitL: inTransitL(chain),
		tankFullL,
		runningL: Math.min(tankFullL, Math.max(operation.fillL, record.nowL))
	};
	const result = drainBack(input);
	return { input, result, highestM: levelOf(chain, Math.min(tankFullL, result.restingL)) };
}

export function tankOf(chain: Chain) {
	const { design, shelf, record, operation } = chain;
	const shape = tankShapeOf(design, shelf);
	const brimMm = brimMmOf(design, shelf);
	const fullL = litresAt(shape, brimMm);
	const minimumL = pumpMinimumL(chain);
	const markEveryL = [1, 2, 5, 10, 20, 50, 100].find((step) => fullL / step <= 18) ?? 200;
	const litres = [minimumL, Math.min(fullL, operation.fillL), Math.min(fullL, record.nowL)];
	const input = { shape, brimMm, levelsMm: [], litres, markEveryL };
	return {
		input,
		result: tankLevel(input),
		fullL,
		pumpMinimumL: minimumL,
		nowMm: heightAt(shape, Math.min(fullL, record.nowL))
	};
}

const uptakeOf = (chain: Chain): number =>
	(chain.mix.strengthMsCm * chain.operation.uptakePercent) / 100;
/** Strength of what tops the tank up. A weak top-up brings just what the plants take. */
export function topUpStrength(chain: Chain): number {
	const kind = chain.operation.topUp.with;
	if (kind === 'water') return chain.place.water.ecMsCm;
	return kind === 'weak' ? Math.min(20, uptakeOf(chain)) : chain.mix.strengthMsCm;
}

/** Why a return cannot carry its flow, as the grower of this place reads figures. */
function tooMuch({ say }: Chain, input: Parameters<typeof drain>[0]): string {
	const { flowLph, innerDiameterMm, fallPercent } = input;
	const { maxCapacityLph } = drain({ ...input, flowLph: 0 });
	const wider = Math.ceil(diameterForFlow(flowLph, maxCapacityLph, innerDiameterMm));
	return (
		`at most ${say(maxCapacityLph, 'flow')} run through ${say(innerDiameterMm, 'size')} at a fall of ${fallPercent} %; ` +
		`${say(wider, 'size')} inside would carry it`
	);
}

export function sizeOf(chain: Chain) {
	const { operation } = chain;
	const { topUp, maxDriftPercent } = operation;
	const input = {
		useLPerDay: chain.thirst.useLPerDay,
		// a float makes up each day's use on the day
		refillEveryDays: topUp.kind === 'hand' ? topUp.everyDays : 1,
		pumpMinimumL: chain.tank.pumpMinimumL,
		inTransitL: inTransitL(chain),
		ecStartMsCm: chain.mix.strengthMsCm,
		uptakeEcMsCm: Math.min(20, uptakeOf(chain)),
		maxDriftPercent,
		freeboardPercent: 10
	};
	return { input, result: reservoirSize(input) };
}

/** Litres behind a float; null: it is fed from the mains, or there is no float. */
export const reserveL = ({ design, operation }: Chain): number | null =>
	operation.topUp.kind === 'float' ? (design.reserve?.volumeL ?? null) : null;

const AHEAD_DAYS = 21;

/** The tank from today's level on: day by day, with the top-up as planned. */
export function runOf(chain: Chain) {
	const { record, operation } = chain;
	const { topUp } = operation;
	const fillL = Math.min(operation.fillL, chain.tank.fullL);
	const ecMsCm = topUpStrength(chain);
	const input: ReservoirRunInput = {
		startL: Math.max(0.001, Math.min(record.nowL, chain.tank.fullL)),
		ecStartMsCm: chain.mix.strengthMsCm,
		pumpMinimumL: chain.tank.pumpMinimumL,
		useLPerDay: chain.thirst.useLPerDay,
		uptakeEcMsCm: Math.min(20, uptakeOf(chain)),
		evaporationLPerDay: 0,
		days: AHEAD_DAYS,
		topUp:
			topUp.kind === 'hand'
				? { kind: 'refill', everyDays: topUp.everyDays, toL: fillL, ecMsCm }
				: { kind: 'float', setL: fillL, ecMsCm, reserveL: reserveL(chain) }
	};
	return { input, result: reservoirRun(input) };
}

/** Days until the tank, with any reserve behind it, is down to the pump's minimum. */
export function daysLeft(chain: Chain): number | null {
	const { thirst, record, operation } = chain;
	const endless = operation.topUp.kind === 'float' && reserveL(chain) === null;
	if (thirst.useLPerDay <= 0 || endless) return null;
	const reserve = reserveL(chain) ?? 0;
	const usable = Math.min(record.nowL, chain.tank.fullL) - chain.tank.pumpMinimumL;
	return Math.max(0, usable - inTransitL(chain) + reserve) / thirst.useLPerDay;
}
