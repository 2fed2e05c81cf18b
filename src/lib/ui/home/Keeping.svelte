<script lang="ts">
	import { Dialog } from 'bits-ui';
	import { invalidateAll } from '$app/navigation';
	import Confirm from '../control/Confirm.svelte';
	import FilePick from '../control/FilePick.svelte';
	import { messageOf } from '../sync';
	import type { Network } from './network';
	import OtherDevices from './OtherDevices.svelte';
	import { restoredWords, sizeWords, type Restored } from './restored';

	/** Copies of everything, and the names this Crelbo answers to in the home's network. */
	interface Props {
		hosts: string[];
		copies: boolean;
		/** What stands beside the database from before a restore, the newest first. */
		kept: { name: string; bytes: number }[];
		network: Network;
	}
	const { hosts, copies, kept, network }: Props = $props();
	let open = $state(false);
	let busy = $state(false);
	let said = $state<string | null>(null);
	let problem = $state<string | null>(null);
	/** What is about to be restored: a file of the grower's, or the name of one that is kept. */
	let chosen = $state<File | string | null>(null);

	async function send(address: string, body: BodyInit, type: string): Promise<Response | null> {
		busy = true;
		[said, problem] = [null, null];
		const response = await fetch(address, {
			method: 'PUT',
			headers: { 'content-type': type },
			body
		}).catch(() => null);
		busy = false;
		if (response?.ok) return response;
		problem = response ? await messageOf(response) : 'No connection. Nothing was changed.';
		return null;
	}
	async function restore(): Promise<void> {
		const what = chosen;
		chosen = null;
		if (what === null) return;
		const response = await (typeof what === 'string'
			? send(`/api/everything?kept=${encodeURIComponent(what)}`, '', 'application/octet-stream')
			: send('/api/everything', what, 'application/octet-stream'));
		if (!response) return;
		said = restoredWords((await response.json()) as Restored);
		await invalidateAll();
	}
</script>

<button class="quiet" onclick={() => (open = true)}>Copies and network</button>
<Dialog.Root bind:open>
	<Dialog.Portal>
		<Dialog.Overlay class="veil" />
		<Dialog.Content class="dialog keeping">
			<Dialog.Title>Copies and network</Dialog.Title>
			{#if copies}
				<h3>A copy of everything</h3>
				<p>One file with every place, system and version. It is taken while Crelbo goes on.</p>
				<p><a class="button main" href="/api/everything" download>Save a copy of everything</a></p>
				<FilePick
					label={busy ? 'Reading the copy…' : 'Restore a copy'}
					accept=".db"
					disabled={busy}
					onfile={(file) => (chosen = file)}
				/>
				{#if said}<p role="status">{said}</p>{/if}
				{#if problem}<p role="alert" class="problem">{problem}</p>{/if}
				{#if kept.length > 0}
					<h3>Kept before a restore</h3>
					<ul>
						{#each kept as { name, bytes } (name)}
							<li>
								<span>{name}, {sizeWords(bytes)}</span>
								<button class="quiet" disabled={busy} onclick={() => (chosen = name)}
									>Put back</button
								>
							</li>
						{/each}
					</ul>
				{/if}
			{:else}
				<p>The database is on a server of its own; copies are taken there.</p>
			{/if}
			<OtherDevices {hosts} {network} />
			<div class="verbs"><Dialog.Close class="button">Close</Dialog.Close></div>
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>
<Confirm
	question={chosen === null ? null : 'Put this copy in place of everything here?'}
	words="The copy is read through first; nothing is changed unless all of it can be used. What is here now is kept under a new name beside the database."
	verb="Restore it"
	onyes={() => void restore()}
	onno={() => (chosen = null)}
/>

<style>
	:global(.dialog.keeping) {
		width: min(520px, calc(100vw - 32px));
	}
	h3 {
		margin: 16px 0 4px;
	}
	p {
		margin: 6px 0;
	}
	ul {
		list-style: none;
		padding: 0;
		max-height: 160px;
		overflow-y: auto;
	}
	li {
		display: flex;
		justify-content: space-between;
		align-items: baseline;
		gap: 10px;
		overflow-wrap: anywhere;
	}
	.problem {
		color: var(--dry);
		font-weight: 600;
	}
	.verbs {
		margin-top: 14px;
	}
</style>
