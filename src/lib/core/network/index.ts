export * from './build';
export type * from './types';
