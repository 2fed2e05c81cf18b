<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { editsBetween, newArea, type Spotted } from '$lib/core/design';
	import Logo from '$lib/ui/control/Logo.svelte';
	import StartForm from '$lib/ui/home/StartForm.svelte';
	import SpotForm from '$lib/ui/place/SpotForm.svelte';
	import { messageOf, post } from '$lib/ui/sync';
	import type { PageData } from './$types';

	const { data }: { data: PageData } = $props();
	let busy = $state(false);
	let problem = $state<string | null>(null);

	/** The first spot of a place, or of a home that is told of for the first time. */
	async function settle(said: Spotted): Promise<void> {
		busy = true;
		problem = null;
		const place = { ...data.place, areas: [newArea('spot', said)] };
		const response = await (
			data.placeId === null
				? post('/api/places', 'POST', { place })
				: post(`/api/places/${data.placeId}`, 'PUT', {
						base: data.revision,
						edits: editsBetween({ place: data.place }, { place })
					})
		).catch(() => null);
		busy = false;
		if (response?.ok) await invalidateAll();
		else problem = response ? await messageOf(response) : 'No connection. Try again.';
	}
</script>

<svelte:head><title>Start a system · Crelbo</title></svelte:head>

<div class="start">
	<header>
		<Logo />
		<a href="/">{data.place.name}</a>
		{#if data.placeId !== null && data.place.areas.length > 0}<a
				class="soft"
				href="/places/{data.placeId}">its areas</a
			>{/if}
	</header>
	{#if data.placeId === null || data.place.areas.length === 0}
		<main>
			<SpotForm
				title="Where do you grow?"
				verb="This is my spot"
				units={data.place.units}
				{busy}
				{problem}
				onsaid={(said) => void settle(said)}
			/>
		</main>
	{:else}
		<StartForm placeId={data.placeId} place={data.place} own={data.shelf} wanted={data.areaId} />
	{/if}
</div>

<style>
	.start {
		max-width: 1180px;
		margin: 0 auto;
		padding: 10px 20px 40px;
	}
	header {
		display: flex;
		gap: 14px;
		align-items: baseline;
		min-height: 34px;
	}
	main {
		margin-top: 20px;
	}
</style>
