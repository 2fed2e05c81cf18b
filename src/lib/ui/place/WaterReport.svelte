<script lang="ts">
	import { waterReportOf, type Place } from '$lib/core/design';
	import { InvalidInput, type Issue } from '$lib/core/quantity';
	import { useFields } from '../workspace/context';

	/** A supplier's report, pasted or as a file: what a mix asks for is taken from it, in whatever unit it is printed. */
	const { water }: { water: Place['waters'][number] } = $props();
	const fields = useFields();
	const uid = $props.id();
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
	async function open(event: Event & { currentTarget: HTMLInputElement }): Promise<void> {
		const file = event.currentTarget.files?.[0];
		event.currentTarget.value = '';
		if (!file) return;
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
	<label for="{uid}-text">Paste its lines, each with what it is, a figure and its unit</label>
	<textarea
		id="{uid}-text"
		class="field"
		rows="5"
		placeholder="Calcium; 34; mg/L&#10;Alkalinity; 5.3; °dH&#10;Conductivity; 320; µS/cm"
		bind:value={text}></textarea>
	<div class="row">
		<button class="button" disabled={text.trim() === ''} onclick={take}>Take them</button>
		<label
			>or a file <input type="file" accept=".csv,.txt,text/csv,text/plain" onchange={open} /></label
		>
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
	textarea {
		width: 100%;
	}
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
