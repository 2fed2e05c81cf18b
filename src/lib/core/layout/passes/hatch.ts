import type { Hatch, Layout } from '../types';

/** A hand with a pump in it passes the first, m; by the last it comes up on its cord. */
const SIZES_M = [0.16, 0.14, 0.12];
const EDGE_M = 0.02;
/** Places are tried this close to one another. */
const STEP_M = 0.02;

/**
 * Where a hatch fits in the lid of the tank, as large as there is room for between what stands on the lid
 * and then as near the pump as can be; null where not even the smallest fits.
 */
export function hatchIn(layout: Pick<Layout, 'tank' | 'pump' | 'containers'>): Hatch | null {
	for (const sizeM of SIZES_M) {
		const found = squareIn(layout, sizeM);
		if (found) return found;
	}
	return null;
}

function squareIn(
	{ tank, pump, containers }: Pick<Layout, 'tank' | 'pump' | 'containers'>,
	sizeM: number
): Hatch | null {
	const half = sizeM / 2;
	const inset = EDGE_M + half;
	let best: Hatch | null = null;
	let nearest = Infinity;
	for (let xM = tank.xM + inset; xM <= tank.xM + tank.lengthM - inset; xM += STEP_M)
		for (let yM = tank.yM + inset; yM <= tank.yM + tank.widthM - inset; yM += STEP_M) {
			const away = Math.hypot(xM - pump.xM, yM - pump.yM);
			if (away >= nearest || !isFree(containers, xM, yM, half)) continue;
			nearest = away;
			best = { xM, yM, sizeM };
		}
	return best;
}

const isFree = (containers: Layout['containers'], xM: number, yM: number, half: number): boolean =>
	containers.every((c) => {
		const dx = Math.max(0, Math.abs(c.xM - xM) - half);
		const dy = Math.max(0, Math.abs(c.yM - yM) - half);
		return Math.hypot(dx, dy) > (c.radiusM ?? 0) + EDGE_M;
	});
