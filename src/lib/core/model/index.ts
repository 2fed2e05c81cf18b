export { aheadOf, MOST_DAYS } from './ahead/ahead';
export { givenOf } from './evaluator';
export {
	evenAmong,
	evenKinds,
	lossesTo,
	metOf,
	type EvenKind,
	type LinePart
} from './ways/evenness';
export { advisedSchool, feedInput, outletNeeds, pumpMinutes, timedSites } from './feed';
export { ringOf, segmentsOf, type LevelState, type RingState } from './levels';
export type { StandLoad } from './loads';
export { phCurve } from './acid';
export type { PhDose } from './helpers/ph-dose';
export { poursOf, type PourState } from './pour';
export { USUAL_BOTTLES } from './bottles';
export { broughtBy, costOf, mostOverAsked, type Weighed } from './weighing';
export * from './model';
export { inTransitL, type ReturnFault, type ReturnState } from './returns';
export { passedDown } from './helpers/passing';
export { restsOn, type Ground } from './helpers/rests-on';
export { trueReading, type TrueReading } from './helpers/reading';
export { bestFront, latitudeOf } from './shade';
export type { Pair } from './spacing';
export { dialFor } from './ways/dial';
export { byHandOf, stageWeeks } from './ahead/first-weeks';
export { levelDay } from './ahead/level-day';
export { bandOf } from './strength';
export { strengthRamp } from './ahead/ramp';
export { tankAhead, type TankPoint } from './ahead/tank-ahead';
export { dialled, levelOf } from './source';
export { stage, type Stage } from './stage';
export { STAGES } from './stages';
export type { Held } from './stored-water';
export { daysKept, daysLeft } from './supply';
export { openOutlets, systemCurve, variationWith } from './water-path';
export { cutRun, cutsAt, eventsOf, rootZoneOf } from './root-zone';
export { rinsed, saltAtSites } from './helpers/salt-at-sites';
export { hoursFull, schoolSteps, type SchoolRun } from './ways/schools';
export { entriesOf, type CalendarEntry } from './ahead/season';
export {
	daysBetween,
	roundsOf,
	shifted,
	successionOf,
	suggestedSuccession,
	weeksOf,
	type Round
} from './ahead/succession';
export { monthsAhead } from './ahead/months-ahead';
export { SUPPLIES, topUpSteps, type TopUpRun } from './ways/top-up-schools';
export { thinned, thinningWater, watersOf } from './source-water';
