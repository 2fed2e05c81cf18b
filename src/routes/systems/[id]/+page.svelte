<script lang="ts">
	import { goto } from '$app/navigation';
	import Board from '$lib/ui/drawing/Board.svelte';
	import Sheet from '$lib/ui/inspector/Sheet.svelte';
	import { provideSession } from '$lib/ui/workspace/context';
	import FindingBar from '$lib/ui/workspace/FindingBar.svelte';
	import Header from '$lib/ui/workspace/Header.svelte';
	import { takeKey } from '$lib/ui/workspace/keys';
	import { Session } from '$lib/ui/workspace/session.svelte';
	import Shortcuts from '$lib/ui/workspace/Shortcuts.svelte';
	import Tape from '$lib/ui/workspace/Tape.svelte';
	import type { PageData } from './$types';

	const { data }: { data: PageData } = $props();
	// one session a page: another system is another page
	// svelte-ignore state_referenced_locally
	const session = provideSession(new Session(data));
	let help = $state(false);

	function onkeydown(event: KeyboardEvent): void {
		const taken = takeKey(event, session, {
			help: () => (help = true),
			print: () => void goto(`/systems/${session.id}/print`)
		});
		if (taken) event.preventDefault();
	}
</script>

<svelte:head><title>{session.design.name} · Crelbo</title></svelte:head>
<svelte:window {onkeydown} />

<div class="workspace">
	<Header onkeys={() => (help = true)} />
	<Tape />
	<main>
		<Board />
		<Sheet />
	</main>
	<FindingBar />
</div>
<Shortcuts bind:open={help} />

<style>
	.workspace {
		display: grid;
		grid-template-rows: auto auto minmax(0, 1fr) auto;
		gap: 10px;
		height: 100dvh;
		min-height: 620px;
		padding: 10px 20px 14px;
	}
	main {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 388px;
		grid-template-rows: minmax(0, 1fr);
		gap: 18px;
		min-height: 0;
	}
	@media (max-width: 900px) {
		.workspace {
			display: flex;
			flex-direction: column;
			height: auto;
			padding: 8px 10px 12px;
		}
		.workspace > :global(*) {
			min-width: 0;
		}
		main {
			display: contents;
		}
		.workspace > :global(.bar) {
			order: 1;
		}
		main :global(aside) {
			order: 2;
		}
		main :global(.frame) {
			height: 524px;
			flex: none;
		}
	}
</style>
