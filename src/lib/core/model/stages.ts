import { acid, base, secondAcid } from './acid';
import { day } from './day';
import { pumpEnergy } from './energy';
import { feed } from './feed';
import { bottles } from './bottles';
import { area, layout, structure } from './layout';
import { levels, rings } from './levels';
import { light } from './light';
import { loads } from './loads';
import { filled, mix } from './mix';
import { phDrift } from './ph-drift';
import { reserve } from './reserve';
import { drainBackState, returns } from './returns';
import { pour } from './pour';
import { powerCut, rootZone } from './root-zone';
import { saltInMedia } from './salt';
import { shade } from './shade';
import { sharing } from './sharing';
import { curve, source } from './source';
import { tightest } from './spacing';
import { siphon } from './siphon';
import { sourceWater } from './source-water';
import type { Stage } from './stage';
import { strength } from './strength';
import { held } from './stored-water';
import { account } from './account';
import { loopWater } from './loop-water';
import { run } from './run';
import { size } from './supply';
import { tank } from './tank';
import { tankDay } from './tank-day';
import { lowestFedL, lowestFlowingL, trials } from './trials';
import { balance, flows, graph, waterPath } from './water-path';
import { planting, waterUse, weather } from './water-use';
import { weighing } from './weighing';

/** Every stage a model answers for, by the name it is asked under; a new one is a line here. */
export const STAGES = {
	area,
	structure,
	layout,
	curve,
	source,
	graph,
	balance,
	flows,
	path: waterPath,
	trials,
	lowestFlowingL,
	lowestFedL,
	sharing,
	levels,
	rings,
	light,
	shade,
	tightest,
	loads,
	day,
	weather,
	planting,
	waterUse,
	account,
	loopWater,
	returns,
	held,
	drainBack: drainBackState,
	siphon,
	tank,
	size,
	reserve,
	run,
	feed,
	rootZone,
	powerCut,
	tankDay,
	pumpEnergy,
	sourceWater,
	strength,
	filled,
	mix,
	weighing,
	bottles,
	saltInMedia,
	acid,
	secondAcid,
	base,
	pour,
	phDrift
};

/** What each stage comes to. */
export type StageValues = {
	readonly [K in keyof typeof STAGES]: (typeof STAGES)[K] extends Stage<infer T> ? T : never;
};
