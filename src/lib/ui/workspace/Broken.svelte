<script lang="ts">
	import { goto } from '$app/navigation';
	import Confirm from '../control/Confirm.svelte';
	import Logo from '../control/Logo.svelte';
	import { goBackTo, remove } from '../home/broken';

	/** A system that cannot be drawn: what is wrong, and the ways out of it. */
	const { id, name, why }: { id: string; name: string; why: string } = $props();
	let problem = $state<string | null>(null);
	let asking = $state(false);

	async function back(): Promise<void> {
		problem = await goBackTo('designs', id);
		// everything on the page begins anew from the version before
		if (!problem) location.reload();
	}
	async function away(): Promise<void> {
		asking = false;
		problem = await remove(id);
		if (!problem) await goto(`/?deleted=${id}`);
	}
</script>

<svelte:head><title>{name} · Crelbo</title></svelte:head>

<main>
	<Logo />
	<h1>{name}</h1>
	<p>{why}</p>
	<p class="soft">Every version of it is kept. The one before can be brought back as it stood.</p>
	<div class="verbs">
		<button class="button main" onclick={() => void back()}>Go back to the version before</button>
		<a class="button" href="/api/designs/{id}/file?raw" download>Save it as a file</a>
		<button class="button" onclick={() => (asking = true)}>Delete</button>
		<a class="quiet" href="/">Back to your places</a>
	</div>
	{#if problem}<p role="alert" class="problem">{problem}</p>{/if}
</main>
<Confirm
	question={asking ? `Delete “${name}”?` : null}
	words="You can take it back on the next page."
	verb="Delete it"
	onyes={() => void away()}
	onno={() => (asking = false)}
/>

<style>
	main {
		max-width: 620px;
		margin: 10vh auto;
		padding: 0 20px;
		display: grid;
		gap: 12px;
	}
	h1 {
		font-size: 28px;
	}
	.verbs {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 10px;
		margin-top: 6px;
	}
	.problem {
		color: var(--dry);
		font-weight: 600;
	}
</style>
