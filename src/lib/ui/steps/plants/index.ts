import type { Surface } from '../surface';
import PlantsStep from './PlantsStep.svelte';

export const plants: Surface = { sheet: PlantsStep };
