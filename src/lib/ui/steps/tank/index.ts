import type { Surface } from '../surface';
import WeeksStrip from './WeeksStrip.svelte';
import TankStep from './TankStep.svelte';

export const tank: Surface = { sheet: TankStep, under: WeeksStrip };
