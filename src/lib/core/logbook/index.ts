export * from './batch';
export { bottleCard, isPartStrength, labelsOf, mixCard } from './card';
export * from './catches';
export { dryRunChecks, handWaterSteps } from './checks';
export * from './no-meter';
export * from './plausible';
export * from './symptoms';
export { todayPlan, type TodayPlan } from './today';
