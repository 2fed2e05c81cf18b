import type { Surface } from '../surface';
import FloorPlan from '../../drawing/floor/FloorPlan.svelte';
import PlaceStep from './PlaceStep.svelte';

export const place: Surface = { sheet: PlaceStep, board: FloorPlan };
