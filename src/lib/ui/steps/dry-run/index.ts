import type { Surface } from '../surface';
import Catches from './Catches.svelte';
import DryRunStep from './DryRunStep.svelte';

export const dryRun: Surface = { sheet: DryRunStep, over: Catches };
