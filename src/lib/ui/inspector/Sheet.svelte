<script lang="ts">
	import type { Component } from 'svelte';
	import type { Step } from '$lib/core/review';
	import { useSession } from '../workspace/context';
	import { stepName } from '../workspace/step-names';
	import DryRunStep from './DryRunStep.svelte';
	import FeedStep from './FeedStep.svelte';
	import LinesStep from './LinesStep.svelte';
	import MixStep from './MixStep.svelte';
	import PlaceStep from './PlaceStep.svelte';
	import PlantOutStep from './PlantOutStep.svelte';
	import PlantsStep from './PlantsStep.svelte';
	import PumpStep from './PumpStep.svelte';
	import RunStep from './RunStep.svelte';
	import Selected from './Selected.svelte';
	import SitesStep from './SitesStep.svelte';
	import TankStep from './TankStep.svelte';

	const SURFACES: Record<Step, Component> = {
		place: PlaceStep,
		plants: PlantsStep,
		sites: SitesStep,
		lines: LinesStep,
		pump: PumpStep,
		tank: TankStep,
		'dry-run': DryRunStep,
		feed: FeedStep,
		mix: MixStep,
		'plant-out': PlantOutStep,
		run: RunStep
	};
	const session = useSession();
	const Surface = $derived(SURFACES[session.step]);
	let sheet: HTMLElement;

	$effect(() => {
		void session.step;
		sheet.scrollTop = 0;
	});
</script>

<aside bind:this={sheet} aria-label={stepName(session.step, session.design)}>
	<Selected />
	<h2>{stepName(session.step, session.design)}</h2>
	<Surface />
</aside>

<style>
	aside {
		background: var(--sheet);
		border: 1px solid var(--hair);
		border-radius: 3px;
		padding: 14px 18px 18px;
		overflow: auto;
		min-height: 0;
		/* what is hidden from sight in it scrolls with it, not with the page */
		position: relative;
	}
	h2 {
		font-size: 19px;
		margin-bottom: 4px;
	}
	aside :global(h3) {
		font-size: 15px;
		margin: 16px 0 4px;
	}
</style>
