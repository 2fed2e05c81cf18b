import type { Surface } from '../surface';
import PumpStep from './PumpStep.svelte';

export const pump: Surface = { sheet: PumpStep };
