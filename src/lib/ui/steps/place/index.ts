import type { Surface } from '../surface';
import FloorPlan from '../../drawing/FloorPlan.svelte';
import PlaceStep from './PlaceStep.svelte';

export const place: Surface = { sheet: PlaceStep, board: FloorPlan };
