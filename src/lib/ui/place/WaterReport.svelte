<script lang="ts">
	import { waterReportOf, type Place } from '$lib/core/design';
	import { InvalidInput, type Issue } from '$lib/core/quantity';
	import FilePick from '../control/FilePick.svelte';
	import Words from '../control/Words.svelte';
	import { useFields } from '../workspace/context';

	/** A supplier's report, pasted or as a file: what a mix asks for is taken from it, in whatever unit it is printed. */
	const { water }: { water: Place['waters'][number] } = $props();
	const fields = useFields();
	const SAMPLE = 'Calcium; 34; mg/L\nAlkalinity; 5.3; °dH\nConductivity; 320; µS/cm';
	let text = $state('');
	let issues = $state<readonly Issue[]>([]);
	let done = $state<string | null>(null);

	function take(): void {
		[issues, done] = [[], null];
		try {
			const { figures, read, passed } = waterReportOf(text);
			const at = `place.waters[id=${water.id}]`;
			const refused = fields.apply(
				[
					...Object.entries(figures).map(([field, value]) => ({ path: `${at}.${field}`, value })),
					{ path: `${at}.guessed`, value: undefined }
				],
				'the water report'
			);
			if (refused) issues = [{ path: '', message: refused }];
			else {
				done = `Taken: ${read.join(', ')}${passed.length > 0 ? `; passed over: ${passed.slice(0, 6).join(', ')}` : ''}.`;
				text = '';
			}
		} catch (fault) {
			if (!(fault instanceof InvalidInput)) throw fault;
			issues = fault.issues;
		}
	}
	async function open(file: File): Promise<void> {
		if (file.size > 200_000)
			issues = [{ path: file.name, message: 'over 200 kB: no report is that long' }];
		else {
			text = await file.text();
			take();
		}
	}
</script>

<details>
	<summary>From a water report</summary>
	<Words
		label="Paste its lines, each with what it is, a figure and its unit"
		rows={5}
		placeholder={SAMPLE}
		live
		bind:value={text}
	/>
	<div class="row">
		<button class="button" disabled={text.trim() === ''} onclick={take}>Take them</button>
		<FilePick
			label="Or a file"
			accept=".csv,.txt,text/csv,text/plain"
			onfile={(file) => void open(file)}
		/>
	</div>
	{#if done}<p class="soft" role="status">{done}</p>{/if}
	{#if issues.length > 0}
		<div role="alert">
			<p>Nothing was changed. Mend these:</p>
			<ul>
				{#each issues as { path, message }, i (i)}<li>
						{#if path}<b>{path}:</b>{/if}
						{message}
					</li>{/each}
			</ul>
		</div>
	{/if}
</details>

<style>
	.row {
		display: flex;
		flex-wrap: wrap;
		gap: 10px;
		align-items: center;
		padding: 6px 0;
	}
	summary {
		cursor: pointer;
		padding: 4px 0;
	}
	div[role='alert'] {
		color: var(--dry);
	}
	ul {
		margin: 2px 0;
		padding-left: 18px;
	}
</style>
