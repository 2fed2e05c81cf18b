export * from './fields';
export * from './json';
export * from './long';
export * from './parameter';
export * from './problem';
export * from './root';
export * from './row';
export * from './unit-system';
export * from './slips';
export * from './units';
export * from './words';

/** Standard gravity, m/s². */
export const G = 9.80665;

/** Ceilings give this much relief, so that 6.000000001 does not become 7. */
export const TOLERANCE = 1e-9;
/** The next whole number up; a billionth over one is that one. */
export const ceilWithRelief = (x: number): number => Math.ceil(x - TOLERANCE);
/** The next whole number down; a billionth under one is that one. */
export const floorWithRelief = (x: number): number => Math.floor(x + TOLERANCE);

/** The nearest to x from low to high. */
export const clamp = (x: number, low: number, high: number): number =>
	Math.min(high, Math.max(low, x));
/** All of a list together; 0 of an empty one. */
export const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);
