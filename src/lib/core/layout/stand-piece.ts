import type { FeedNode, Layout, TankLayout } from './types';

/** Where a stand may begin, and the tank it hangs on. */
export interface Anchor {
	/** The low end's front corner. */
	startXM: number;
	startYM: number;
	tank: TankLayout;
	/** Where the float or the grower keeps the water, over the floor of the place. */
	waterLevelM: number;
	/** The node the main ends in: every stand's feed starts here. */
	feedNode: FeedNode;
}

export type StandPiece = Omit<Layout, 'tank' | 'pump' | 'extent' | 'stands'> & {
	stand: Layout['stands'][number];
};
