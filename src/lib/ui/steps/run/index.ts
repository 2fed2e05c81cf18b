import type { Surface } from '../surface';
import WeeksStrip from '../tank/WeeksStrip.svelte';
import RunStep from './RunStep.svelte';

export const run: Surface = { sheet: RunStep, under: WeeksStrip };
