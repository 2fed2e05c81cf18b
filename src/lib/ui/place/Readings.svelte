<script lang="ts">
	import { MONTH_NAMES, monthsOf, readingsOf, type Place } from '$lib/core/design';
	import { counted, InvalidInput, type Issue } from '$lib/core/quantity';
	import { useFields } from '../workspace/context';

	/** Daily readings of a logger or a station, made into months; a mistake is told at its row and column. */
	const { place, south }: { place: Pick<Place, 'months'>; south: boolean } = $props();
	const fields = useFields();
	const uid = $props.id();
	let issues = $state<readonly Issue[]>([]);
	let done = $state<string | null>(null);

	async function read(event: Event & { currentTarget: HTMLInputElement }): Promise<void> {
		const file = event.currentTarget.files?.[0];
		// the same file, mended, is read again
		event.currentTarget.value = '';
		if (!file) return;
		[issues, done] = [[], null];
		if (file.size > 2_000_000) {
			issues = [
				{ path: file.name, message: 'over 2 MB: at most ten years of daily lines are read' }
			];
			return;
		}
		try {
			const { months, days } = readingsOf(await file.text(), monthsOf('mild', south));
			const next = months.map((month, i) => month ?? place.months?.[i] ?? null);
			const refused = fields.set('place.months', next, 'months from readings');
			if (refused) issues = [{ path: file.name, message: refused }];
			else
				done = months
					.flatMap((month, i) =>
						month ? [`${MONTH_NAMES[i]} from ${counted(days[i]!, ['day', 'days'])}`] : []
					)
					.join(', ');
		} catch (fault) {
			if (!(fault instanceof InvalidInput)) throw fault;
			issues = fault.issues;
		}
	}
</script>

<div class="row">
	<label for="{uid}-csv">From daily readings (.csv)</label>
	<input id="{uid}-csv" type="file" accept=".csv,text/csv,text/plain" onchange={read} />
</div>
{#if done}<p class="soft" role="status">{done}.</p>{/if}
{#if issues.length > 0}
	<div role="alert">
		<p>Nothing was changed. Mend these and read the file again:</p>
		<ul>
			{#each issues as { path, message }, i (i)}<li>
					{#if path}<b>{path}:</b>{/if}
					{message}
				</li>{/each}
		</ul>
	</div>
{/if}
<details>
	<summary>How the file is to look</summary>
	<p class="soft">
		A line of headings, then one a day: date, tmin, tmax, rhmin, rhmax; wind, sun and rain where
		they were read. Units stand in brackets, as tmin (°F) or wind (km/h); without, °C, %, m/s, MJ/m²
		and mm are meant. Months it says nothing of stay as they are.
	</p>
</details>

<style>
	.row {
		display: grid;
		gap: 4px;
		padding: 6px 0 2px;
	}
	input {
		max-width: 100%;
		min-width: 0;
		font-size: 13.5px;
	}
	input::file-selector-button {
		font: inherit;
		color: inherit;
		background: var(--sheet);
		border: 1px solid var(--ink);
		border-radius: 3px;
		padding: 5px 10px;
		margin-right: 8px;
		cursor: pointer;
	}
	[role='alert'] {
		color: var(--dry);
		font-size: 13.5px;
	}
	ul {
		margin: 4px 0;
		padding-left: 18px;
	}
	summary {
		cursor: pointer;
		font-size: 13.5px;
		color: var(--soft);
	}
</style>
