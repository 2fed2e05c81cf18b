import type { Surface } from '../surface';
import MixStep from './MixStep.svelte';

export const mix: Surface = { sheet: MixStep };
