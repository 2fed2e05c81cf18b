<script lang="ts">
	import {
		KINDS,
		startSystem,
		type NewSystem,
		type Suggestion,
		type Variant
	} from '$lib/core/design';
	import type { Place } from '$lib/core/design';
	import type { Shelf } from '$lib/core/shelf';
	import Cards from '../control/Cards.svelte';
	import Miniature from '../drawing/Miniature.svelte';

	/** Ways to grow these plants here, each drawn as it would stand, the most fitting first. */
	interface Props {
		suggestions: readonly Suggestion[];
		value: Variant;
		place: Place;
		shelf: Shelf;
		startOf: (variant: Variant) => NewSystem;
		onpick: (variant: Variant) => void;
	}
	const { suggestions, value, place, shelf, startOf, onpick }: Props = $props();
	const FIRST = 6;
	let all = $state(false);
	const offered = $derived(
		all || suggestions.findIndex((s) => s.variant === value) >= FIRST
			? suggestions
			: suggestions.slice(0, FIRST)
	);
	const drawn = $derived(
		offered.map(({ variant, why, score }) => ({
			id: variant,
			why,
			score,
			parts: { ...startSystem(startOf(variant), shelf), place }
		}))
	);
</script>

<fieldset>
	<legend>How it could stand, the most fitting first</legend>
	<div class="kinds">
		<Cards
			form="start"
			{value}
			options={drawn}
			look={({ score }) => (score < 0 ? 'against' : '')}
			{onpick}
		>
			{#snippet card({ id, why, parts })}
				<span class="drawing"
					><Miniature {parts} {shelf} grown most={{ width: 150, height: 92 }} /></span
				>
				<b>{KINDS[id].title}</b>
				<small>{why}</small>
			{/snippet}
		</Cards>
	</div>
	{#if offered.length < suggestions.length}
		<button type="button" class="quiet" onclick={() => (all = true)}
			>Show {suggestions.length - offered.length} more ways</button
		>
	{/if}
</fieldset>

<style>
	fieldset {
		border: 0;
		padding: 0;
		margin: 0;
		min-width: 0;
	}
	legend {
		font: 600 15px var(--head);
		margin-bottom: 8px;
	}
	.kinds {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
		gap: 14px 18px;
	}
	.kinds :global(.card) {
		display: grid;
		grid-template-rows: 96px auto 1fr;
		justify-items: start;
		padding-bottom: 4px;
		border-bottom: 3px solid transparent;
	}
	.drawing {
		align-self: end;
		border-bottom: 2px solid var(--ink);
		width: 100%;
		display: flex;
		justify-content: center;
	}
	b {
		font: 600 14.5px/1.2 var(--head);
		margin-top: 6px;
	}
	small {
		font-size: 13px;
		color: var(--soft);
	}
	.kinds :global(.on) {
		border-bottom-color: var(--supply);
	}
	.kinds :global(.on b) {
		color: var(--supply);
	}
	.kinds :global(.against .drawing) {
		opacity: 0.55;
	}
</style>
