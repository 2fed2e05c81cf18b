import type { Surface } from '../surface';
import SitesStep from './SitesStep.svelte';

export const sites: Surface = { sheet: SitesStep };
