import type { z } from 'zod';
import {
	diameterForFlow,
	drain,
	drainBack,
	litresInPipe,
	type Drain,
	type DrainBack,
	type drainBackInput,
	type drainInput
} from '../hydraulics';
import { comesBack, DAY_MIN, kindOf, type Design, type Stand } from '../design';
import {
	brimLitresOf,
	distance,
	type Container,
	type FeedRun,
	type Structure,
	type ReturnRun
} from '../layout';
import type { ParameterSet } from '../parameters';
import { NoSolution } from '../quantity';
import { pick, type Shelf } from '../shelf';
import { heldWater } from '../water';
import { feed } from './feed';
import { structure } from './layout';
import { levelOf } from './source';
import { stage } from './stage';
import { flows, type Flows } from './water-path';

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

/** Water on its way down through a vessel while it is fed, and what brings it there. */
export interface Falling {
	containers: ReadonlyMap<string, Container>;
	/** L/h let into each by its outlets, and what runs through it, from those above too. */
	intoLph: ReadonlyMap<string, number>;
	throughLph: ReadonlyMap<string, number>;
	/** The medium of each, by what grows in it. */
	mediumIds: ReadonlyMap<string, string>;
	media: Shelf['media'];
	transit: ParameterSet['transit'];
	/** How long a feed lasts, min; no more is on its way than a feed brings. */
	onMin: number;
}

/** What held-water takes of a vessel that is fed. */
export function fallingInput(
	{ containers, throughLph, mediumIds, media, transit, onMin }: Falling,
	id: string
) {
	const container = containers.get(id);
	const mediumId = mediumIds.get(id);
	const medium = mediumId === undefined ? null : pick(media, mediumId);
	const form = container?.form ?? 'pot';
	const minutes =
		form === 'tower' || form === 'channel' || form === 'panel'
			? transit[`${form}Min`].value
			: (medium?.transitMin ?? 1);
	return {
		mediumL: container?.mediumL ?? null,
		flowLph: throughLph.get(id) ?? 0,
		transitMin: Math.min(minutes, onMin),
		holdUp: medium?.holdUp ?? transit.holdUp.value,
		filmL: transit.filmL.value
	};
}

/** Behind a valve water rises round the roots and stays there: nothing falls, and nothing is on its way home. */
const risesIn = (stand: Stand): boolean => kindOf(stand).feeding === 'valve';

/** What is let into each container, and what runs through it: what has no outlet of its own gets what comes past. */
function throughContainers(
	{ outlets, containers }: Structure,
	stands: Design['stands'],
	flows: Flows
) {
	const still = new Set(stands.filter(risesIn).map(({ id }) => id));
	const intoLph = new Map<string, number>();
	for (const { containerId, standId } of outlets)
		if (!still.has(standId)) intoLph.set(containerId, flows.containerLph.get(containerId)!);
	const throughLph = new Map(intoLph);
	for (const { id, siteIds, standId } of containers)
		if (!intoLph.has(id) && !still.has(standId))
			throughLph.set(
				id,
				siteIds.reduce((sum, site) => sum + (flows.arrivesLph.get(site) ?? 0), 0)
			);
	return { intoLph, throughLph };
}

/** Everything a vessel's falling water follows from. */
export const falling = stage(
	'falling water',
	{ design: ['stands'], shelf: ['media'], parameters: ['transit'] },
	{ layout: structure, flows, feed },
	({ design, layout, flows, feed, shelf, parameters }): Falling => ({
		containers: new Map(layout.containers.map((c) => [c.id, c])),
		...throughContainers(layout, design.stands, flows),
		mediumIds: new Map(layout.sites.map((site) => [site.containerId, site.mediumId])),
		media: shelf.media,
		transit: parameters.transit,
		onMin: feed?.onMin ?? DAY_MIN
	})
);

/** What every return carries while the pump runs. */
export const returns = stage(
	'returns',
	{ parameters: ['transit'] },
	{ layout: structure, falling },
	({ layout, falling, parameters: { transit } }) => {
		// what passes from vessel to vessel is on its way once: no more than a feed brings the stand
		const left = new Map<string, number>();
		for (const { id, standId } of layout.containers) {
			const fedL = ((falling.intoLph.get(id) ?? 0) * falling.onMin) / 60;
			left.set(standId, (left.get(standId) ?? 0) + fedL);
		}
		const take = (standId: string, litres: number): number => {
			const taken = Math.min(litres, left.get(standId) ?? 0);
			left.set(standId, (left.get(standId) ?? 0) - taken);
			return taken;
		};
		return layout.returns.map((run): ReturnState => {
			let flowLph = 0;
			let heldL = 0;
			for (const id of run.containerIds) {
				flowLph += falling.intoLph.get(id) ?? 0;
				// what falls in a vessel is counted with the return it runs into first
				if (!run.joins)
					heldL += heldWater({ media: [], poolL: 0, ...fallingInput(falling, id) }).fallingL;
			}
			const fallingL = take(run.standId, heldL);
			const state = carried(run, flowLph, transit.manningN.value);
			return { run, flowLph, fallingL, ...state, wetL: take(run.standId, state.wetL) };
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

/** What falls through the medium and runs in the returns while the pump is on, L; what runs to waste is gone. */
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
		design: ['tank', 'stands', 'lines', 'source'],
		operation: ['fillL', 'topUp'],
		shelf: ['tanks']
	},
	{ layout: structure, returns },
	(given): DrainBackState => {
		const { design, shelf, layout, operation } = given;
		const tankFullL = brimLitresOf(design, shelf);
		const lines = emptying(layout, design);
		const transitL = inTransitL(given);
		const filledL = Math.min(tankFullL, operation.fillL);
		const standingL = lines.reduce(
			(sum, { innerDiameterMm, lengthM }) => sum + litresInPipe(innerDiameterMm, lengthM),
			0
		);
		// a float fills up again while the pump runs; what is filled by hand is filled at rest
		const runningL =
			operation.topUp.kind === 'float' ? filledL : Math.max(0, filledL - standingL - transitL);
		const input = { lines, inTransitL: transitL, tankFullL, runningL };
		const result = drainBack(input);
		return { input, result, highestM: levelOf(given, Math.min(tankFullL, result.restingL)) };
	}
);

/** Less than this over an outlet nothing runs out of a line. */
const OVER_M = 0.001;

/**
 * The lengths of line that empty when the pump stops, pipe by pipe: back through the pump where they fall to it
 * and no check valve holds them, and out of the outlets what stands over the lowest of their stand. What runs out
 * where nothing comes back is no part of it.
 */
function emptying(
	layout: Structure,
	{ stands, lines, source }: Pick<Design, 'stands' | 'lines' | 'source'>
): DrainBackState['input']['lines'] {
	const back = new Set(
		stands.filter((stand) => comesBack(stand) && !risesIn(stand)).map(({ id }) => id)
	);
	const lowest = new Map<string | null, number>();
	for (const { standId, zM } of layout.outlets) {
		if (!back.has(standId)) continue;
		for (const key of [standId, null]) lowest.set(key, Math.min(lowest.get(key) ?? Infinity, zM));
	}
	return layout.runs.flatMap((run) => {
		if (!run.open) return [];
		const { innerDiameterMm, lengthM, standId, fallsAboveM } = run;
		// into a tank that stands higher nothing falls back
		const behind = lines.checkValve || source.kind !== 'pump' || !run.emptiesBack;
		const share = behind
			? shareOver(run, (lowest.get(standId) ?? Infinity) + OVER_M)
			: fallsAboveM === undefined
				? 1
				: shareOver(run, fallsAboveM);
		return share > 0 ? [{ innerDiameterMm, lengthM: lengthM * share }] : [];
	});
}

/** Share of a run that lies over a height. */
function shareOver({ points }: FeedRun, zM: number): number {
	let [over, all] = [0, 0];
	points.slice(1).forEach((to, i) => {
		const from = points[i]!;
		const metres = distance(from, to);
		const [low, high] = from.zM < to.zM ? [from.zM, to.zM] : [to.zM, from.zM];
		all += metres;
		over += metres * (low >= zM ? 1 : high <= zM ? 0 : (high - zM) / (high - low));
	});
	return all > 0 ? over / all : 0;
}
