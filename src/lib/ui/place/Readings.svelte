<script lang="ts">
	import { MONTH_NAMES, monthsOf, readingsOf, type Place } from '$lib/core/design';
	import { counted, InvalidInput, type Issue } from '$lib/core/quantity';
	import FilePick from '../control/FilePick.svelte';
	import { useFields } from '../workspace/context';

	/** Daily readings of a logger or a station, made into months; a mistake is told at its row and column. */
	const { place, south }: { place: Pick<Place, 'months'>; south: boolean } = $props();
	const fields = useFields();
	let issues = $state<readonly Issue[]>([]);
	let done = $state<string | null>(null);

	async function read(file: File): Promise<void> {
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

<p class="row">
	<FilePick
		label="From daily readings (.csv)"
		accept=".csv,text/csv,text/plain"
		onfile={(file) => void read(file)}
	/>
</p>
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
		padding: 6px 0 2px;
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
