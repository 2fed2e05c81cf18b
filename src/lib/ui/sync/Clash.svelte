<script lang="ts" generics="D">
	import { Dialog } from 'bits-ui';
	import type { Snippet } from 'svelte';
	import type { Differing } from '../home/differences';
	import type { Choice, OpenFile } from './open-file.svelte';

	/** Two versions of one document, side by side; the grower chooses. Mine is what was changed here over theirs. */
	let {
		file,
		open = $bindable(),
		rows,
		sides
	}: {
		file: OpenFile<D>;
		open: boolean;
		rows: (choice: Choice<D>) => readonly Differing[];
		sides?: Snippet<[Choice<D>]>;
	} = $props();
	const MOST = 12;
	const choice = $derived(file.clash);
	const shown = $derived(choice ? rows(choice).slice(0, MOST) : []);

	async function choose(which: 'mine' | 'theirs'): Promise<void> {
		open = false;
		await file.resolve(which);
	}
</script>

<Dialog.Root bind:open={() => open && choice !== null, (to) => (open = to)}>
	<Dialog.Portal>
		<Dialog.Overlay class="veil" />
		<Dialog.Content class="dialog clash">
			<Dialog.Title>Somebody else changed this</Dialog.Title>
			{#if choice}
				<p>
					The same was changed here and elsewhere. Yours is not saved yet. {choice.whole
						? 'What was changed there alone is kept either way.'
						: 'The two do not fit together: if you keep yours, what was changed there is replaced.'}
				</p>
				{@render sides?.(choice)}
				<table>
					<thead
						><tr
							><th scope="col">What differs</th><th scope="col">Yours</th><th scope="col"
								>The other</th
							></tr
						></thead
					>
					<tbody>
						{#each shown as row, i (`${i} ${row.name}`)}
							<tr><th scope="row">{row.name}</th><td>{row.mine}</td><td>{row.theirs}</td></tr>
						{:else}<tr><td colspan="3">Nothing differs that can be told apart here.</td></tr>{/each}
					</tbody>
				</table>
			{/if}
			<div class="verbs">
				<button class="button main" onclick={() => void choose('mine')}>Keep mine</button>
				<button class="button" onclick={() => void choose('theirs')}>Use the other</button>
				<button class="quiet" onclick={() => (open = false)}>Decide later</button>
			</div>
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>

<style>
	:global(.dialog.clash) {
		width: min(760px, calc(100vw - 32px));
	}
	table {
		width: 100%;
		border-collapse: collapse;
		margin: 8px 0 14px;
	}
	th,
	td {
		text-align: left;
		padding: 4px 8px 4px 0;
		border-top: 1px solid var(--hair);
		font-weight: 400;
	}
	thead th {
		border-top: 0;
		color: var(--soft);
		font-size: 13px;
	}
	.verbs {
		display: flex;
		flex-wrap: wrap;
		gap: 10px;
	}
	p {
		margin-top: 6px;
	}
</style>
