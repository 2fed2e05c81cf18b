export * from './fields';
export * from './problem';
export * from './units';

/** Standard gravity, m/s². */
export const G = 9.80665;

/** Ceilings give this much relief, so that 6.000000001 does not become 7. */
export const RELIEF = 1e-9;
export const ceilWithRelief = (x: number): number => Math.ceil(x - RELIEF);
export const floorWithRelief = (x: number): number => Math.floor(x + RELIEF);

export const clamp = (x: number, low: number, high: number): number =>
	Math.min(high, Math.max(low, x));
export const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);

/** Whether two results hold the same figures: maps, lists and plain objects by what is in them, all else by identity. */
export function equal(a: unknown, b: unknown): boolean {
	if (Object.is(a, b)) return true;
	if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
	if (a instanceof Map)
		return b instanceof Map && a.size === b.size && [...a].every(([k, v]) => equal(v, b.get(k)));
	const [keysA, keysB] = [Object.keys(a), Object.keys(b)];
	return (
		Object.getPrototypeOf(a) === Object.getPrototypeOf(b) &&
		keysA.length === keysB.length &&
		keysA.every((key) => equal(a[key as keyof typeof a], b[key as keyof typeof b]))
	);
}
