import type { Design } from '../design';

/** Somebody has put something of it somewhere: it stands in its area, not just anywhere in it. */
export const isPlaced = ({ tank, stands }: Pick<Design, 'tank' | 'stands'>): boolean =>
	tank.at !== null || stands.some(({ at }) => at !== null);
