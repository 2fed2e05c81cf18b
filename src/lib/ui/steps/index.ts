import type { Step } from '$lib/core/review';
import { place } from './place';
import { plants } from './plants';
import { sites } from './sites';
import { lines } from './lines';
import { pump } from './pump';
import { tank } from './tank';
import { dryRun } from './dry-run';
import { feed } from './feed';
import { mix } from './mix';
import { plantOut } from './plant-out';
import { run } from './run';
import type { Surface } from './surface';

/** Every step with what it shows: a new one is a folder here and a line. */
export const SURFACES: Record<Step, Surface> = {
	place,
	plants,
	sites,
	lines,
	pump,
	tank,
	'dry-run': dryRun,
	feed,
	mix,
	'plant-out': plantOut,
	run
};
