<script lang="ts">
	import Logo from '$lib/ui/control/Logo.svelte';
	import Passcode from '$lib/ui/control/Passcode.svelte';
	import { messageOf, post } from '$lib/ui/sync';
	import type { PageData } from './$types';

	/** Where a device of the home comes in. */
	const { data }: { data: PageData } = $props();
	let passcode = $state('');
	let problem = $state<string | null>(null);
	let busy = $state(false);

	async function enter(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		if (busy) return;
		busy = true;
		problem = null;
		const response = await post('/api/enter', 'POST', { passcode }).catch(() => null);
		busy = false;
		if (response?.ok) location.assign(data.to);
		else problem = response ? await messageOf(response) : 'Crelbo does not answer just now.';
	}
</script>

<svelte:head><title>Passcode · Crelbo</title></svelte:head>

<main>
	<Logo />
	{#if data.isSet}
		<h1>Enter the passcode</h1>
		<p>
			It was set at the machine this Crelbo runs on. This device is asked again in {data.knownDays}
			days.
		</p>
		<form onsubmit={(event) => void enter(event)}>
			<Passcode label="Passcode" bind:value={passcode} {problem} />
			<button class="button main" disabled={busy || passcode === ''}>Come in</button>
		</form>
		<p class="soft">Forgotten? Set another one at that machine, under “Copies and network”.</p>
	{:else}
		<h1>Not open to other devices yet</h1>
		<p>
			Open Crelbo at the machine it runs on and set a passcode under “Copies and network”. Then load
			this page again.
		</p>
	{/if}
</main>

<style>
	main {
		max-width: 420px;
		margin: 10vh auto;
		padding: 0 20px;
		display: grid;
		gap: 14px;
	}
	h1 {
		font-size: 28px;
	}
	form {
		display: grid;
		gap: 14px;
	}
	.button {
		min-height: 52px;
		justify-content: center;
		align-items: center;
		font-size: 17px;
	}
</style>
