<script lang="ts">
	import { goto, invalidateAll } from '$app/navigation';
	import Confirm from '$lib/ui/control/Confirm.svelte';
	import FilePick from '$lib/ui/control/FilePick.svelte';
	import Logo from '$lib/ui/control/Logo.svelte';
	import ThemeButton from '$lib/ui/control/ThemeButton.svelte';
	import { goBackTo, remove as removeSystem } from '$lib/ui/home/broken';
	import AreaStrip from '$lib/ui/home/AreaStrip.svelte';
	import Keeping from '$lib/ui/home/Keeping.svelte';
	import ShelfItem from '$lib/ui/home/ShelfItem.svelte';
	import { messageOf } from '$lib/ui/sync';
	import type { PageData } from './$types';

	const { data }: { data: PageData } = $props();
	let problem = $state<string | null>(null);
	let gone = $derived(data.deleted);
	const MOST = 2 * 1024 * 1024;

	/** The system that is about to be deleted, once that is confirmed. */
	let doomed = $state<{ id: string; name: string } | null>(null);

	async function remove(): Promise<void> {
		const id = doomed?.id;
		doomed = null;
		if (!id) return;
		problem = await removeSystem(id);
		if (!problem) await goto(`/?deleted=${id}`, { invalidateAll: true });
	}

	async function back(what: 'designs' | 'places', id: string): Promise<void> {
		problem = await goBackTo(what, id);
		if (!problem) await invalidateAll();
	}

	async function restore(): Promise<void> {
		const response = await fetch(`/api/designs/${gone}/restore`, { method: 'POST' }).catch(
			() => null
		);
		if (!response?.ok)
			return void (problem = response
				? await messageOf(response)
				: 'Taking a deletion back needs the network. Nothing was changed.');
		await goto('/', { invalidateAll: true });
	}

	async function bringIn(file: File): Promise<void> {
		problem = null;
		if (file.size > MOST)
			problem =
				'This file is larger than 2 MB; a Crelbo design is far smaller. Nothing was imported.';
		else {
			const response = await fetch('/api/designs?import', {
				method: 'POST',
				headers: { 'content-type': 'application/json' },
				body: await file.text()
			}).catch(() => null);
			if (response?.ok) await invalidateAll();
			else
				problem = `${response ? await messageOf(response) : 'No connection.'} Nothing was imported.`;
		}
	}
</script>

<svelte:head><title>Crelbo</title></svelte:head>

<div class="home">
	<header>
		<Logo />
		<span class="space"></span>
		<FilePick
			label="Import a file"
			quiet
			accept=".json,application/json"
			onfile={(file) => void bringIn(file)}
		/>
		<Keeping
			hosts={data.settings.hosts}
			copies={data.copies}
			kept={data.kept}
			network={data.network}
		/>
		<ThemeButton />
	</header>
	<main>
		{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
		{#if gone}
			<p class="notice" role="status">
				Deleted. <button class="button" onclick={() => void restore()}>Take it back</button>
			</p>
		{/if}
		{#each data.places as { id, name, why, systems, areas, units } (id)}
			<section>
				<div class="title">
					<h1>{name}</h1>
					{#if why === null}<a class="button main" href="/start?place={id}">Start a system</a
						>{:else}<button class="button main" onclick={() => void back('places', id)}
							>Go back to the version before</button
						>{/if}
				</div>
				{#if why === null}<AreaStrip placeId={id} {name} {areas} {units} />{/if}
				{#if why !== null}<p class="problem" role="alert">
						This place cannot be read, and so its systems cannot be drawn. {why}
					</p>{/if}
				{#if systems.length > 0}
					<div class="shelf">
						{#each systems as system (system.id)}
							<ShelfItem
								{...system}
								{units}
								ondelete={() => (doomed = { id: system.id, name: system.name })}
								onback={() => void back('designs', system.id)}
							/>
						{/each}
						<a class="room" href="/start?place={id}">
							<span>Room for another: start a system with what you have.</span>
						</a>
					</div>
				{:else if why === null}
					<p>
						Nothing stands here yet. <a href="/start?place={id}">Start a system</a> with what you have:
						a place, plants, or parts in hand.
					</p>
				{/if}
			</section>
		{:else}
			<section>
				<h1>Grow food without soil</h1>
				<p>
					Tell Crelbo where you grow and what you have: plants you want, a free corner, or parts in
					a drawer. It draws a whole working system to scale and shows you its water.
				</p>
				<a class="button main" href="/start">Say where you grow</a>
			</section>
		{/each}
	</main>
</div>

<Confirm
	question={doomed ? `Delete “${doomed.name}”?` : null}
	words="You can take it back right after."
	verb="Delete it"
	onyes={() => void remove()}
	onno={() => (doomed = null)}
/>

<style>
	.home {
		max-width: 1240px;
		margin: 0 auto;
		padding: 10px 20px 40px;
	}
	header {
		display: flex;
		align-items: center;
		gap: 10px;
		min-height: 34px;
	}
	.space {
		flex: 1;
	}
	section {
		margin-top: 28px;
	}
	.title {
		display: flex;
		flex-wrap: wrap;
		justify-content: space-between;
		align-items: center;
		gap: 12px;
		margin-bottom: 30px;
	}
	h1 {
		font-size: 30px;
	}
	.shelf {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(min(280px, 100%), 1fr));
		gap: 0;
	}
	.room {
		display: grid;
		grid-row: span 2;
		grid-template-rows: subgrid;
		min-height: 240px;
		color: var(--soft);
		text-decoration: none;
	}
	.room::before {
		content: '';
		margin: 60px 24px 0;
		border: 1.5px dashed var(--hair);
		border-bottom: 0;
	}
	.room span {
		border-top: 5px solid var(--ink);
		padding: 14px 24px 0;
	}
	.room:hover span {
		text-decoration: underline;
	}
	section > p {
		max-width: 60ch;
		margin: 10px 0 16px;
	}
	.problem {
		color: var(--dry);
		font-weight: 600;
		margin-top: 14px;
	}
	.notice {
		margin-top: 14px;
		display: flex;
		gap: 12px;
		align-items: center;
	}
</style>
