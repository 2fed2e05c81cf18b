import { standPath, type Change } from './change';
import type { Design } from './design';
import type { SPOTS } from './loop';
import type { Stand } from './stand';

export type Spot = (typeof SPOTS)[number];

/** Where the tank can stand with a stand, the usual place first. */
export function spotsFor(stand: Stand): readonly Spot[] {
	if (stand.variant === 'single-bucket') return ['inside'];
	if (stand.variant === 'pots-on-tank') return ['under', 'lid', 'beside'];
	return mayStandOnLid(stand) ? ['lid', 'beside', 'under'] : ['beside', 'under'];
}

/** Stacks and towers in one line can; a bank of them is too large for any lid. */
const mayStandOnLid = (
	stand: Stand
): stand is Extract<Stand, { footing: 'lid' | 'base' | 'hung' | 'wall' }> =>
	'footing' in stand && stand.variant !== 'tower-bank';

/**
 * Where the tank does stand. What stands on its lid decides that by its footing; a place the first stand
 * does not allow (after a change of kind, or from a file) gives way to the usual one.
 */
export function spotOf({ stands, tank }: Pick<Design, 'stands' | 'tank'>): Spot {
	const first = stands[0]!;
	const spots = spotsFor(first);
	if (mayStandOnLid(first)) {
		if (first.footing === 'lid') return 'lid';
		return tank.spot === 'under' ? 'under' : 'beside';
	}
	return spots.includes(tank.spot) ? tank.spot : spots[0]!;
}

/** On the lid where the tank goes under it, off it where it goes elsewhere; what hangs goes on hanging. */
function footingFor(stand: Stand, spot: Spot): Change[] {
	if (!mayStandOnLid(stand)) return [];
	const footing = spot === 'lid' ? 'lid' : stand.footing === 'lid' ? 'base' : stand.footing;
	return [{ path: standPath(stand, 'footing'), value: footing }];
}

/** The tank put somewhere else, and what stands on its lid put up or down with it. */
export const tankTo = ({ stands }: Pick<Design, 'stands'>, spot: Spot): Change[] => [
	{ path: 'design.tank.spot', value: spot },
	...footingFor(stands[0]!, spot)
];
