import type { SystemModel } from '../model';
import type { FindingCode } from './codes';
import { set, SEVERITIES, STEPS, type Rule, type Finding, type Said } from './finding';
import { ruleFailed } from './failed';
import { whenGrown } from './grown';
import { rendered, type SaidFigure } from './sentence';
import { isSettled, wordFor } from './settled';
import * as acid from './findings/acid';
import * as bench from './findings/bench';
import { emitterRange } from './findings/emitter-range';
import * as feed from './findings/feed';
import * as drainage from './findings/drainage';
import { doorways } from './findings/doorways';
import { doors } from './findings/floor';
import { underTheRoof } from './findings/height';
import * as hung from './findings/wall-fixings';
import * as level from './findings/level';
import { ringLevels } from './findings/ring-levels';
import * as flow from './findings/flow';
import * as light from './findings/light';
import * as mix from './findings/mix';
import * as labelDose from './findings/label-dose';
import * as parts from './findings/parts';
import { reserve } from './findings/reserve';
import * as back from './findings/return';
import { reach } from './findings/reach';
import * as room from './findings/room';
import { obstacles } from './findings/obstacles';
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
 * Every rule there is, by its name; a new one is a line here. What is built must hold grown plants: loads, tank,
 * pump, returns, spacing and supports. What is set or mixed is for the plants as they are.
 */
export const RULES: readonly (readonly [name: string, rule: Rule, when: When])[] = [
	['place', room.place, 'grown'],
	['obstacles', obstacles, 'grown'],
	['doors', doors, 'grown'],
	['doorways', doorways, 'grown'],
	['dry-outlets', flow.dryOutlets, 'now'],
	['pump-size', flow.pumpSize, 'both'],
	['under-demand', flow.underDemand, 'both'],
	['uneven', uneven, 'now'],
	['emitter-range', emitterRange, 'now'],
	['level-limit', flow.levelLimit, 'both'],
	['broken-column', flow.brokenColumn, 'now'],
	['broken-bench', brokenBench, 'now'],
	['return-size', back.returnSize, 'grown'],
	['return-fall', back.returnFall, 'grown'],
	['return-height', back.returnHeight, 'grown'],
	['drain-back-spill', tank.drainBackSpill, 'grown'],
	['below-pump', tank.belowPump, 'both'],
	['drift', tank.drift, 'both'],
	['leaves-band', tank.leavesBand, 'now'],
	['reserve', reserve, 'grown'],
	['no-plan', feed.noPlan, 'now'],
	['too-little', feed.tooLittle, 'both'],
	['dose-short', feed.doseShort, 'now'],
	['timer', feed.timer, 'now'],
	['drain-heavy', drainage.drainHeavy, 'now'],
	['trickles', drainage.trickles, 'now'],
	['stressed', zone.stressed, 'both'],
	['soaked', zone.soaked, 'both'],
	['power-cuts', zone.powerCuts, 'both'],
	['no-leach', zone.noLeach, 'both'],
	['tank-heats-up', tankHeatsUp, 'now'],
	['salt-builds-up', salt.saltBuildsUp, 'both'],
	['strength', strength, 'now'],
	['source-water', salt.sourceWater, 'now'],
	['over-limit', mix.overLimit, 'now'],
	['lacks', mix.lacks, 'now'],
	['bottles-hold', bench.bottlesHold, 'now'],
	['rounding', bench.rounding, 'now'],
	['not-usable', acid.notUsable, 'now'],
	['pours', acid.pours, 'now'],
	['brings-too-much', acid.bringsTooMuch, 'now'],
	['over-label', labelDose.overLabel, 'now'],
	['salty-water', labelDose.saltyWater, 'now'],
	['meters-due', bench.metersDue, 'now'],
	['bags-low', bench.bagsLow, 'now'],
	['fish', bench.fish, 'now'],
	['joints', parts.joints, 'now'],
	['stakes', suits.stakes, 'now'],
	['washes-out', suits.washesOut, 'now'],
	['filters', suits.filters, 'now'],
	['unknown-pump', parts.unknownPump, 'now'],
	['reach', reach, 'grown'],
	['leaning', tower.leaning, 'now'],
	['webs', tower.webs, 'now'],
	['holes', tower.holes, 'now'],
	['spreaders', suits.spreaders, 'now'],
	['open-holes', suits.openHoles, 'now'],
	['wind', tower.wind, 'grown'],
	['pushes', tower.pushes, 'grown'],
	['tank-height', level.tankHeight, 'now'],
	['out-of-level', level.outOfLevel, 'now'],
	['valve-parts', level.valveParts, 'now'],
	['ring-levels', ringLevels, 'now'],
	['fixings', hung.fixings, 'grown'],
	['studs', hung.studs, 'grown'],
	['air-lock', hung.airLock, 'now'],
	['to-waste', hung.toWaste, 'now'],
	['wet-plate', hung.wetPlate, 'now'],
	['must-stand-level', hung.mustStandLevel, 'now'],
	['hot-water', parts.hotWater, 'now'],
	['spacing', spacing, 'grown'],
	['lamp-light', light.lampLight, 'now'],
	['sockets', light.sockets, 'now'],
	['held', light.held, 'grown'],
	['under-the-roof', underTheRoof, 'grown'],
	['temperatures', temperatures, 'now'],
	['gaps', season.gaps, 'now'],
	['frost-before-pick', season.frostBeforePick, 'now'],
	['same-hour', season.sameHour, 'now'],
	['siphons', runsOn.siphons, 'now'],
	['float-sticks', runsOn.floatSticks, 'grown'],
	['weight', safety.weight, 'grown'],
	['electricity', safety.electricity, 'now'],
	['valve-too-early', level.valveTooEarly, 'now'],
	['valve-risks', level.valveRisks, 'now']
];

/** Cautions that hold for nearly every system: said once, they are settled for the whole place. */
const OF_THE_PLACE: ReadonlySet<FindingCode> = new Set(['electricity-near-water', 'bench-weight']);

/** All findings, the most urgent first; what the grower has seen to is left out. */
export const findingsOf = (model: SystemModel): Finding[] =>
	judged(model).map((said) => inWords(said, model));

/** What is said, of which state of the plants; its figures are holes still, and what may be tried is not. */
export type Judged = Said & { state: Finding['state'] };

/** What the rules say of a model, and by name those that could not: their fault is theirs alone. */
interface Judgement {
	said: Judged[];
	failed: string[];
}

const known = new WeakMap<SystemModel, Judgement>();

/** What every rule says of a model, the most urgent first; worked out once. */
export const judged = (model: SystemModel): Judged[] => judgementOf(model).said;

/** By their names the rules that threw on a model: what they judge is not known. */
export const failedRules = (model: SystemModel): Judgement['failed'] => judgementOf(model).failed;

function judgementOf(model: SystemModel): Judgement {
	const before = known.get(model);
	if (before) return before;
	// what is on every screen is no matter of one rule: without it there is no judgement
	void model.path;
	const rank = (f: Said) => SEVERITIES.indexOf(f.severity) * 100 + STEPS.indexOf(f.step);
	const failed: Judgement['failed'] = [];
	const said = RULES.flatMap(([name, rule, when]) => {
		try {
			return saidOf(model, rule, when);
		} catch (fault) {
			ruleFailed(name, fault);
			failed.push(name);
			return [];
		}
	})
		.filter((f) => !isSettled(model, f))
		.map((f, i) => ({ f, i }))
		.sort((a, b) => rank(a.f) - rank(b.f) || a.i - b.i)
		.map(({ f }) => f);
	const judgement = { said, failed };
	known.set(model, judgement);
	return judgement;
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

/** What a rule says; where it is taken over, what may be tried is worked out for this model all the same. */
function asked(model: SystemModel, rule: Rule): Said[] {
	const { value, fresh } = model.ask(rule);
	if (fresh) return value;
	return value.map((said, i) => ({ ...said, fixes: () => rule(model)[i]!.fixes() }));
}

function saidOf(model: SystemModel, rule: Rule, when: When): Judged[] {
	const now = asked(model, rule).map((said): Judged => ({ ...said, state: 'now' }));
	const { grown } = model;
	if (when === 'now' || grown === model) return now;
	const same = (a: Said, b: Said) => a.code === b.code && a.subject === b.subject;
	const later = asked(grown, rule).map((said): Judged => ({
		...said,
		state: now.some((f) => same(f, said)) ? 'now' : 'grown'
	}));
	// what meets both is told by the figures it is judged by
	const list = when === 'grown' ? later : [...now, ...later.filter((f) => f.state === 'grown')];
	return list.map((f) =>
		f.state === 'grown' ? { ...f, message: `${f.message} ${whenGrown(model)}` } : f
	);
}
