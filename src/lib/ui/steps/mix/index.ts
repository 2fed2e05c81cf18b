import type { Surface } from '../surface';
import MixBench from './MixBench.svelte';
import MixStep from './MixStep.svelte';

export const mix: Surface = { sheet: MixStep, board: MixBench };
