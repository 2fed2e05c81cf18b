<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import type { Network } from './network';
	import Passcode from '../control/Passcode.svelte';
	import Words from '../control/Words.svelte';
	import { messageOf, post } from '../sync';

	/** How a phone in the home comes to this Crelbo, and what keeps others out. */
	const { hosts, network }: { hosts: string[]; network: Network } = $props();
	let busy = $state(false);
	let said = $state<string | null>(null);
	let problem = $state<string | null>(null);
	let passcode = $state('');
	let setting = $state(false);
	/** Only where a browser may install. */
	const secure = $derived(typeof window === 'undefined' || window.isSecureContext);

	/** @returns why it was not done */
	async function send(address: string, method: string, body: unknown): Promise<string | null> {
		busy = true;
		said = problem = null;
		const response = await post(address, method, body).catch(() => null);
		busy = false;
		if (response?.ok) {
			await invalidateAll();
			return null;
		}
		return response ? await messageOf(response) : 'No connection. Nothing was changed.';
	}
	/** @returns why the names are not kept */
	async function names(text: string): Promise<string | null> {
		const list = text.split(/[\s,]+/).filter(Boolean);
		const why = await send('/api/settings', 'PUT', { hosts: list });
		if (why === null) said = 'Kept.';
		return why;
	}
	async function setPasscode(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		problem = await send('/api/door', 'PUT', { passcode });
		if (problem) return;
		passcode = '';
		setting = false;
	}
	async function signOut(): Promise<void> {
		problem = await send('/api/door', 'DELETE', {});
		if (!problem) said = 'Every other device has to enter the passcode again.';
	}
</script>

<h3>In the home’s network</h3>
{#if !network.open}
	<p>
		Crelbo answers this machine alone. Started with <code>HOST=0.0.0.0</code> it answers phones in the
		same network too, once they enter a passcode.
	</p>
{/if}
{#if network.passcode === 'none' && network.open}
	<p class="problem">There is no passcode yet, so other devices are turned away.</p>
{/if}
{#if network.passcode === 'fixed'}
	<p>The passcode is set by <code>CRELBO_PASSCODE</code>, where Crelbo is started.</p>
{:else if !network.atMachine}
	<p>The passcode is set at the machine Crelbo runs on.</p>
{:else if network.passcode === 'none' || setting}
	<form onsubmit={(event) => void setPasscode(event)}>
		<Passcode label="Passcode, at least 8 signs" fresh bind:value={passcode} {problem} />
		<p class="soft">
			{#if network.secure}It is asked once on each device.{:else}Over plain http others in the same
				network can overhear it. With a certificate nobody can: see the README under “https”.{/if}
		</p>
		<button class="button main" disabled={busy || passcode === ''}>Set the passcode</button>
		{#if setting}<button type="button" class="quiet" onclick={() => (setting = false)}
				>Cancel</button
			>{/if}
	</form>
{/if}
{#if network.passcode !== 'none' && !setting}
	{#if network.passcode === 'set' && network.atMachine}<p>
			The passcode is set. Every other device is asked for it once.
		</p>{/if}
	<p class="verbs">
		{#if network.passcode === 'set' && network.atMachine}<button
				class="button"
				disabled={busy}
				onclick={() => (setting = true)}>Set another passcode</button
			>{/if}
		<button class="button" disabled={busy} onclick={() => void signOut()}
			>Sign out every device</button
		>
	</p>
{/if}
{#if said}<p role="status">{said}</p>{/if}
{#if problem && !setting && network.passcode !== 'none'}<p role="alert" class="problem">
		{problem}
	</p>{/if}
{#if network.addresses.length > 0 && network.passcode !== 'none'}
	<p>Point a phone’s camera at a code, or type the address. The code holds the address alone.</p>
	<ul class="codes">
		{#each network.addresses as { address, code } (address)}
			<li>
				<svg
					viewBox="-3 -3 {code.size + 6} {code.size + 6}"
					role="img"
					aria-label="Code of {address}"
					shape-rendering="crispEdges"
				>
					<rect x="-3" y="-3" width={code.size + 6} height={code.size + 6} fill="#fff" />
					<path d={code.path} fill="#000" />
				</svg>
				<span>{address}</span>
			</li>
		{/each}
	</ul>
{/if}
<p class="soft">
	{#if secure}This browser can install Crelbo, and open it without network.{:else}This page came
		over plain http, and browsers install nothing from there: Crelbo cannot be opened without
		network on this device. A page that is open goes on without network until it is closed. With
		https it can be installed.{/if}
	{#if network.trust}<a href="/trust">How a phone is told to trust this Crelbo</a>{/if}
</p>
<p>Further names it answers to, one after the other:</p>
<div class="names">
	<Words
		label="Further names it answers to"
		shape="bare"
		value={hosts.join(', ')}
		placeholder="shed.local"
		disabled={busy}
		onvalue={names}
	/>
</div>

<style>
	h3 {
		margin: 16px 0 4px;
	}
	p {
		margin: 6px 0;
	}
	form {
		display: grid;
		gap: 8px;
	}
	form button {
		justify-self: start;
	}
	.verbs {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
	}
	.codes {
		list-style: none;
		padding: 0;
		display: flex;
		flex-wrap: wrap;
		gap: 14px;
	}
	.codes li {
		display: grid;
		gap: 4px;
		justify-items: center;
		font-size: 13px;
	}
	svg {
		width: 148px;
		height: 148px;
	}
	.names :global(input) {
		width: 100%;
	}
	.problem {
		color: var(--dry);
		font-weight: 600;
	}
</style>
