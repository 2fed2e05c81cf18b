import type { Surface } from '../surface';
import { timedSites } from '$lib/core/model';
import DayStrip from './DayStrip.svelte';
import FeedStep from './FeedStep.svelte';

export const feed: Surface = {
	sheet: FeedStep,
	under: DayStrip,
	hasUnder: (model) => timedSites(model).size > 0
};
