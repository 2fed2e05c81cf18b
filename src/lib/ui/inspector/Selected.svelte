<script lang="ts">
	import { useSession } from '../workspace/context';
	import { selectedLine } from './selected-line';
	import { siteLine } from './site-line';

	/** What is chosen in the drawing: the same wherever it was chosen. */
	const session = useSession();
	const line = $derived(selectedLine(session.model, session.view.selected));
	const site = $derived(siteLine(session.judged, session.view.selected, session.today));
</script>

{#if line}
	<div class="chosen" role="status">
		<b>{line.name}</b>
		<span
			>{line.words}{#if site}<small
					>{site.day ? `On a hot day ${site.day}. ` : ''}Its season: {site.season}.</small
				>{/if}</span
		>
		<button class="quiet" aria-label="Choose nothing" onclick={() => (session.view.selected = null)}
			>×</button
		>
	</div>
{/if}

<style>
	.chosen {
		display: grid;
		grid-template-columns: fit-content(110px) 1fr auto;
		gap: 10px;
		align-items: baseline;
		border-bottom: 1.5px dashed var(--ink);
		padding-bottom: 8px;
		margin-bottom: 10px;
		font-size: 13.5px;
	}
	b {
		font: 650 15px/1.2 var(--head);
	}
	small {
		display: block;
		font-size: 13px;
		color: var(--soft);
	}
	.quiet {
		padding: 0 6px;
		font-size: 17px;
	}
</style>
