export * from './batch';
export * from './no-meter';
export * from './plausible';
export * from './symptoms';
export { corrected, todayPlan, type Act, type TodayPlan } from './today';
