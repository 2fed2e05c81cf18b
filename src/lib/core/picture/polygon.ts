/** Points of an outline for an SVG polygon, px. */
export const polygon = (points: readonly (readonly [number, number])[]): string =>
	points.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ');
