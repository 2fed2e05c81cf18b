<script lang="ts">
	import { outbox } from './index';
	import { lineOf } from './line';
	import type { OpenFile } from './open-file.svelte';

	/** Where the grower's work is, and what can be done about it. */
	type Stand = Pick<
		OpenFile<unknown>,
		'ready' | 'view' | 'savedAt' | 'refused' | 'note' | 'giveUp'
	>;
	const {
		file,
		onsee,
		header = false
	}: {
		file: Stand;
		onsee: () => void;
		/** Among buttons: what it says changes while a hand is on its way to one, and nothing beside it moves. */
		header?: boolean;
	} = $props();
	const line = $derived(lineOf(file.view, file.savedAt, file.refused));
	const warns = $derived(['clash', 'gone', 'refused'].includes(line.kind));
</script>

<span class="line" class:header class:warns class:waits={line.kind === 'waiting'}>
	{#if file.note}<span role="status">{file.note}</span>{/if}
	<span role="status" class="words">{file.ready ? line.words : ''}</span>
	{#if line.kind === 'clash'}<button class="quiet" onclick={onsee}>See what</button
		>{:else if line.kind === 'waiting'}<button class="quiet" onclick={() => outbox().wake()}
			>Try now</button
		>{:else if line.kind === 'gone'}<button class="quiet" onclick={() => outbox().wake()}
			>Try again</button
		><button class="quiet" onclick={() => void file.giveUp()}>Discard them</button>{/if}
</span>

<style>
	.line {
		color: var(--soft);
		font-size: 13.5px;
		margin-right: 4px;
	}
	.header {
		flex: 1 1 0;
		min-width: 150px;
		text-align: right;
		line-height: 1.25;
	}
	.warns .words {
		color: var(--dry);
		font-weight: 600;
	}
	.waits .words {
		color: var(--caution);
		font-weight: 600;
	}
</style>
