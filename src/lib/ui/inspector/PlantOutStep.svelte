<script lang="ts">
	import { containerWords, dayOf } from '$lib/core/review';
	import { entriesOf, seasonOf } from '$lib/core/model';
	import { calendarOf } from '../clock/calendar';
	import Big from './Big.svelte';
	import DateField from '../control/DateField.svelte';
	import { useSession } from '../workspace/context';

	const session = useSession();
	const on = $derived(session.record.plantOutOn);
	/** Counted from today where no day is set. */
	const season = $derived(seasonOf(session.model, on ?? session.today));
	const said = (range: readonly [string, string] | null): string =>
		range === null ? '–' : `${dayOf(range[0])} to ${dayOf(range[1])}`;
	let failed = $state(false);
	async function calendar(): Promise<void> {
		try {
			const text = await calendarOf(entriesOf(season, session.design.name));
			const link = document.createElement('a');
			link.href = URL.createObjectURL(new Blob([text], { type: 'text/calendar' }));
			link.download = 'season.ics';
			link.click();
			URL.revokeObjectURL(link.href);
			failed = false;
		} catch {
			failed = true;
		}
	}
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
		{#each season as { cropId, name, sow, pick } (cropId)}
			<tr>
				<th scope="row">{name}</th>
				<td>{said(sow)}</td>
				<td>{said(pick)}</td>
			</tr>
		{/each}
	</tbody>
</table>
{#if season.length > 0}
	{#if !on}<p class="soft">Were they planted out today.</p>{/if}
	<p><button class="quiet" onclick={() => void calendar()}>As a calendar (.ics)</button></p>
	{#if failed}<p role="alert">The calendar could not be made. Try again.</p>{/if}
{/if}
{#if season.length === 0}<p class="soft">Nothing is planted yet: choose crops under Plants.</p>{/if}

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
