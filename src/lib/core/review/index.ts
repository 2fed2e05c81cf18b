export * from './chain';
export * from './finding';
export * from './mixing-steps';
export * from './review';
export * from './settle';
export * from './steps';
export { feedInput, pumpMinutes } from './stages/feed';
export { systemCurve } from './stages/path';
export { daysLeft, inTransitL } from './stages/tank';
