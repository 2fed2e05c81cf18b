import type { SystemModel } from '../model';
import type { FindingCode } from './codes';
import { set, SEVERITIES, STEPS, type Rule, type Finding, type Said } from './finding';
import { whenGrown } from './grown';
import { rendered, type SaidFigure } from './sentence';
import { isSettled, wordFor } from './settled';
import * as acid from './findings/acid';
import * as bench from './findings/bench';
import { emitterRange } from './findings/emitter-range';
import * as feed from './findings/feed';
import { doorways } from './findings/doorways';
import { doors } from './findings/floor';
import { underTheRoof } from './findings/height';
import * as hung from './findings/wall-fixings';
import * as level from './findings/level';
import * as flow from './findings/flow';
import * as light from './findings/light';
import * as mix from './findings/mix';
import * as parts from './findings/parts';
import { reserve } from './findings/reserve';
import * as back from './findings/return';
import { reach } from './findings/reach';
import * as room from './findings/room';
import * as zone from './findings/root-zone';
import * as runsOn from './findings/runs-on';
import * as salt from './findings/salt';
import * as safety from './findings/safety';
import * as season from './findings/season';
import { spacing } from './findings/spacing';
import * as suits from './findings/compatibility';
import { tankHeatsUp } from './findings/tank-day';
import * as tank from './findings/tank';
import * as tower from './findings/tower';
import { strength } from './findings/strength';
import { uneven } from './findings/uneven';
import { temperatures } from './findings/weather';
import { brokenBench } from './findings/pump-test';

/** How a rule is judged: as the plants stand now, full grown, or both, whichever meets it first. */
type When = 'now' | 'grown' | 'both';

/**
 * Every rule there is; a new one is a line here. What is built must hold grown plants: loads, tank, pump,
 * returns, spacing and supports. What is set or mixed is for the plants as they are.
 */
export const RULES: readonly (readonly [rule: Rule, when: When])[] = [
	[room.place, 'grown'],
	[room.obstacles, 'grown'],
	[doors, 'grown'],
	[doorways, 'grown'],
	[flow.dryOutlets, 'now'],
	[flow.pumpSize, 'both'],
	[flow.underDemand, 'both'],
	[uneven, 'now'],
	[emitterRange, 'now'],
	[flow.levelLimit, 'both'],
	[flow.brokenColumn, 'now'],
	[brokenBench, 'now'],
	[back.returnSize, 'grown'],
	[back.returnFall, 'grown'],
	[back.returnHeight, 'grown'],
	[tank.drainBackSpill, 'grown'],
	[tank.belowPump, 'both'],
	[tank.drift, 'both'],
	[tank.leavesBand, 'now'],
	[reserve, 'grown'],
	[feed.noPlan, 'now'],
	[feed.tooLittle, 'both'],
	[feed.doseShort, 'now'],
	[feed.timer, 'now'],
	[feed.drainHeavy, 'now'],
	[feed.trickles, 'now'],
	[zone.stressed, 'both'],
	[zone.soaked, 'both'],
	[zone.powerCuts, 'both'],
	[zone.noLeach, 'both'],
	[tankHeatsUp, 'now'],
	[salt.saltBuildsUp, 'both'],
	[strength, 'now'],
	[salt.sourceWater, 'now'],
	[mix.overLimit, 'now'],
	[mix.lacks, 'now'],
	[bench.bottlesHold, 'now'],
	[bench.rounding, 'now'],
	[acid.notUsable, 'now'],
	[acid.pours, 'now'],
	[acid.bringsTooMuch, 'now'],
	[mix.overLabel, 'now'],
	[mix.saltyWater, 'now'],
	[bench.metersDue, 'now'],
	[bench.bagsLow, 'now'],
	[bench.fish, 'now'],
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
	[tower.pushes, 'grown'],
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
	[underTheRoof, 'grown'],
	[temperatures, 'now'],
	[season.gaps, 'now'],
	[season.frostBeforePick, 'now'],
	[season.sameHour, 'now'],
	[runsOn.siphons, 'now'],
	[runsOn.floatSticks, 'grown'],
	[safety.weight, 'grown'],
	[safety.electricity, 'now'],
	[level.valveTooEarly, 'now'],
	[level.valveRisks, 'now']
];

/** Cautions that hold for nearly every system: said once, they are settled for the whole place. */
const OF_THE_PLACE: ReadonlySet<FindingCode> = new Set(['electricity-near-water', 'bench-weight']);

/** All findings, the most urgent first; what the grower has seen to is left out. */
export const findingsOf = (model: SystemModel): Finding[] =>
	judged(model).map((said) => inWords(said, model));

/** What is said, of which state of the plants; its figures are holes still, and what may be tried is not. */
export type Judged = Said & { state: Finding['state'] };

const known = new WeakMap<SystemModel, Judged[]>();

/** What every rule says of a model, the most urgent first; worked out once. */
export function judged(model: SystemModel): Judged[] {
	const before = known.get(model);
	if (before) return before;
	const rank = (f: Said) => SEVERITIES.indexOf(f.severity) * 100 + STEPS.indexOf(f.step);
	const said = RULES.flatMap(([rule, when]) => saidOf(model, rule, when))
		.filter((f) => !isSettled(model, f))
		.map((f, i) => ({ f, i }))
		.sort((a, b) => rank(a.f) - rank(b.f) || a.i - b.i)
		.map(({ f }) => f);
	known.set(model, said);
	return said;
}

/** The one place where what is said becomes words: every figure in the units of the place. */
function inWords(said: Judged, model: SystemModel): Finding {
	const figures: SaidFigure[] = [];
	const { code, step, severity, state, subject } = said;
	const message = rendered(said.message, model.place.units, figures);
	return {
		code,
		step,
		severity,
		state,
		subject,
		message,
		figures,
		acknowledge: wordOf(said, model)
	};
}

/** How a caution is settled by a word: for the place where it holds everywhere, else for this system. */
function wordOf(said: Judged, model: SystemModel): Finding['acknowledge'] {
	const { code, severity, acknowledge } = said;
	if (acknowledge === undefined || severity === 'stop') return null;
	const part = OF_THE_PLACE.has(code) ? 'place' : 'record';
	const change = [set(`${part}.settled`, wordFor(model, model[part].settled, said))];
	return { label: rendered(acknowledge, model.place.units), change };
}

function saidOf(model: SystemModel, rule: Rule, when: When): Judged[] {
	const now = rule(model).map((said): Judged => ({ ...said, state: 'now' }));
	const { grown } = model;
	if (when === 'now' || grown === model) return now;
	const same = (a: Said, b: Said) => a.code === b.code && a.subject === b.subject;
	const later = rule(grown).map((said): Judged => ({
		...said,
		state: now.some((f) => same(f, said)) ? 'now' : 'grown'
	}));
	// what meets both is told by the figures it is judged by
	const list = when === 'grown' ? later : [...now, ...later.filter((f) => f.state === 'grown')];
	return list.map((f) =>
		f.state === 'grown' ? { ...f, message: `${f.message} ${whenGrown(model)}` } : f
	);
}
