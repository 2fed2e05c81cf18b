<script lang="ts">
	import type { StepState } from '$lib/core/review';

	/** `waiting`: not known yet. */
	const { state }: { state: StepState['state'] | 'waiting' } = $props();
</script>

<svg class={state} width="12" height="12" viewBox="0 0 12 12" aria-hidden="true">
	{#if state === 'fine'}<path d="M1.5 6.5 L4.8 9.6 L10.5 2.6" />
	{:else if state === 'look'}<path class="solid" d="M6 1 L11.5 11 H0.5 Z" />
	{:else if state === 'stop'}<rect class="solid" x="0.5" y="4" width="11" height="4.4" rx="1" />
	{:else if state === 'waiting'}<path d="M0.5 6 H2.5 M5 6 H7 M9.5 6 H11.5" />
	{:else}<circle cx="6" cy="6" r="4.4" />{/if}
</svg>

<style>
	path,
	circle {
		fill: none;
		stroke: currentColor;
		stroke-width: 1.8;
	}
	.fine {
		color: var(--growth);
	}
	.open,
	.waiting {
		color: var(--soft);
	}
	.look .solid {
		fill: var(--amber);
		stroke: none;
	}
	.stop .solid {
		fill: var(--dry);
	}
</style>
