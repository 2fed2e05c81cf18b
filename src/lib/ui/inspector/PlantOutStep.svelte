<script lang="ts">
	import { containerWords, dayOf } from '$lib/core/review';
	import type { Crop } from '$lib/core/shelf';
	import { addDays, format, parseISO } from 'date-fns';
	import Big from './Big.svelte';
	import DateField from '../control/DateField.svelte';
	import { useSession } from '../workspace/context';

	const session = useSession();
	const on = $derived(session.record.plantOutOn);
	const crops = $derived([
		...new Map(session.model.waterUse.crops.map((c) => [c.crop.id, c.crop])).values()
	]);
	/** Days before planting out, or the dates they come to: the range its figure is found in. */
	function sowing({ figures }: Crop): string {
		const { propagationDays: days } = figures;
		if (!days) return '–';
		const [few, many] = [days.low, days.high].map(Math.round) as [number, number];
		return on ? `${shift(-many)} to ${shift(-few)}` : `${few}–${many} days before`;
	}
	const shift = (days: number) =>
		on ? dayOf(format(addDays(parseISO(on), days), 'yyyy-MM-dd')) : '';
</script>

<p class="soft">
	Move a plant when its roots come through the cube and it has two true leaves; the days are only a
	middle.
</p>
<Big
	figure={on ? dayOf(on) : 'no date yet'}
	against={on ? `into the ${containerWords(session.model)[1]}` : ''}
/>
<DateField label="Planted out on" path="record.plantOutOn" />
<p class="note">
	First fill at part strength for young plants: set their stage under Plants and the mix follows.
	Water from above by hand for the first days.
</p>
<table>
	<thead
		><tr
			><th scope="col">Crop</th><th scope="col">Sow, about</th><th scope="col"
				>First picking, about</th
			></tr
		></thead
	>
	<tbody>
		{#each crops as crop (crop.id)}
			<tr>
				<th scope="row">{crop.name}</th>
				<td>{sowing(crop)}</td>
				<td
					>{crop.harvestDays === null
						? '–'
						: on
							? shift(crop.harvestDays)
							: `after ${crop.harvestDays} days`}</td
				>
			</tr>
		{/each}
	</tbody>
</table>
{#if crops.length === 0}<p class="soft">Nothing is planted yet: choose crops under Plants.</p>{/if}

<style>
	table {
		width: 100%;
		border-collapse: collapse;
		margin-top: 10px;
	}
	th {
		text-align: left;
		font: 400 13px var(--text);
		color: var(--soft);
	}
	th[scope='row'] {
		font: 600 14.5px var(--text);
		color: var(--ink);
	}
	td,
	th {
		padding: 5px 6px 5px 0;
		border-top: 1px solid var(--hair);
	}
	thead th {
		border-top: 0;
	}
	.note {
		margin-top: 8px;
	}
</style>
