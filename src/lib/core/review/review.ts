import type { SystemModel } from '../model';
import type { Units } from '../quantity';
import { SEVERITIES, STEPS, type Rule, type Finding, type Said } from './finding';
import { whenGrown } from './grown';
import { rendered, type SaidFigure } from './sentence';
import * as feed from './findings/feed';
import * as hung from './findings/wall-fixings';
import * as level from './findings/level';
import * as flow from './findings/flow';
import * as light from './findings/light';
import * as mix from './findings/mix';
import * as parts from './findings/parts';
import * as back from './findings/return';
import { reach } from './findings/reach';
import * as room from './findings/room';
import * as safety from './findings/safety';
import { spacing } from './findings/spacing';
import * as suits from './findings/compatibility';
import * as tank from './findings/tank';
import * as tower from './findings/tower';
import { strength } from './findings/strength';
import { uneven } from './findings/uneven';
import { brokenBench } from './findings/pump-test';

/** How a rule is judged: as the plants stand now, full grown, or both, whichever meets it first. */
type Judged = 'now' | 'grown' | 'both';

/**
 * Every rule there is; a new one is a line here. What is built must hold grown plants: loads, tank, pump,
 * returns, spacing and supports. What is set or mixed is for the plants as they are.
 */
export const RULES: readonly (readonly [rule: Rule, judged: Judged])[] = [
	[room.place, 'grown'],
	[room.obstacles, 'grown'],
	[flow.dryOutlets, 'now'],
	[flow.pumpSize, 'both'],
	[flow.underDemand, 'both'],
	[uneven, 'now'],
	[flow.levelLimit, 'both'],
	[flow.brokenColumn, 'now'],
	[brokenBench, 'now'],
	[back.returnSize, 'grown'],
	[back.returnFall, 'grown'],
	[back.returnHeight, 'grown'],
	[tank.drainBackSpill, 'grown'],
	[tank.belowPump, 'both'],
	[tank.drift, 'both'],
	[feed.noPlan, 'now'],
	[feed.doseShort, 'now'],
	[feed.timer, 'now'],
	[feed.drainHeavy, 'now'],
	[strength, 'now'],
	[mix.overLimit, 'now'],
	[mix.lacks, 'now'],
	[parts.joints, 'now'],
	[suits.stakes, 'now'],
	[suits.washesOut, 'now'],
	[suits.filters, 'now'],
	[parts.unknownPump, 'now'],
	[reach, 'grown'],
	[tower.leaning, 'now'],
	[tower.webs, 'now'],
	[tower.holes, 'now'],
	[suits.spreaders, 'now'],
	[suits.openHoles, 'now'],
	[tower.wind, 'grown'],
	[level.tankHeight, 'now'],
	[level.outOfLevel, 'now'],
	[level.valveParts, 'now'],
	[level.ringLevels, 'now'],
	[hung.fixings, 'grown'],
	[hung.studs, 'grown'],
	[hung.airLock, 'now'],
	[hung.toWaste, 'now'],
	[hung.wetPlate, 'now'],
	[hung.mustStandLevel, 'now'],
	[parts.hotWater, 'now'],
	[spacing, 'grown'],
	[light.lampLight, 'now'],
	[light.sockets, 'now'],
	[light.held, 'grown'],
	[safety.weight, 'grown'],
	[safety.electricity, 'now'],
	[level.valveRisks, 'now']
];

/** All findings, the most urgent first; what the grower has seen to is left out. */
export function findingsOf(model: SystemModel): Finding[] {
	const settled = new Set(model.record.acknowledged);
	const rank = (f: Said) => SEVERITIES.indexOf(f.severity) * 100 + STEPS.indexOf(f.step);
	return RULES.flatMap(([rule, judged]) => saidOf(model, rule, judged))
		.filter((f) => f.severity === 'stop' || !settled.has(f.code))
		.map((f, i) => ({ f, i }))
		.sort((a, b) => rank(a.f) - rank(b.f) || a.i - b.i)
		.map(({ f }) => inWords(f, model.place.units));
}

/** The one place where what is said becomes words: every figure in the units of the place. */
function inWords(said: InState, units: Units): Finding {
	const figures: SaidFigure[] = [];
	const { code, step, severity, state, subject } = said;
	const message = rendered(said.message, units, figures);
	const fixes = said.fixes.map(({ label, effect, change }) => ({
		label: rendered(label, units),
		effect: rendered(effect, units),
		change
	}));
	return { code, step, severity, state, subject, message, figures, fixes };
}

type InState = Said & { state: Finding['state'] };

function saidOf(model: SystemModel, rule: Rule, judged: Judged): InState[] {
	const now = rule(model).map((said): InState => ({ ...said, state: 'now' }));
	const { grown } = model;
	if (judged === 'now' || grown === model) return now;
	const same = (a: Said, b: Said) => a.code === b.code && a.subject === b.subject;
	const later = rule(grown).map((said): InState => ({
		...said,
		state: now.some((f) => same(f, said)) ? 'now' : 'grown'
	}));
	// what meets both is told by the figures it is judged by
	const list = judged === 'grown' ? later : [...now, ...later.filter((f) => f.state === 'grown')];
	return list.map((f) =>
		f.state === 'grown' ? { ...f, message: `${f.message} ${whenGrown(model)}` } : f
	);
}
