export * from './batch';
export * from './no-meter';
export * from './plausible';
export * from './symptoms';
export { todayPlan } from './today';
