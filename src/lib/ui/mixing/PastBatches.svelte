<script lang="ts">
	import { format, parseISO } from 'date-fns';
	import { isProse, type Batch } from '$lib/core/procedure';
	import { counted } from '$lib/core/quantity';
	import StepLine from '../procedure/StepLine.svelte';
	import { WRITTEN_THEN } from '../procedure/words';
	import { useSession } from '../workspace/context';

	/** What was mixed before, the newest first. */
	const {
		batches,
		unreadable = []
	}: {
		batches: readonly Batch[];
		/** Those that cannot be read, with why. */
		unreadable?: readonly { id: string; on: string; why: string }[];
	} = $props();
	const session = useSession();
	const past = $derived(batches.filter(({ state, what }) => state === 'done' && what === 'fill'));
	const read = ({ readMsCm, aimMsCm, readPh, off }: Batch): string =>
		[
			readMsCm === null
				? `aimed at ${session.say(aimMsCm, 'strength')}`
				: session.say(readMsCm, 'strength'),
			...(readPh === null ? [] : [`pH ${readPh.toFixed(1)}`]),
			...(off.length > 0 ? [`${counted(off.length, ['reading', 'readings'])} mended`] : [])
		].join(', ');
</script>

{#if past.length + unreadable.length > 0}
	<h2>Mixed before</h2>
	<ul>
		{#each past as batch (batch.id)}
			<li>
				<details>
					<summary>
						<b>{format(parseISO(batch.on), 'd MMM')}</b>
						{session.say(batch.litres, 'volume')}, {read(batch)}
					</summary>
					{#if isProse(batch)}<p class="soft">{WRITTEN_THEN}</p>{/if}
					<ol>
						{#each batch.steps as step (step.id)}
							<li class:skipped={!batch.done.includes(step.id)}>
								<StepLine {step} as="paper" />
							</li>
						{/each}
					</ol>
				</details>
			</li>
		{/each}
		{#each unreadable as { id, on, why } (id)}
			<li>
				<b>{format(parseISO(on), 'd MMM')}</b> cannot be read; it is kept as it is. {why}
			</li>
		{/each}
	</ul>
{/if}

<style>
	h2 {
		font-size: 17px;
		margin-top: 18px;
	}
	ul {
		list-style: none;
		padding: 0;
	}
	summary {
		cursor: pointer;
		min-height: 32px;
	}
	ol {
		padding-left: 24px;
		margin: 2px 0 10px;
	}
	.skipped {
		color: var(--soft);
	}
</style>
