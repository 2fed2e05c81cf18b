export * from './chain';
export * from './finding';
export * from './review';
export * from './steps';
export type { FeedState } from './stages/feed';
export { feedInput, pumpMinutes } from './stages/feed';
export type { MixItem, MixState } from './stages/mix';
export { levelOf, openOutlets, systemCurve, type WaterPath } from './stages/path';
export { daysLeft, inTransitL, type ReturnState } from './stages/tank';
