export { sharesByMinute } from './drinking';
export * from './feed-plan';
export * from './feed-plan-schema';
export * from './root-zone';
export * from './root-zone-schema';
export * from './power-cut';
export * from './switchings';
