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
const mayStandOnLid = (stand: Stand): stand is Stand & { footing: 'lid' | 'base' } =>
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

/** The tank put somewhere else, and what stands on its lid put up or down with it. */
export const tankTo = ({ stands }: Pick<Design, 'stands'>, spot: Spot): Change[] => [
	{ path: 'design.tank.spot', value: spot },
	...(mayStandOnLid(stands[0]!)
		? [{ path: standPath(stands[0], 'footing'), value: spot === 'lid' ? 'lid' : 'base' }]
		: [])
];
