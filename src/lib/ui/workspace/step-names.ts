import type { Step } from '$lib/core/review';

/** The steps of the job as they are written on the tape. */
export const STEP_NAMES: Record<Step, string> = {
	place: 'Place',
	plants: 'Plants',
	sites: 'Sites',
	lines: 'Lines',
	pump: 'Pump',
	tank: 'Tank',
	'dry-run': 'Dry run',
	feed: 'Feed',
	mix: 'Mix',
	'plant-out': 'Plant out',
	run: 'Run'
};

export const STATE_WORDS = {
	open: 'not started',
	fine: 'fine',
	look: 'look at this',
	stop: 'cannot work'
} as const;
