<script lang="ts">
	import type { Area } from '$lib/core/design';
	import { show, showNumber, type Units } from '$lib/core/quantity';
	import AreaPlan from '../place/AreaPlan.svelte';

	/** The areas of a place from above, each a way into it. */
	const {
		placeId,
		name,
		areas,
		units
	}: { placeId: string; name: string; areas: readonly Area[]; units: Units } = $props();
	const by = ({ lengthM, widthM }: Area) =>
		`${showNumber(lengthM, 'span', units)} × ${show(widthM, 'span', units)}`;
</script>

<div class="strip" role="group" aria-label="Areas of {name}">
	{#each areas as area (area.id)}
		<a href="/places/{placeId}?area={area.id}">
			<AreaPlan {area} {units} width={104} height={60} margin={5} />
			<span><strong>{area.name}</strong><br />{by(area)}</span>
		</a>
	{/each}
	<a class="more" href="/places/{placeId}"
		>{areas.length === 0 ? 'Add an area' : 'Areas, water, year'}</a
	>
</div>

<style>
	.strip {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 26px;
		align-items: center;
		margin: -14px 0 26px;
	}
	a {
		display: flex;
		gap: 6px;
		align-items: center;
		text-decoration: none;
		font-size: 13.5px;
		color: var(--soft);
	}
	strong {
		color: var(--ink);
	}
	a:hover strong,
	.more:hover {
		text-decoration: underline;
	}
	.more {
		color: var(--ink);
		padding: 8px 0;
	}
</style>
