import type { Surface } from '../surface';
import LinesStep from './LinesStep.svelte';

export const lines: Surface = { sheet: LinesStep };
