import type { Chain } from './chain';
import { SEVERITIES, STEPS, type Concern, type Finding } from './finding';
import * as feed from './findings/feed';
import * as hung from './findings/hung';
import * as level from './findings/level';
import * as flow from './findings/flow';
import * as light from './findings/light';
import * as parts from './findings/parts';
import * as back from './findings/return';
import { reach } from './findings/reach';
import * as room from './findings/room';
import * as safety from './findings/safety';
import { spacing } from './findings/spacing';
import * as suits from './findings/suits';
import * as tank from './findings/tank';
import * as tower from './findings/tower';
import { uneven } from './findings/uneven';
import { brokenBench } from './findings/pump-test';

/** Every concern there is; a new one is a line here. */
export const CONCERNS: readonly Concern[] = [
	room.place,
	room.obstacles,
	flow.dryOutlets,
	flow.pumpSize,
	flow.underDemand,
	uneven,
	flow.levelLimit,
	flow.brokenColumn,
	brokenBench,
	back.returnSize,
	back.returnFall,
	back.returnHeight,
	tank.drainBackSpill,
	tank.belowPump,
	tank.drift,
	feed.noPlan,
	feed.doseShort,
	feed.timer,
	feed.drainHeavy,
	feed.strength,
	parts.joints,
	suits.stakes,
	suits.washesOut,
	suits.filters,
	parts.unknownPump,
	reach,
	tower.leaning,
	tower.webs,
	tower.holes,
	suits.spreaders,
	suits.openHoles,
	tower.wind,
	level.tankHeight,
	level.outOfLevel,
	level.valveParts,
	level.ringLevels,
	hung.fixings,
	hung.studs,
	hung.airLock,
	hung.toWaste,
	hung.wetPlate,
	hung.mustStandLevel,
	parts.hotWater,
	spacing,
	light.lampLight,
	light.sockets,
	light.held,
	safety.weight,
	safety.electricity,
	level.valveRisks
];

/** All findings, the most urgent first; what the grower has seen to is left out. */
export function findingsOf(chain: Chain): Finding[] {
	const settled = new Set(chain.design.diary.seenTo);
	const rank = (f: Finding) => SEVERITIES.indexOf(f.severity) * 100 + STEPS.indexOf(f.step);
	return CONCERNS.flatMap((concern) => concern(chain))
		.filter((f) => f.severity === 'stop' || !settled.has(f.code))
		.map((f, i) => ({ f, i }))
		.sort((a, b) => rank(a.f) - rank(b.f) || a.i - b.i)
		.map(({ f }) => f);
}
