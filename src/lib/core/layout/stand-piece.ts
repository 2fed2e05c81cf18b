import type { FeedNode, StandLayout, Structure, TankLayout } from './types';

/** Where a stand may begin, and the tank it hangs on. */
export interface Anchor {
	/** The low end's front corner. */
	startXM: number;
	startYM: number;
	tank: TankLayout;
	/** Where the float or the grower keeps the water, over the floor of the place. */
	waterLevelM: number;
	/** Where the main ends and every stand's feed starts; while stands are sounded out, not yet its height. */
	feedNode: Readonly<FeedNode>;
}

export type StandPiece = Omit<
	Structure,
	'tank' | 'pump' | 'extent' | 'stands' | 'origin' | 'reserve' | 'drawn'
> & {
	stand: StandLayout;
	/** How high its feed wants the main to rise, m. */
	feedM: number;
};

/** A line of what a stand takes: so many pieces, or so many cuts of a length altogether. */
export const takes = (
	id: string,
	name: string,
	count: number,
	lengthM: number | null = null
): StandLayout['parts'][number] => ({ id, name, count, lengthM });
