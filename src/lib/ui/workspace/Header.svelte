<script lang="ts">
	import { DropdownMenu } from 'bits-ui';
	import { goto } from '$app/navigation';
	import Confirm from '../control/Confirm.svelte';
	import Logo from '../control/Logo.svelte';
	import ThemeButton from '../control/ThemeButton.svelte';
	import Words from '../control/Words.svelte';
	import Line from '../sync/Line.svelte';
	import { messageOf } from '../sync';
	import { useSession } from './context';
	import { refusal } from './refusal.svelte';
	import Stale from './Stale.svelte';
	import UnitsMenu from './UnitsMenu.svelte';

	const { onkeys }: { onkeys: () => void } = $props();
	const session = useSession();
	/** What somebody else made of it is looked at. */
	let seeing = $state(false);
	let asking = $state(false);

	async function remove(): Promise<void> {
		const response = await fetch(`/api/designs/${session.id}`, { method: 'DELETE' }).catch(
			() => null
		);
		if (response?.ok) await goto(`/?deleted=${session.id}`);
		else
			refusal.tell(
				response ? await messageOf(response) : 'Deleting needs the network: nothing was deleted.'
			);
	}
</script>

<header>
	<h1 class="visually-hidden">{session.design.name}</h1>
	<Logo />
	<nav aria-label="Where you are">
		<a href="/">{session.place.name}</a> <span aria-hidden="true">/</span>
	</nav>
	<span class="name"
		><Words
			label="Name of the system"
			shape="bare"
			fits
			value={session.design.name}
			onvalue={(name) => session.set('design.name', name, 'name')}
		/></span
	>
	<Line header file={session.file} onsee={() => (seeing = true)} />
	<button class="quiet" onclick={session.undo} disabled={!session.file.canUndo}>Undo</button>
	<button class="quiet" onclick={session.redo} disabled={!session.file.canRedo}>Redo</button>
	<UnitsMenu />
	<a class="quiet" href="/systems/{session.id}/compare">Compare</a>
	<a class="quiet" href="/systems/{session.id}/print">Print</a>
	<DropdownMenu.Root>
		<DropdownMenu.Trigger class="quiet" aria-label="More">More</DropdownMenu.Trigger>
		<DropdownMenu.Portal>
			<DropdownMenu.Content class="units-menu" align="end" sideOffset={6}>
				<DropdownMenu.Item onSelect={() => (location.href = `/api/designs/${session.id}/file`)}
					>Export as a file</DropdownMenu.Item
				>
				<DropdownMenu.Item onSelect={onkeys}>Keys</DropdownMenu.Item>
				<DropdownMenu.Item onSelect={() => (asking = true)}>Delete this system</DropdownMenu.Item>
			</DropdownMenu.Content>
		</DropdownMenu.Portal>
	</DropdownMenu.Root>
	<ThemeButton />
</header>
<Stale bind:open={seeing} />
<Confirm
	question={asking ? `Delete “${session.design.name}”?` : null}
	words="You can take it back on the next page."
	verb="Delete it"
	onyes={() => void remove()}
	onno={() => (asking = false)}
/>

<style>
	header {
		display: flex;
		align-items: baseline;
		gap: 4px 8px;
		flex-wrap: wrap;
		min-height: 36px;
	}
	/* a picture has no line of words to stand on */
	header > :global(:last-child) {
		position: relative;
		top: 4px;
	}
	nav {
		color: var(--soft);
		margin-left: 10px;
	}
	.name :global(input) {
		background: none;
		border: 1px solid transparent;
		border-radius: 3px;
		font: 650 15px var(--head);
		padding: 3px 5px;
		min-height: 0;
		max-width: 40vw;
	}
	.name :global(input:hover),
	.name :global(input:focus) {
		border-color: var(--hair);
		background: var(--sheet);
	}
	:global(.units-menu [role='menuitem']) {
		padding: 7px 10px;
		cursor: pointer;
		border-radius: 3px;
	}
</style>
