<script lang="ts">
	import { Dialog } from 'bits-ui';
	import { invalidateAll } from '$app/navigation';
	import Confirm from '../control/Confirm.svelte';
	import { messageOf } from '../workspace/save-queue';

	/** Copies of everything, and the names this Crelbo answers to in the home's network. */
	const { hosts, copies }: { hosts: string[]; copies: boolean } = $props();
	let open = $state(false);
	let busy = $state(false);
	let said = $state<string | null>(null);
	let problem = $state<string | null>(null);
	let chosen = $state<File | null>(null);
	const uid = $props.id();

	async function send(address: string, body: BodyInit, type: string): Promise<boolean> {
		busy = true;
		[said, problem] = [null, null];
		const response = await fetch(address, {
			method: 'PUT',
			headers: { 'content-type': type },
			body
		}).catch(() => null);
		busy = false;
		if (response?.ok) return true;
		problem = response ? await messageOf(response) : 'No connection. Nothing was changed.';
		return false;
	}
	async function restore(): Promise<void> {
		const file = chosen;
		chosen = null;
		if (!file || !(await send('/api/everything', file, 'application/octet-stream'))) return;
		said = 'The copy stands in place of what was here.';
		await invalidateAll();
	}
	async function names(event: Event & { currentTarget: HTMLInputElement }): Promise<void> {
		const list = event.currentTarget.value.split(/[\s,]+/).filter(Boolean);
		if (!(await send('/api/settings', JSON.stringify({ hosts: list }), 'application/json'))) return;
		said = 'Kept.';
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
				<label class="button"
					>Restore a copy<input
						type="file"
						accept=".db"
						class="visually-hidden"
						disabled={busy}
						onchange={(event) => {
							chosen = event.currentTarget.files?.[0] ?? null;
							event.currentTarget.value = '';
						}}
					/></label
				>
			{:else}
				<p>The database stands on a server of its own; copies are taken there.</p>
			{/if}
			<h3>In the home’s network</h3>
			<p>
				Started with <code>HOST=0.0.0.0</code> Crelbo answers other devices under this machine’s own name
				and addresses. Further names, one after the other:
			</p>
			<label for={uid} class="visually-hidden">Further names it answers to</label>
			<input
				id={uid}
				class="field"
				value={hosts.join(', ')}
				placeholder="shed.local"
				disabled={busy}
				onchange={(event) => void names(event)}
			/>
			{#if said}<p role="status">{said}</p>{/if}
			{#if problem}<p role="alert" class="problem">{problem}</p>{/if}
			<div class="verbs"><Dialog.Close class="button">Close</Dialog.Close></div>
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>
<Confirm
	question={chosen ? 'Put this copy in place of everything here?' : null}
	words="What stands here now is kept beside the database, as a file that ends in .before-restore."
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
	.field {
		width: 100%;
	}
	label.button:focus-within {
		outline: 2px solid var(--supply);
	}
	.problem {
		color: var(--dry);
		font-weight: 600;
	}
	.verbs {
		margin-top: 14px;
	}
</style>
