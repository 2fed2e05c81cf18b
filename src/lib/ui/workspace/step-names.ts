import type { Design } from '$lib/core/design';
import type { Step } from '$lib/core/review';

/** The steps of the job as they are written on the tape. */
const STEP_NAMES: Record<Step, string> = {
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

/** The name of a step of this system: where nothing pumps, it is the height of the tank that drives the water. */
export const stepName = (step: Step, { source }: Pick<Design, 'source'>): string =>
	step === 'pump' && source.kind !== 'pump' ? 'Gravity' : STEP_NAMES[step];

export const STATE_WORDS = {
	open: 'not started',
	fine: 'fine',
	look: 'look at this',
	stop: 'cannot work',
	waiting: 'being worked out'
} as const;
